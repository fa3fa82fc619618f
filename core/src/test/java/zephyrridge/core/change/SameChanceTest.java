package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Modules;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.limit.Condition;
import zephyrridge.core.limit.Judgement;
import zephyrridge.core.limit.LimitClass;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.DrawerPiece;
import zephyrridge.core.plan.PlanOption;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.PlanConditions;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** One computation of limits: the card that proposes a layout, the job that has it on the table and its conditions say the same. */
class SameChanceTest {
    private static final List<String> LABELS = List.of(
            "4GB 1Rx8 PC4-2400T-SA1-11",
            "8GB 1Rx8 PC4-2400T-SA1-11",
            "8GB 2Rx8 PC4-2133P-SE1-11",
            "16GB 2Rx8 PC4-2400T-SE1-11",
            "16GB 1Rx8 PC4-3200AA-SA1-11",
            "32GB 2Rx8 PC4-3200AA-SE1-11");

    @Test
    void cardStationAndConditionsAgreeOnAnyLayout() {
        Random random = new Random(421);
        Map<LimitClass, Integer> seen = new HashMap<>();
        for (int n = 0; n < 120; n++) {
            Machines m = Walk.laptop();
            claim(m, random, LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL, 8, 16, 24, 32, 64);
            claim(m, random, LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.TOTAL, 16, 32, 64);
            claim(m, random, LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.PER_SLOT, 8, 16, 32);
            Walk w = new Walk(m.build(), HouseRules.DEFAULT).answered().does(Walk.found(any(random), "A1"));
            if (random.nextBoolean()) {
                w.does(Walk.found(any(random), "B1"));
            }
            List<DrawerPiece> drawer = new ArrayList<>();
            for (int d = 0; d < 4; d++) {
                String label = any(random);
                w.stock("D-" + d, label);
                drawer.add(new DrawerPiece("D-" + d, Modules.of(label), Money.ofMinor(900 + 100 * d)));
            }
            Work before = w.work;
            for (PlanOption o : Planner.plan(task(w, drawer)).front()) {
                w.work = before;
                w.does(adopt(w.unit(), o));
                Assessment a = w.assess();
                Judgement table = a.limits().orElseThrow();
                assertThat(table.limitClass())
                        .as("%d %s", n, o.pieces())
                        .isEqualTo(o.limits().limitClass());
                assertThat(table.chance()).isEqualTo(o.limits().chance());
                assertThat(o.criteria().chancePermille())
                        .isEqualTo(table.chance().permille());
                List<Condition> conditions = PlanConditions.of(w.unit(), a.limits()).stream()
                        .map(PlanConditions.State::condition)
                        .toList();
                assertThat(conditions).isEqualTo(o.limits().conditions());
                seen.merge(table.limitClass(), 1, Integer::sum);
            }
        }
        // Worth something only where many kinds of layout were compared.
        assertThat(seen)
                .containsKeys(
                        LimitClass.WITHIN_OFFICIAL,
                        LimitClass.ALLOWED_UNPROVEN,
                        LimitClass.AS_ITS_YEARS,
                        LimitClass.DOUBTFUL);
    }

    private static String any(Random random) {
        return LABELS.get(random.nextInt(LABELS.size()));
    }

    private static void claim(
            Machines m, Random random, LimitClaim.Source source, LimitClaim.Quantity quantity, int... figures) {
        if (random.nextBoolean()) {
            m.limit(source, quantity, figures[random.nextInt(figures.length)]);
        }
    }

    private static PlanTask task(Walk w, List<DrawerPiece> drawer) {
        Unit u = w.unit();
        TreeMap<String, ModuleSpec> own = new TreeMap<>();
        u.asFound().forEach((p, key) -> own.put(p, u.modules().get(key).spec()));
        return new PlanTask(
                w.bench().record(),
                w.bench().evaluator(),
                w.bench().limits(u),
                w.bench().house(),
                u.host(),
                u.layout(w.bench().record(), u.asFound()),
                own,
                Map.of(),
                drawer,
                List.of(),
                Terms.USUAL,
                Target.ANY,
                "",
                "",
                0);
    }

    private static Change adopt(Unit u, PlanOption o) {
        List<PlanChange.AdoptLayout.Piece> pieces = new ArrayList<>();
        o.pieces()
                .forEach((position, piece) -> pieces.add(new PlanChange.AdoptLayout.Piece(
                        position,
                        piece.from() == PlanOption.From.OWN
                                ? Optional.of(u.asFound().get(piece.id()))
                                : Optional.empty(),
                        piece.from() == PlanOption.From.DRAWER ? Optional.of(piece.id()) : Optional.empty(),
                        Optional.empty())));
        return new PlanChange.AdoptLayout("as on the card", pieces, List.of(), false);
    }
}
