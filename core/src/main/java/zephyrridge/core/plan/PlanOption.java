package zephyrridge.core.plan;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;

/**
 * A layout that can be had, with where its modules come from.
 *
 * @param pieces what goes into each socket that is filled
 * @param bought packs to order; {@code pulled} positions whose module comes out and stays out
 * @param purchases price of the packs; {@code drawer} book value of drawer pieces; {@code labour} of the minutes
 * @param quote what the owner pays, tax included
 * @param houseRule what the shop's rules hold against it, "" where nothing
 */
public record PlanOption(
        Layout layout,
        SortedMap<String, Piece> pieces,
        List<Purchase> bought,
        List<String> pulled,
        Criteria criteria,
        Judgement limits,
        Money purchases,
        Money drawer,
        Money labour,
        Money quote,
        HouseFilter.Reason houseRule) {
    public enum From {
        /** In this machine already. */
        OWN,
        DRAWER,
        OFFER
    }

    /** @param id the position it was in, the tag, or the offer's id; {@code tested} false for what lies in the drawer and nobody tried */
    public record Piece(From from, String id, ModuleSpec spec, boolean tested) {
        Piece(From from, String id, ModuleSpec spec) {
            this(from, id, spec, true);
        }
    }

    public record Purchase(Offer offer, int packs) {
        public Money price() {
            return offer.price().times(packs);
        }
    }

    public PlanOption {
        pieces = Collections.unmodifiableSortedMap(new TreeMap<>(pieces));
        bought = List.copyOf(bought);
        pulled = List.copyOf(pulled);
    }

    /** Installed in MiB. */
    long layoutMib() {
        long mib = 0;
        for (int p = 0; p < layout.size(); p++) {
            mib += layout.module(p).map(m -> m.capacity().mebibytes()).orElse(0L);
        }
        return mib;
    }

    /** Tags of the drawer's pieces that nobody tested. */
    public List<String> untested() {
        return pieces.values().stream().filter(p -> !p.tested()).map(Piece::id).toList();
    }

    /** Modules in sockets that are unlike each other in size or organisation; one alone is like. */
    boolean isUnlike() {
        return pieces.values().stream()
                        .map(p -> p.spec().organisation())
                        .distinct()
                        .count()
                > 1;
    }

    public boolean isAllowed() {
        return houseRule == HouseFilter.Reason.NONE;
    }
}
