package gloaming.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

class WebStructureTest {
    private static final JavaClasses WEB = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("gloaming.web");

    @Test
    void onlyTheStoreSpeaksToTheDatabase() {
        noClasses()
                .that()
                .resideOutsideOfPackages("gloaming.web.store", "gloaming.web.tables..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("org.jooq..", "java.sql..", "gloaming.web.tables..")
                .check(WEB);
    }

    @Test
    void theStoreKnowsNothingOfPagesSocketsAndCommands() {
        noClasses()
                .that()
                .resideInAPackage("gloaming.web.store")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("gloaming.web.live", "gloaming.web.page", "gloaming.web.command")
                .check(WEB);
    }
}
