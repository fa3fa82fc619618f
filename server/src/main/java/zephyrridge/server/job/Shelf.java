package zephyrridge.server.job;

import java.util.List;
import java.util.Optional;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.range.Piece;
import zephyrridge.core.range.Secret;
import zephyrridge.server.drawer.Drawer;

/** What lies ready for a job: the shop's drawer, or what a machine of the range comes with. */
public interface Shelf {
    Optional<Drawer.StockModule> find(String tag);

    List<Drawer.StockModule> all();

    /** Those that no job holds and that nobody found bad. */
    List<Drawer.StockModule> free(MemoryGeneration generation);

    static Shelf of(Drawer drawer) {
        return new Shelf() {
            @Override
            public Optional<Drawer.StockModule> find(String tag) {
                return drawer.find(tag);
            }

            @Override
            public List<Drawer.StockModule> all() {
                return drawer.all();
            }

            @Override
            public List<Drawer.StockModule> free(MemoryGeneration generation) {
                return drawer.free(generation);
            }
        };
    }

    static Shelf of(Secret secret) {
        return new Shelf() {
            @Override
            public Optional<Drawer.StockModule> find(String tag) {
                return secret.onHand().stream()
                        .filter(p -> p.id().equals(tag))
                        .findFirst()
                        .map(Shelf::lying);
            }

            @Override
            public List<Drawer.StockModule> all() {
                return secret.onHand().stream().map(Shelf::lying).toList();
            }

            @Override
            public List<Drawer.StockModule> free(MemoryGeneration generation) {
                return secret.onHand().stream()
                        .filter(p -> p.spec().generation() == generation)
                        .map(Shelf::lying)
                        .toList();
            }
        };
    }

    private static Drawer.StockModule lying(Piece p) {
        return new Drawer.StockModule(
                p.id(),
                p.label(),
                "",
                "",
                "",
                Drawer.Tested.UNTESTED,
                "",
                p.spec(),
                Optional.empty(),
                Drawer.Origin.NEW,
                "",
                p.price(),
                1,
                false);
    }
}
