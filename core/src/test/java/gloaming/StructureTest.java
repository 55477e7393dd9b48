package gloaming;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import gloaming.step.StepInfo;
import org.junit.jupiter.api.Test;

/** The arrows point inward. */
class StructureTest {
    private final JavaClasses core = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("gloaming");

    @Test
    void theCoreKnowsNoWebNoDatabaseAndNoFiles() {
        noClasses()
                .that()
                .resideInAPackage("gloaming..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "jakarta..",
                        "java.sql..",
                        "java.net..",
                        "java.nio.file..",
                        "org.jooq..",
                        "org.bytedeco..")
                .check(core);
    }

    @Test
    void packagesDependOnOneAnotherInOneDirectionOnly() {
        slices().matching("gloaming.(*)..").should().beFreeOfCycles().check(core);
    }

    @Test
    void whatFlowsAndTheDocumentStandAtTheBottom() {
        noClasses()
                .that()
                .resideInAnyPackage("gloaming.look", "gloaming.flow", "gloaming.sound", "gloaming.noise")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "gloaming.step..",
                        "gloaming.play..",
                        "gloaming.picture..",
                        "gloaming.points..",
                        "gloaming.signal..")
                .check(core);
    }

    @Test
    void theRoomsOfPicturesAndPointsDependOnOneAnotherInOneDirectionOnly() {
        slices().matching("gloaming.picture.(*)").should().beFreeOfCycles().check(core);
        slices().matching("gloaming.points.(*)").should().beFreeOfCycles().check(core);
    }

    @Test
    void everyStepStandsInARoom() {
        noClasses()
                .that()
                .resideInAnyPackage("gloaming.picture", "gloaming.points")
                .should()
                .beAnnotatedWith(StepInfo.class)
                .check(core);
    }

    @Test
    void kernelsKnowNoSteps() {
        noClasses()
                .that()
                .resideInAPackage("gloaming.picture.kernel")
                .should()
                .dependOnClassesThat()
                .areAnnotatedWith(StepInfo.class)
                .check(core);
    }
}
