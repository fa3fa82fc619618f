package zephyrridge.server.limit;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.machine.Machines;
import zephyrridge.server.web.Problem;

/** Claims and trials are added to a model, and retracted by name. */
@RestController
class LimitController {
    /** @param value "64 GB", "16 Gbit" or a number, as the quantity asks */
    record NewClaim(
            @NotNull LimitClaim.Source source,
            @NotNull LimitClaim.Quantity quantity,
            @NotBlank @Size(max = 40) String value,
            @NotBlank @Size(max = 200) String where,
            Optional<@Size(max = 64) String> firmware,
            Optional<Buffering> buffering,
            Optional<@Size(max = 64) String> processor) {}

    /**
     * @param machine the one physical machine: serial or job
     * @param modules label line by position
     */
    record NewTrial(
            @NotNull Trial.Relation relation,
            @NotBlank @Size(max = 100) String machine,
            @NotNull @Size(max = 256) Map<@Size(max = 64) String, @Size(max = 200) String> modules,
            Optional<@Size(max = 64) String> firmware,
            Optional<@Size(max = 64) String> processor,
            @NotNull Trial.Outcome outcome,
            @NotNull Trial.Cause cause,
            Optional<LocalDate> when,
            @NotNull @Size(max = 500) String note) {}

    private final Limits limits;
    private final Machines machines;
    private final Clock clock;
    private final Accounts accounts;

    LimitController(Limits limits, Machines machines, Clock clock, Accounts accounts) {
        this.accounts = accounts;
        this.limits = limits;
        this.machines = machines;
        this.clock = clock;
    }

    /** Notes what somebody claims that a model takes. */
    @PostMapping("/api/machines/{id}/claims")
    @ResponseStatus(HttpStatus.CREATED)
    void claim(@PathVariable String id, @Valid @RequestBody NewClaim body, Principal who) {
        machines.latest(id);
        try {
            boolean size = body.quantity().isSize();
            boolean density = body.quantity() == LimitClaim.Quantity.DIE_DENSITY;
            limits.add(
                    id,
                    new LimitClaim(
                            body.source(),
                            body.quantity(),
                            size ? Optional.of(size(body.value())) : Optional.empty(),
                            density ? Optional.of(DieDensity.parse(plain(body.value(), "Gbit"))) : Optional.empty(),
                            size || density
                                    ? Optional.empty()
                                    : Optional.of(Integer.parseInt(body.value().replaceAll("[^0-9]", ""))),
                            body.where(),
                            Optional.of(accounts.nameOf(who.getName())),
                            Optional.of(LocalDate.now(clock)),
                            body.firmware().filter(f -> !f.isBlank()),
                            body.buffering(),
                            body.processor().filter(p -> !p.isBlank())),
                    who.getName());
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw Problem.invalid("value", "NO_FIGURE", "value", body.value());
        }
    }

    private static ByteSize size(String value) {
        return ByteSize.parse(plain(value, "GB"));
    }

    /** A bare number means the unit that everybody writes here. */
    private static String plain(String value, String unit) {
        return value.strip().matches("\\d+") ? value.strip() + " " + unit : value;
    }

    /** Notes a trial: what was put in, and what came of it. */
    @PostMapping("/api/machines/{id}/trials")
    @ResponseStatus(HttpStatus.CREATED)
    void trial(@PathVariable String id, @Valid @RequestBody NewTrial body, Principal who) {
        MachineRecord record = machines.get(id).record();
        if ((body.outcome() == Trial.Outcome.FAILED) == (body.cause() == Trial.Cause.NONE)) {
            throw Problem.invalid("cause", "TRIAL_CAUSE");
        }
        TreeMap<String, ModuleSpec> sockets = new TreeMap<>();
        body.modules().forEach((position, label) -> {
            if (!record.hasPosition(position) || record.position(position).isSoldered()) {
                throw Problem.invalid("modules", "NO_SOCKET", "position", position);
            }
            sockets.put(
                    position,
                    LabelParser.parse(label)
                            .spec()
                            .orElseThrow(() -> Problem.invalid("modules", "MODULE_NOT_WHOLE", "label", label)));
        });
        limits.add(
                id,
                new Trial(
                        java.util.UUID.randomUUID().toString(),
                        body.relation(),
                        body.machine().strip(),
                        sockets,
                        new TreeSet<>(),
                        body.firmware().filter(f -> !f.isBlank()),
                        body.outcome(),
                        body.cause(),
                        accounts.nameOf(who.getName()),
                        body.when().orElse(LocalDate.now(clock)),
                        body.note(),
                        body.processor().filter(p -> !p.isBlank())),
                who.getName());
    }

    /** Takes a claim back; it stays to be read. */
    @DeleteMapping("/api/machines/{id}/claims/{claim}")
    void retractClaim(@PathVariable String id, @PathVariable long claim) {
        limits.retractClaim(id, claim);
    }

    /** Takes a trial back; it stays to be read. */
    @DeleteMapping("/api/machines/{id}/trials/{trial}")
    void retractTrial(@PathVariable String id, @PathVariable long trial) {
        limits.retractTrial(id, trial);
    }
}
