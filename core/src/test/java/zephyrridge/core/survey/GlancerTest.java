package zephyrridge.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Quick;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.dialog.DialogReader;
import zephyrridge.core.reading.dialog.DialogReading;

class GlancerTest {
    private static Glance glance(Optional<MachineRecord> record, String... lines) {
        return Glancer.look(
                List.of(new Recognised.Dialog(DialogReader.read(String.join("\n", lines)))), record, Optional.empty());
    }

    private static Glance glance(String... lines) {
        return glance(Optional.empty(), lines);
    }

    @Test
    void nothingSaidIsTheSharesOfTheTable() {
        Glance g = glance("");
        assertThat(g.shapes()).hasSameSizeAs(Shape.all());
        assertThat(g.shapes().stream().mapToDouble(Glance.Likely::probability).sum())
                .isCloseTo(1, within(1e-9));
        assertThat(g.shapes().get(0).shape()).map(Shape::id).contains("two-sockets");
        assertThat(g.next()).extracting(Glance.Next::ask).startsWith(Glance.Ask.INSTALLED, Glance.Ask.TYPE);
        assertThat(g.takes()).isEmpty();
    }

    /** A number that no module of the type is sold for reads as the clock of one (JEDEC: DDR4 begins at 1600, DDR5 at 3200). */
    @Test
    void aClockIsNoRate() {
        assertThat(glance("8.0 GB DDR4", "Speed: 1333 MHz").rateOfClock())
                .map(DataRate::name)
                .contains(2666);
        assertThat(glance("8.0 GB DDR5", "Speed: 2400 MHz").rateOfClock())
                .map(DataRate::name)
                .contains(4800);
        assertThat(glance("8.0 GB DDR4", "Speed: 1600 MHz").rateOfClock())
                .as("a rate of its own, and the clock of 3200")
                .isEmpty();
        assertThat(glance("8.0 GB DDR3", "Speed: 1333 MHz").rateOfClock()).isEmpty();
        assertThat(glance("8.0 GB DDR4", "Speed: 1234 MHz").rateOfClock())
                .as("the clock of nothing")
                .isEmpty();
        assertThat(glance("8.0 GB", "Speed: 1333 MHz").rateOfClock()).isEmpty();
        assertThat(glance("8.0 GB LPDDR5", "Speed: 3200 MHz").rateOfClock())
                .as("it runs so slow as well")
                .isEmpty();
    }

    /** One of two used: a free socket, or a bank and an empty socket; two of two with chips in a row: one is the bank. */
    @Test
    void bankOrSocket() {
        Glance half = glance("8.0 GB DDR4", "Slots used: 1 of 2");
        assertThat(half.free()).isGreaterThan(0.9);
        Glance row = glance("12.0 GB DDR4", "Slots used: 2 of 2", "Form factor: Row of chips");
        assertThat(row.soldered()).isGreaterThan(0.9);
        Glance dimms = glance("12.0 GB DDR4", "Slots used: 2 of 2", "Form factor: SODIMM");
        assertThat(dimms.soldered()).isLessThan(row.soldered());
        assertThat(dimms.free()).isLessThan(0.25);
        // A low-power type is on the board whatever the count says.
        assertThat(glance("16.0 GB LPDDR5", "Slots used: 8 of 8").soldered()).isGreaterThan(0.9);
        // A table that names a device without a part number, and one with.
        Glance table = glance(
                "Memory Device",
                "\tSize: 4 GB",
                "\tForm Factor: SODIMM",
                "\tType: DDR4",
                "\tLocator: A",
                "",
                "Memory Device",
                "\tSize: 8 GB",
                "\tForm Factor: SODIMM",
                "\tType: DDR4",
                "\tLocator: B",
                "\tPart Number: MS4-0826");
        // By hand: a blank part number is .6 of a bank and .03 of a module; it outweighs that two sockets are twice as
        // common.
        assertThat(table.soldered()).isBetween(0.5, 0.9);
        assertThat(table.installed().orElseThrow().size()).isEqualTo(ByteSize.ofGibibytes(12));
        assertThat(table.used()).contains(2);
    }

    @Test
    void whatItCanTakeByShapeAndGeneration() {
        Glance g = glance("8.0 GB DDR4", "Slots used: 1 of 2", "Form factor: SODIMM");
        assertThat(g.takes()).allMatch(t -> t.ground() == Glance.Ground.GENERATION);
        assertThat(g.takes().get(0).total()).isEqualTo(ByteSize.ofGibibytes(32));
        assertThat(g.takes().get(1).total()).isEqualTo(ByteSize.ofGibibytes(64));
        assertThat(g.takes().get(1).further()).isTrue();
        // Soldered low-power memory has no reach to tell.
        assertThat(glance("16.0 GB LPDDR5").takes()).isEmpty();
        Glance firmware = glance(
                "Physical Memory Array", "\tUse: System Memory", "\tMaximum Capacity: 32 GB", "\tNumber Of Devices: 2");
        assertThat(firmware.takes()).extracting(Glance.Take::source).contains(Optional.of(LimitClaim.Source.FIRMWARE));
    }

    @Test
    void theRecordDecidesWhereItIsKnownAndTheDialogMayContradictIt() {
        MachineRecord record = new QuickRecordWithLimit().record();
        Glance g = glance(Optional.of(record), "12.0 GB DDR4", "Slots used: 2 of 2");
        assertThat(g.shapes().get(0).shape()).isEmpty();
        assertThat(g.soldered()).isGreaterThan(0.95);
        assertThat(g.free()).isLessThan(0.05);
        assertThat(g.takes().get(0).source()).contains(LimitClaim.Source.MAKER);
        Glance other = glance(Optional.of(record), "16.0 GB DDR4", "Slots used: 4 of 4", "Form factor: DIMM");
        assertThat(other.shapes().get(0).shape()).isPresent();
    }

