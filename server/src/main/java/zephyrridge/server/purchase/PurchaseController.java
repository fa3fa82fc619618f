package zephyrridge.server.purchase;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.supply.Pack;
import zephyrridge.server.csv.Cells;
import zephyrridge.server.csv.CsvAnswer;
import zephyrridge.server.purchase.PurchaseViews.ForJobView;
import zephyrridge.server.purchase.PurchaseViews.OrderLineView;
import zephyrridge.server.purchase.PurchaseViews.PurchasesView;
import zephyrridge.server.purchase.PurchaseViews.ToOrderView;
import zephyrridge.server.report.Paper;
import zephyrridge.server.report.Sheet;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Costly;

/** Orders to suppliers. */
@RestController
class PurchaseController {
    /**
     * @param supplier "" for what nobody said whom to buy of
     * @param stamp of what somebody looked at
     * @param reference of the order at the supplier's; "" for none
     */
    record PlaceOrder(
            @NotNull @Size(max = 200) String supplier,
            @NotBlank @Size(max = 64) String stamp,
            @NotNull @Size(max = 100) String reference) {}

    /** @param from what somebody saw of the pack; {@code to} what it is from now on */
    record PackStep(@NotNull Pack.State from, @NotNull Pack.State to) {}

    /** @param job that gets the pack; empty where nobody needs it */
    record PackStepAnswer(Optional<Long> job, PurchasesView purchases) {}

    private final Purchases purchases;
    private final PurchaseViews views;
    private final Paper paper;
    private final Texts texts;
    private final Clock clock;

    PurchaseController(Purchases purchases, PurchaseViews views, Paper paper, Texts texts, Clock clock) {
        this.purchases = purchases;
        this.views = views;
        this.paper = paper;
        this.texts = texts;
        this.clock = clock;
    }

    /** What is to be ordered, what is on the way, and what is here. */
    @GetMapping("/api/purchases")
    PurchasesView purchases() {
        return views.of(purchases.now());
    }

    /** All that is to be ordered of a supplier was ordered. */
    @PostMapping("/api/purchases")
    PurchasesView order(@Valid @RequestBody PlaceOrder body, Principal who) {
        purchases.order(
                body.supplier(), Optional.of(body.stamp()), body.reference().strip(), who.getName());
        return purchases();
    }

    /** A pack came, or went back; a wrong press is taken back the same way. What comes goes to the job that is promised first. */
    @PostMapping("/api/purchases/packs/{id}")
    PackStepAnswer step(@PathVariable long id, @Valid @RequestBody PackStep body, Principal who) {
        purchases.step(id, body.from(), body.to(), who.getName());
        Purchases.Now now = purchases.now();
        return new PackStepAnswer(now.job(id), views.of(now));
    }

    /**
     * What is to be ordered of a supplier, a line for each thing (RFC 4180).
     *
     * @param supplier "" for what nobody said whom to buy of
     */
    @Costly
    @GetMapping("/api/purchases/order.csv")
    void csv(@RequestParam(defaultValue = "") @Size(max = 200) String supplier, HttpServletResponse answer)
            throws IOException {
        ToOrderView order = views.toOrder(purchases.now(), supplier);
        try (CSVPrinter csv = CsvAnswer.begin(
                answer,
                "order.csv",
                "supplier",
                "item",
                "modules in a pack",
                "packs",
                "price of a pack",
                "price",
                "for jobs")) {
            for (OrderLineView l : order.lines()) {
                csv.printRecord(
                        Cells.plain(supplier),
                        Cells.plain(l.wording()),
                        l.pieces(),
                        l.packs(),
                        l.price().orElse(""),
                        l.whole().orElse(""),
                        jobs(l));
            }
        }
    }

    /**
     * The same on paper.
     *
     * @param supplier "" for what nobody said whom to buy of
     */
    @Costly
    @GetMapping(path = "/api/purchases/order.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> pdf(@RequestParam(defaultValue = "") @Size(max = 200) String supplier) {
        ToOrderView order = views.toOrder(purchases.now(), supplier);
        String title = texts.get("order.title");
        Sheet sheet = new Sheet()
                .title(title)
                .says(texts.say(
                        "order.to",
                        "supplier",
                        supplier.isEmpty() ? texts.get("order.nobody") : supplier,
                        "day",
                        LocalDate.now(clock)))
                .table(
                        List.of(
                                texts.get("order.item"),
                                texts.get("order.packs"),
                                texts.get("order.each"),
                                texts.get("order.price"),
                                texts.get("order.jobs")),
                        order.lines().stream().map(this::cells).toList());
        sheet.strong(order.total()
                .map(t -> texts.say("order.total", "price", views.currency() + " " + t))
                .orElse(texts.get("order.open")));
        return Paper.answer("order", paper.pdf(title, sheet.body()));
    }

    private List<String> cells(OrderLineView l) {
        String open = texts.get("say.priceOpen");
        return List.of(
                l.wording(),
                String.valueOf(l.packs()),
                l.price().orElse(open),
                l.whole().orElse(open),
                jobs(l));
    }

    private static String jobs(OrderLineView line) {
        return line.jobs().stream().map(ForJobView::job).map(j -> "#" + j).collect(Collectors.joining(", "));
    }
}
