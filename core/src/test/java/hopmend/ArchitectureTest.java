package hopmend;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.Architectures;

@AnalyzeClasses(packages = "hopmend", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String[] HOPS = {
    "hopmend.prove..",
    "hopmend.find..",
    "hopmend.part..",
    "hopmend.swap..",
    "hopmend.clear..",
    "hopmend.relearn..",
    "hopmend.verify.."
  };
  private static final String[] GROUND = {
    "hopmend.measure..",
    "hopmend.drawing..",
    "hopmend.vehicle..",
    "hopmend.fault..",
    "hopmend.sensor..",
    "hopmend.wire.."
  };

  @ArchTest
  static final ArchRule IMPORTS_RUN_DOWN =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("job")
          .definedBy("hopmend.job..")
          .layer("catalog")
          .definedBy("hopmend.catalog..")
          .layer("hops")
          .definedBy(HOPS)
          .layer("ground")
          .definedBy(GROUND)
          .whereLayer("job")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("catalog")
          .mayOnlyBeAccessedByLayers("job")
          .whereLayer("hops")
          .mayOnlyBeAccessedByLayers("catalog", "job");

  @ArchTest
  static final ArchRule NO_CYCLES = slices().matching("hopmend.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule NO_FRAMEWORK_NO_CLOCK =
      ArchRuleDefinition.noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "jakarta..", "org.hibernate..", "java.sql..")
          .orShould()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(java.util.Random.class);
}
