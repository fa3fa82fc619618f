package zephyrridge.server.maker;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.module.Jep106;

/** The shop's own names for makers of modules: standards number them, people name them. */
@Service
public class Makers {
    public record Named(int bank, int code, String name) {}

    private final MakerStore store;

    Makers(MakerStore store) {
        this.store = store;
    }

    public List<Named> all() {
        return store.all();
    }

    /** An empty name takes it back. */
    @Transactional
    public void name(Jep106 id, String name) {
        if (name.isBlank()) {
            store.remove(id.bank(), id.code());
        } else {
            store.put(id.bank(), id.code(), name.strip());
        }
    }

    /** Names by id, the id as images show it: "bank 3, 0x2C". */
    public Map<String, String> byId() {
        return all().stream().collect(Collectors.toMap(n -> new Jep106(n.bank(), n.code()).toString(), Named::name));
    }

    public Optional<Jep106> idOf(String name) {
        return all().stream()
                .filter(n -> n.name().equalsIgnoreCase(name.strip()))
                .map(n -> new Jep106(n.bank(), n.code()))
                .findFirst();
    }
}
