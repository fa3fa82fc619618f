package zephyrridge.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.label.LabelParser;

/** What is bought is bought in lots, as shops buy (R-8.3; common practice, no source). */
class SourcingTest {
    private static final ModuleSpec ONE =
            LabelParser.parse("32GB 2Rx4 PC4-2933Y-RB2-12").spec().orElseThrow();

    private static Offer offer(String id, int pieces, int price, int stock, int lead) {
        return new Offer(
                id, "Larkfield " + id, id, ONE, pieces, Money.ofMinor(price), stock, lead, Optional.of(14), Money.ZERO);
    }

    private static List<Sourcing.Supply> ways(List<Offer> offers, int wanted) {
        return Sourcing.of(List.of(), offers, wanted, 30, 0, Terms.USUAL).of(wanted);
    }

    @Test
    void fortyLikeModulesAreOneLineOfOneSupplierWhereTheStockAllowsIt() {
        // 25 of the cheap ones and 15 of the next would save 15 units: no shop orders so.
        List<Offer> sheets = List.of(
                offer("cheap", 1, 10_100, 25, 2), offer("enough", 1, 10_200, 60, 2), offer("dear", 1, 10_900, 60, 2));
        List<Sourcing.Bought> bought = ways(sheets, 40).get(0).bought();
        assertThat(bought).hasSize(1);
        assertThat(bought.get(0).offer().id()).isEqualTo("enough");
        assertThat(bought.get(0).packs()).isEqualTo(40);
    }

    @Test
    void severalLinesOnlyWhereStockOrPacksForceIt() {
        List<Offer> little = List.of(offer("a", 1, 10_100, 25, 2), offer("b", 1, 10_200, 30, 2));
        assertThat(ways(little, 40).get(0).bought())
                .extracting(b -> b.offer().id() + " " + b.packs())
                .containsExactly("a 25", "b 15");
        // Three, of pairs and one single: the pair and the single.
        List<Offer> packs = List.of(offer("pair", 2, 16_000, 20, 2), offer("single", 1, 9_000, 1, 2));
        assertThat(ways(packs, 3).get(0).bought())
                .extracting(b -> b.offer().id() + " " + b.packs())
                .containsExactly("pair 1", "single 1");
        assertThat(ways(packs, 4).get(0).bought())
                .extracting(b -> b.offer().id() + " " + b.packs())
                .containsExactly("pair 2");
    }

    /** Whatever stands on the sheets: one line where one gives just the number, the cheapest of those; else at least something. */
    @Test
    void anySheets() {
        Random random = new Random(41);
        for (int n = 0; n < 3_000; n++) {
            List<Offer> sheets = new ArrayList<>();
            for (int o = 0; o <= random.nextInt(5); o++) {
                sheets.add(offer(
                        "o" + o,
                        1 + random.nextInt(3),
                        5_000 + random.nextInt(9_000),
                        random.nextInt(12),
                        random.nextInt(4)));
            }
            int wanted = 1 + random.nextInt(14);
            List<Sourcing.Supply> ways = ways(sheets, wanted);
            Optional<Offer> one = sheets.stream()
                    .filter(o -> wanted % o.pieces() == 0 && wanted / o.pieces() <= o.stock())
                    .findFirst();
            int there = sheets.stream().mapToInt(o -> o.pieces() * o.stock()).sum();
            assertThat(ways.isEmpty()).isEqualTo(there < wanted);
            for (Sourcing.Supply s : ways) {
                assertThat(s.bought().stream()
                                .mapToInt(b -> b.packs() * b.offer().pieces())
                                .sum())
                        .isGreaterThanOrEqualTo(wanted);
                assertThat(s.bought()).allMatch(b -> b.packs() <= b.offer().stock());
                if (one.isPresent()) {
                    assertThat(s.bought()).hasSize(1);
                }
            }
            if (one.isPresent()) {
                long least = sheets.stream()
                        .flatMap(o -> IntStream.of((wanted + o.pieces() - 1) / o.pieces())
                                .filter(p -> p <= o.stock())
                                .mapToObj(p -> p * o.price().minor()))
                        .min(Long::compare)
                        .orElseThrow();
                assertThat(ways.get(0).money()).isEqualTo(least);
            }
        }
    }
}
