package hopmend.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "hopmend.app", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule NO_CYCLES =
      slices().matching("hopmend.app.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule STAND_IN_ONLY_IN_THE_DEMO =
      noClasses()
          .that()
          .resideOutsideOfPackage("hopmend.app.demo..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("hopmend.standin..");
}
