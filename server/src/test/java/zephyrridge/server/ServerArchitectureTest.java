package zephyrridge.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** The server stays thin: jOOQ only in stores, and stores are their feature's own. */
class ServerArchitectureTest {
    private static final JavaClasses SERVER = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("zephyrridge.server");

    @Test
    void jooqIsForStoresOnly() {
        noClasses()
                .that()
                .resideInAPackage("zephyrridge.server..")
                .and()
                .resideOutsideOfPackage("zephyrridge.server.db..")
                .and()
                .haveSimpleNameNotEndingWith("Store")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.jooq..")
                .check(SERVER);
    }

    @Test
    void storesAndControllersAreTheirFeaturesOwn() {
        classes()
                .that()
                .haveSimpleNameEndingWith("Store")
                .or()
                .haveSimpleNameEndingWith("Controller")
                .should()
                .bePackagePrivate()
                .check(SERVER);
    }

    @Test
    void featuresDependOnEachOtherInOneDirection() {
        com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices()
                .matching("zephyrridge.server.(*)..")
                .should()
                .beFreeOfCycles()
                .check(SERVER);
    }

    /** The API document knows views by their simple names: two of one name would be told as one. */
    @Test
    void viewsHaveNamesOfTheirOwn() {
        org.assertj.core.api.Assertions.assertThat(SERVER.stream()
                        .filter(c -> c.isRecord() && c.getSimpleName().matches(".*(View|Answer|Request|Entry|Form)"))
                        .map(c -> c.getSimpleName())
                        .toList())
                .doesNotHaveDuplicates()
                .hasSizeGreaterThan(60);
    }
}
