package zephyrridge.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
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
            "job",
            "range");

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

    @Test
    void everyPackageHasItsPlaceInTheOrder() {
        for (var c : CORE) {
            String sub = c.getPackageName().replace("zephyrridge.core.", "").split("\\.")[0];
            org.assertj.core.api.Assertions.assertThat(ORDER).as(c.getName()).contains(sub);
        }
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