    private static final class QuickRecordWithLimit {
        MachineRecord record() {
            QuickRecord q = Quick.of(
                    Shape.all().get(1),
                    MemoryGeneration.DDR4,
                    Optional.of(ByteSize.ofGibibytes(4)),
                    QuickRecord.Plug.UNDER_MAIN);
            return new QuickRecord(
                            q.id(),
                            q.maker(),
                            q.model(),
                            q.variant(),
                            q.kind(),
                            q.generation(),
                            q.formFactor(),
                            q.channels(),
                            q.processors(),
                            q.topRate(),
                            q.main(),
                            q.second(),
                            q.plug(),
                            Optional.of(ByteSize.ofGibibytes(20)),
                            Optional.empty())
                    .toRecord();
        }
    }

    /** Why less is visible is said only where it is so: a share is small, a 32-bit system ends at 4 GB, the rest is not explained. */
    @Test
    void whatIsNotVisible() {
        assertThat(glance("Installed RAM 12.0 GB (11.6 GB usable)").kept()).contains(Glance.Kept.SHARE);
        assertThat(glance("Installed RAM 6.00 GB (3.21 GB usable)", "System type 32-bit")
                        .kept())
                .contains(Glance.Kept.WORD_SIZE);
        assertThat(glance("Installed RAM 12.0 GB (6.90 GB usable)").kept()).contains(Glance.Kept.UNEXPLAINED);
        assertThat(glance("Installed RAM 12.0 GB (12.0 GB usable)").kept()).isEmpty();
        assertThat(glance("Installed RAM 12.0 GB").kept()).isEmpty();
    }

    /** What would tell most is asked first, and what is known is not asked again. */
    @Test
    void theNextQuestion() {
        Glance g = glance("8.0 GB DDR4");
        assertThat(g.next())
                .extracting(Glance.Next::ask)
                .contains(Glance.Ask.SLOTS, Glance.Ask.FORM, Glance.Ask.INSIDE);
        for (int i = 1; i < g.next().size(); i++) {
            assertThat(g.next().get(i).bits() / g.next().get(i).minutes())
                    .isLessThanOrEqualTo(
                            g.next().get(i - 1).bits() / g.next().get(i - 1).minutes());
        }
        assertThat(glance("8.0 GB DDR4", "Slots used: 1 of 2").next())
                .extracting(Glance.Next::ask)
                .doesNotContain(Glance.Ask.SLOTS, Glance.Ask.TYPE);
        // A look inside settles all there is to settle.
        ShapeModel model = ShapeModel.of(
                new ShapeModel.Facts(Optional.of(2), Optional.of(2), Optional.empty(), List.of(), Optional.empty()),
                Optional.empty());
        double all = model.bits(c -> (c.banks() > 0) + " " + c.free(), ShapeModel::inside);
        double slots = model.bits(c -> (c.banks() > 0) + " " + c.free(), ShapeModel::table);
        assertThat(slots).isBetween(0.0, all + 1e-9);
    }

    /** Answers' probabilities sum to one in every case, and Bayes by hand agrees with the posterior. */
    @Test
    void agreesWithBayesByHand() {
        ShapeModel prior = ShapeModel.of(
                new ShapeModel.Facts(Optional.empty(), Optional.empty(), Optional.empty(), List.of(), Optional.empty()),
                Optional.empty());
        for (ShapeModel.Case c : prior.cases()) {
            for (Map<String, Double> p : List.of(ShapeModel.slots(c), ShapeModel.form(c), ShapeModel.table(c))) {
                assertThat(p.values().stream().mapToDouble(x -> x).sum()).isCloseTo(1, within(1e-9));
            }
        }
        Map<String, Double> by = new HashMap<>();
        for (ShapeModel.Case c : prior.cases()) {
            by.merge(
                    c.shape().orElseThrow().id(),
                    c.weight() * ShapeModel.form(c).get(DialogReading.Form.ROW_OF_CHIPS.name()),
                    Double::sum);
        }
        double sum = by.values().stream().mapToDouble(x -> x).sum();
        ShapeModel after = ShapeModel.of(
                new ShapeModel.Facts(
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(DialogReading.Form.ROW_OF_CHIPS),
                        List.of(),
                        Optional.empty()),
                Optional.empty());
        for (Glance.Likely l : after.shapes()) {
            assertThat(l.probability()).isCloseTo(by.get(l.shape().orElseThrow().id()) / sum, within(1e-9));
        }
    }

    @Test
    void anyTextHasAGlance() {
        Random random = new Random(3);
        String[] lines = {
            "8.0 GB DDR4",
            "Slots used: 1 of 2",
            "Slots used: 9 of 12",
            "Form factor: DIMM",
            "MemTotal: 7900000 kB",
            "LPDDR5",
            "DIMM A 4096 MB",
            "DIMM B Not installed",
            "Memory Device\n\tSize: 2 GB\n",
            "Capacity : 8589934592",
            "Total memory 0 MB",
            "Slots used: 0 of 4"
        };
        for (int round = 0; round < 2000; round++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(14); i > 0; i--) {
                text.append(lines[random.nextInt(lines.length)]).append('\n');
            }
            Glance g = glance(text.toString());
            assertThat(g.soldered()).isBetween(0.0, 1 + 1e-9);
            assertThat(g.free()).isBetween(0.0, 1 + 1e-9);
            g.next().forEach(n -> assertThat(n.bits()).isBetween(0.0, 8.0));
        }
    }
}
