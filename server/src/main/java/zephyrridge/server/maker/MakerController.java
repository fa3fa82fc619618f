package zephyrridge.server.maker;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.module.Jep106;
import zephyrridge.server.web.Problem;

@RestController
class MakerController {
    record MakerName(@NotNull @Size(max = 64) String name) {}

    private final Makers makers;

    MakerController(Makers makers) {
        this.makers = makers;
    }

    /** The names that the shop gave to makers, by JEP106 bank and code. */
    @GetMapping("/api/makers")
    List<Makers.Named> all() {
        return makers.all();
    }

    /** Names a JEP106 id as this shop calls it; an empty name takes it back. */
    @PutMapping("/api/makers/{bank}/{code}")
    List<Makers.Named> name(@PathVariable int bank, @PathVariable int code, @Valid @RequestBody MakerName body) {
        if (bank < 1 || bank > 128 || code < 1 || code > 254) {
            throw Problem.invalid("code", "MAKER_ID");
        }
        makers.name(new Jep106(bank, code), body.name());
        return makers.all();
    }
}
