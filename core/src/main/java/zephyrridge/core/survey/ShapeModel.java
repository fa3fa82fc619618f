package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import zephyrridge.core.machine.Shape;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.reading.dialog.DialogReading;

/**
 * Which shape a machine has, by exact posterior over shapes and filled sockets. Weights are R-2.1's and the shapes' shares: common
 * practice, no source.
 */
final class ShapeModel {
    private static final double RECORD = 0.95;
    private static final double RIGHT = 0.80;
    private static final double REFERENCE = 0.15;
    private static final double DOUBLED = 0.05;
    private static final int MOST_DEVICES = 16;
    private static final double USED_RIGHT = 0.98;
    private static final double EMPTY_WRONG = 0.02;

    /** What the sources say, as far as shapes care. */
    record Facts(
            Optional<Integer> positions,
            Optional<Integer> used,
            Optional<DialogReading.Form> form,
            List<SlotModel.Entry> devices,
            Optional<MemoryGeneration> generation) {}

    /** @param shape empty for the record's own; {@code filled} sockets with a module */
    record Case(Optional<Shape> shape, FormFactor form, int banks, int sockets, int filled, double weight) {
        Case times(double likelihood) {
            return new Case(shape, form, banks, sockets, filled, weight * likelihood);
        }

        int free() {
            return sockets - filled;
        }
    }

    private final List<Case> cases;

    private ShapeModel(List<Case> cases) {
        double sum = cases.stream().mapToDouble(Case::weight).sum();
        this.cases = cases.stream().map(c -> c.times(1 / sum)).toList();
    }

    /** @param record banks and sockets of the machine's record, when it is known */
    static ShapeModel of(Facts facts, Optional<Case> record) {
        List<Case> cases = new ArrayList<>();
        record.ifPresent(r -> spread(cases, r, RECORD));
        for (Shape s : Shape.all()) {
            Case c = new Case(Optional.of(s), s.form(), s.banks(), s.sockets(), 0, 0);
            spread(cases, c, s.share() * (record.isPresent() ? 1 - RECORD : 1));
        }
        return new ShapeModel(
                cases.stream().map(c -> c.times(likelihood(c, facts))).toList());
    }

    /** How many sockets are filled is not known before; a machine without a bank has a module. */
    private static void spread(List<Case> cases, Case c, double share) {
        int least = c.banks > 0 ? 0 : 1;
        for (int filled = least; filled <= c.sockets; filled++) {
            cases.add(new Case(c.shape, c.form, c.banks, c.sockets, filled, share / (c.sockets - least + 1)));
        }
    }

    private static double likelihood(Case c, Facts f) {
        double counts = 0;
        for (Counted said : counted(c)) {
            boolean fits = f.positions
                            .map(n -> n == said.positions || said.positions < 0)
                            .orElse(true)
                    && f.used.map(u -> u == said.used).orElse(true);
            counts += fits
                    ? said.probability * (said.positions < 0 && f.positions.isPresent() ? 1.0 / MOST_DEVICES : 1)
                    : 0;
        }
        // Firmware that counts filled devices wrong altogether.
        counts = f.used.isPresent() || f.positions.isPresent()
                ? USED_RIGHT * counts + (1 - USED_RIGHT) / MOST_DEVICES / 4
                : 1;
        double p = counts * devices(c, f.devices);
        if (f.form.isPresent() && f.devices.isEmpty()) {
            p *= word(c, f.form.get());
        }
        return p * f.generation.map(g -> generation(c, g)).orElse(1.0);
    }

    /** @param positions negative for a reference design's number, which can be any */
    private record Counted(int positions, int used, double probability) {}

    private static List<Counted> counted(Case c) {
        List<Counted> said = new ArrayList<>();
        double doubled = c.banks > 0 ? DOUBLED : 0;
        said.add(new Counted(c.banks + c.sockets, c.banks + c.filled, RIGHT + DOUBLED - doubled));
        said.add(new Counted(-1, c.banks + c.filled, REFERENCE));
        if (doubled > 0) {
            said.add(new Counted(2 * c.banks + c.sockets, 2 * c.banks + c.filled, doubled));
        }
        return said;
    }

    /** The form of the first device: a bank as often as banks are among them. */
    private static double word(Case c, DialogReading.Form form) {
        double bank = c.banks / (double) (c.banks + c.sockets);
        return bank * ofBank(form) + (1 - bank) * ofSocket(c.form, form);
    }

    private static double ofBank(DialogReading.Form form) {
        return switch (form) {
            case ROW_OF_CHIPS -> 0.55;
            case SO_DIMM -> 0.24;
            case DIMM -> 0.06;
        };
    }

    private static double ofSocket(FormFactor socket, DialogReading.Form form) {
        boolean right = form == DialogReading.Form.SO_DIMM && socket == FormFactor.SO_DIMM
                || form == DialogReading.Form.DIMM && socket == FormFactor.DIMM;
        return right ? 0.95 : 0.015;
    }

