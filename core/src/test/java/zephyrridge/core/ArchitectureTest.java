package zephyrridge.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethodCall;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** The core's packages use each other in one direction, and the core knows nothing but the JDK. */
class ArchitectureTest {
    /** Each package may use those before it. */
    private static final List<String> ORDER = List.of(
            "table",
            "quantity",
            "finding",
            "house",
            "module",
            "reading",
            "access",
            "machine",
            "survey",
            "layout",
            "limit",
            "plan",
            "proof",
            "fault",
            "log",
            "unit",
            "supply",
            "now",
            "opening",
            "standing",
            "hunt",
            "learned",
            "room",
            "figures",
            "change",
            "range",
            "rehearsal");

    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("zephyrridge.core");

    @Test
    void eachPackageUsesOnlyThoseBeforeIt() {
        for (int i = 0; i < ORDER.size(); i++) {
            String[] later = ORDER.subList(i + 1, ORDER.size()).stream()
                    .map(p -> "zephyrridge.core." + p + "..")
                    .toArray(String[]::new);
            if (later.length > 0) {
                noClasses()
                        .that()
                        .resideInAPackage("zephyrridge.core." + ORDER.get(i) + "..")
                        .should()
                        .dependOnClassesThat()
                        .resideInAnyPackage(later)
                        .check(CORE);
            }
        }
    }

    /** What time it is, and what is drawn by lot, comes in from outside: the same job is the same answer, today and tomorrow. */
    @Test
    void theCoreHasNoClockAndNoLot() {
        noClasses()
                .should()
                .callMethodWhere(new DescribedPredicate<JavaMethodCall>("ask a clock or draw by lot") {
                    @Override
                    public boolean test(JavaMethodCall call) {
                        String owner = call.getTargetOwner().getFullName();
                        String name = call.getName();
                        return owner.startsWith("java.time.") && (name.equals("now") || name.startsWith("system"))
                                || owner.equals("java.lang.System")
                                        && (name.equals("currentTimeMillis") || name.equals("nanoTime"))
                                || owner.equals("java.lang.Math") && name.equals("random")
                                || owner.equals("java.util.UUID") && name.equals("randomUUID");
                    }
                })
                .check(CORE);
        noClasses()
                .should()
                .callConstructor(java.util.Date.class)
                .orShould()
                .callConstructor(java.util.Random.class)
                .check(CORE);
    }

    @Test
    void everyPackageHasItsPlaceInTheOrder() {
        for (var c : CORE) {
            String sub = c.getPackageName().replace("zephyrridge.core.", "").split("\\.")[0];
            assertThat(ORDER).as(c.getName()).contains(sub);
        }
    }

    /**
     * Inside a package no class needs, by whatever way round, one that needs it: what hangs together in a ring is one thing and can be
     * neither read nor changed alone. A class counts with what is nested in it, a sealed interface with what it permits.
     */
    @Test
    void noRingOfClassesInsideAPackage() {
        Map<String, Set<String>> uses = new TreeMap<>();
        for (JavaClass c : CORE) {
            Set<String> used = uses.computeIfAbsent(whole(c), k -> new TreeSet<>());
            c.getDirectDependenciesFromSelf().stream()
                    .map(d -> d.getTargetClass().getBaseComponentType())
                    .filter(t -> t.getPackageName().equals(c.getPackageName()))
                    .map(ArchitectureTest::whole)
                    .filter(t -> !t.equals(whole(c)))
                    .forEach(used::add);
        }
        Set<List<String>> rings = new LinkedHashSet<>();
        for (String c : uses.keySet()) {
            Set<String> ring = new TreeSet<>();
            for (String other : reached(c, uses)) {
                if (reached(other, uses).contains(c)) {
                    ring.add(other);
                }
            }
            if (!ring.isEmpty()) {
                rings.add(List.copyOf(ring));
            }
        }
        assertThat(rings).isEmpty();
    }

    private static String whole(JavaClass c) {
        JavaClass outer = c;
        while (outer.getEnclosingClass().isPresent()) {
            outer = outer.getEnclosingClass().get();
        }
        for (Class<?> parent : outer.reflect().getInterfaces()) {
            if (parent.isSealed() && parent.getPackageName().equals(outer.getPackageName())) {
                return whole(CORE.get(parent));
            }
        }
        return outer.getName();
    }

    private static Set<String> reached(String from, Map<String, Set<String>> uses) {
        Set<String> seen = new TreeSet<>();
        Deque<String> next = new ArrayDeque<>(uses.getOrDefault(from, Set.of()));
        while (!next.isEmpty()) {
            String c = next.pop();
            if (seen.add(c)) {
                next.addAll(uses.getOrDefault(c, Set.of()));
            }
        }
        return seen;
    }

    /** What judges the finding of faults must not know how they are found. */
    @Test
    void theRangeDoesNotUseWhatItTests() {
        noClasses()
                .that()
                .resideInAPackage("zephyrridge.core.range..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("zephyrridge.core.fault..")
                .check(CORE);
    }

    @Test
    void nothingButTheJdk() {
        noClasses()
                .that()
                .resideInAPackage("zephyrridge.core..")
                .should()
                .dependOnClassesThat()
                .resideOutsideOfPackages(
                        "zephyrridge.core..",
                        "java.lang..",
                        "java.util..",
                        "java.math..",
                        "java.io..",
                        "java.nio",
                        "java.nio.charset..",
                        "java.time",
                        "com.fasterxml.jackson.annotation..",
                        "jakarta.validation",
                        "jakarta.validation.constraints..")
                .check(CORE);
    }

    @Test
    void noClockNoFilesNoUnseededChance() {
        noClasses()
                .that()
                .resideInAPackage("zephyrridge.core..")
                .should()
                .dependOnClassesThat()
                .haveNameMatching(
                        "java\\.util\\.Random|java\\.io\\.File.*|java\\.util\\.concurrent\\.ThreadLocalRandom|java\\.time\\.(?!LocalDateTime|LocalDate$|DateTimeException$).*")
                .check(CORE);
        noClasses()
                .that()
                .resideInAPackage("zephyrridge.core..")
                .should()
                .callMethod(java.time.LocalDateTime.class, "now")
                .check(CORE);
    }
}
