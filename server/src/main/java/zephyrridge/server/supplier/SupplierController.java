package zephyrridge.server.supplier;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

@RestController
class SupplierController {
    record SupplierView(
            long id,
            String name,
            Optional<Integer> returnDays,
            int leadDays,
            int restockingPermille,
            Map<Suppliers.Column, String> mapping,
            Optional<Instant> loadedAt,
            Optional<Instant> loadedBefore,
            int offers) {}

    record NewSupplier(
            @NotBlank @Size(max = 100) String name,
            Optional<@Min(0) @Max(365) Integer> returnDays,
            @Min(0) @Max(365) int leadDays,
            @Min(0) @Max(1000) int restockingPermille) {}

    record ChangeSupplier(
            Optional<@Min(0) @Max(365) Integer> returnDays,
            @Min(0) @Max(365) int leadDays,
            @Min(0) @Max(1000) int restockingPermille,
            @NotNull @Size(max = 6) Map<Suppliers.Column, @Size(max = 100) String> mapping) {}

    /** @param why the line was not taken, in words */
    record BadLineView(int no, String why) {}

    record ProgressView(
            long id,
            long supplierId,
            Sheets.State state,
            int lines,
            int done,
            int landed,
            int badLines,
            List<BadLineView> bad,
            Optional<SheetChange> change,
            String why) {}

    record OfferView(
            String id,
            String wording,
            String summary,
            int pieces,
            String price,
            int stock,
            int leadDays,
            Optional<Integer> returnDays) {}

    private static final int PAGE = 50;
    private final Suppliers suppliers;
    private final Sheets sheets;
    private final Texts texts;

    SupplierController(Suppliers suppliers, Sheets sheets, Texts texts) {
        this.suppliers = suppliers;
        this.sheets = sheets;
        this.texts = texts;
    }

    /** All suppliers. */
    @GetMapping("/api/suppliers")
    List<SupplierView> all() {
        return suppliers.all().stream()
                .map(s -> new SupplierView(
                        s.id(),
                        s.name(),
                        s.returnDays(),
                        s.leadDays(),
                        s.restockingPermille(),
                        s.mapping(),
                        s.loadedAt().map(t -> t.toInstant(ZoneOffset.UTC)),
                        s.loadedBefore().map(t -> t.toInstant(ZoneOffset.UTC)),
                        s.offers()))
                .toList();
    }

    /** Adds a supplier. */
    @PostMapping("/api/suppliers")
    List<SupplierView> add(@Valid @RequestBody NewSupplier body) {
        suppliers.add(body.name(), body.returnDays(), body.leadDays(), body.restockingPermille());
        return all();
    }

    /** Changes a supplier's terms and the mapping of its sheets. */
    @PutMapping("/api/suppliers/{id}")
    List<SupplierView> change(@PathVariable long id, @Valid @RequestBody ChangeSupplier body) {
        suppliers.change(id, body.returnDays(), body.leadDays(), body.restockingPermille(), body.mapping());
        return all();
    }

    /** Begins to load a sheet; its progress is asked for under the id that comes back. */
    @Costly
    @PostMapping(value = "/api/suppliers/{id}/sheet", consumes = "text/csv")
    ProgressView load(@PathVariable long id, @RequestBody String csv, Principal who) {
        return view(sheets.load(id, csv, who.getName()));
    }

    /** How far a sheet is. */
    @GetMapping("/api/sheets/{run}")
    ProgressView progress(@PathVariable long run, Principal who) {
        return view(sheets.progress(run, who.getName()));
    }

    /** Gives a sheet up that is being read, or waits for a word. */
    @DeleteMapping("/api/sheets/{run}")
    ProgressView cancel(@PathVariable long run, Principal who) {
        return view(sheets.cancel(run, who.getName()));
    }

    /** Lets a sheet count that was read whole. */
    @Costly
    @PostMapping("/api/sheets/{run}/count")
    ProgressView count(@PathVariable long run, Principal who) {
        return view(sheets.count(run, who.getName()));
    }

    /** Lets the sheet count again that counted before. */
    @PostMapping("/api/suppliers/{id}/sheet-before")
    List<SupplierView> back(@PathVariable long id) {
        suppliers.takeSheetBack(id);
        return all();
    }

    /** The lines of a supplier's sheet that counts, 50 a page. */
    @GetMapping("/api/suppliers/{id}/offers")
    List<OfferView> offers(@PathVariable long id, @RequestParam(defaultValue = "0") @Min(0) @Max(10_000) int page) {
        suppliers.require(id);
        return suppliers.page(id, page * PAGE, PAGE).stream()
                .map(o -> new OfferView(
                        o.id(),
                        o.wording(),
                        texts.show(o.spec().summary()),
                        o.pieces(),
                        o.price().toString(),
                        o.stock(),
                        o.leadDays(),
                        o.returnDays()))
                .toList();
    }

    private ProgressView view(Sheets.Progress p) {
        return new ProgressView(
                p.id(),
                p.supplierId(),
                p.state(),
                p.lines(),
                p.done(),
                p.landed(),
                p.badLines(),
                p.bad().stream()
                        .map(b -> new BadLineView(b.no(), texts.say("sheet." + b.reason(), "cell", b.cell())))
                        .toList(),
                p.change(),
                p.why());
    }
}