    /** Every way in which the machine's banks can be among the filled devices. */
    private static double devices(Case c, List<SlotModel.Entry> devices) {
        if (devices.isEmpty()) {
            return 1;
        }
        List<SlotModel.Entry> filled =
                devices.stream().filter(SlotModel.Entry::filled).toList();
        // Beyond the shapes' size the lists are longer than any choice of banks makes a difference for.
        if (filled.size() > Glance.MOST_POSITIONS) {
            return 1;
        }
        double sum = 0;
        int ways = 0;
        for (int mask = 0; mask < 1 << filled.size(); mask++) {
            if (Integer.bitCount(mask) == Math.min(c.banks, filled.size())) {
                double p = 1;
                for (int i = 0; i < filled.size(); i++) {
                    p *= filled.get(i).likelihood((mask >> i & 1) == 1);
                }
                sum += p;
                ways++;
            }
        }
        // A socket that is listed as empty is one that could be filled.
        long empty = devices.size() - filled.size();
        return sum / ways * (c.free() >= empty ? 1 : EMPTY_WRONG);
    }

    /** Low-power memory is soldered, or on a compression module; plain memory is on a board now and then. */
    private static double generation(Case c, MemoryGeneration g) {
        boolean lowPower = c.sockets == 0 || c.form == FormFactor.CAMM2;
        return g.isLowPower() ? (lowPower ? 1 : 0.005) : c.sockets == 0 ? 0.3 : 1;
    }

    List<Case> cases() {
        return cases;
    }

    double probability(java.util.function.Predicate<Case> of) {
        return cases.stream().filter(of).mapToDouble(Case::weight).sum();
    }

    /** Each shape with all its fillings together, the likeliest first. */
    List<Glance.Likely> shapes() {
        Map<Optional<Shape>, Glance.Likely> by = new java.util.LinkedHashMap<>();
        for (Case c : cases) {
            by.merge(
                    c.shape,
                    new Glance.Likely(c.shape, c.banks, c.sockets, c.weight),
                    (a, b) -> new Glance.Likely(a.shape(), a.banks(), a.sockets(), a.probability() + b.probability()));
        }
        return by.values().stream()
                .sorted((a, b) -> Double.compare(b.probability(), a.probability()))
                .toList();
    }

    /** What an answer would tell: P(answer | case) by answer. */
    interface Answers extends Function<Case, Map<String, Double>> {}

    /** "Used x of y", as a dialog says it. */
    static Map<String, Double> slots(Case c) {
        Map<String, Double> p = new HashMap<>();
        for (Counted said : counted(c)) {
            if (said.positions >= 0) {
                p.merge(said.used + "/" + said.positions, said.probability, Double::sum);
            } else {
                for (int n = 1; n <= MOST_DEVICES; n++) {
                    p.merge(said.used + "/" + n, said.probability / MOST_DEVICES, Double::sum);
                }
            }
        }
        return p;
    }

    static Map<String, Double> form(Case c) {
        Map<String, Double> p = new HashMap<>();
        double rest = 1;
        for (DialogReading.Form f : DialogReading.Form.values()) {
            double x = word(c, f);
            p.put(f.name(), x);
            rest -= x;
        }
        p.put("", Math.max(0, rest));
        return p;
    }

    /** The table: the count, and for each bank whether it is called what it is and whether a part number is missing. */
    static Map<String, Double> table(Case c) {
        Map<String, Double> banks = new HashMap<>(Map.of("", 1.0));
        for (int b = 0; b < c.banks; b++) {
            Map<String, Double> next = new HashMap<>();
            for (Map.Entry<String, Double> e : banks.entrySet()) {
                next.merge(e.getKey() + "r", e.getValue() * 0.55, Double::sum);
                next.merge(e.getKey() + "u", e.getValue() * 0.15, Double::sum);
                next.merge(e.getKey() + "b", e.getValue() * 0.30 * 0.6, Double::sum);
                next.merge(e.getKey(), e.getValue() * 0.30 * 0.4, Double::sum);
            }
            banks = next;
        }
        Map<String, Double> p = new HashMap<>();
        for (Map.Entry<String, Double> s : slots(c).entrySet()) {
            for (Map.Entry<String, Double> b : banks.entrySet()) {
                p.merge(s.getKey() + b.getKey(), s.getValue() * b.getValue(), Double::sum);
            }
        }
        return p;
    }

    static Map<String, Double> inside(Case c) {
        return Map.of(c.banks + " " + c.sockets + " " + c.filled, 1.0);
    }

    /** Mutual information of a question about the machine and an answer, in bits. */
    double bits(Function<Case, String> question, Answers answers) {
        Map<String, Double> q = new HashMap<>();
        Map<String, Double> a = new HashMap<>();
        Map<String, Double> both = new HashMap<>();
        for (Case c : cases) {
            String asked = question.apply(c);
            q.merge(asked, c.weight, Double::sum);
            answers.apply(c).forEach((answer, p) -> {
                a.merge(answer, c.weight * p, Double::sum);
                both.merge(asked + "|" + answer, c.weight * p, Double::sum);
            });
        }
        return Math.max(0, entropy(q) + entropy(a) - entropy(both));
    }

    private static double entropy(Map<String, Double> p) {
        return p.values().stream()
                .mapToDouble(x -> x <= 0 ? 0 : -x * Math.log(x) / Math.log(2))
                .sum();
    }
}
