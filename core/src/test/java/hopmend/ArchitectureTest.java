package hopmend;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaCall;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import com.tngtech.archunit.library.Architectures;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@AnalyzeClasses(packages = "hopmend", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  private static final String[] HOPS = {
    "hopmend.prove..",
    "hopmend.find..",
    "hopmend.part..",
    "hopmend.swap..",
    "hopmend.clear..",
    "hopmend.relearn..",
    "hopmend.verify..",
    "hopmend.day.."
  };
  private static final String[] GROUND = {
    "hopmend.measure..",
    "hopmend.message..",
    "hopmend.drawing..",
    "hopmend.vehicle..",
    "hopmend.fault..",
    "hopmend.sensor..",
    "hopmend.trace..",
    "hopmend.wire..",
    "hopmend.bus.."
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

  /** What would make a rule give another answer tomorrow, or on another machine. */
  private static final DescribedPredicate<JavaCall<?>> CLOCK_OR_CHANCE =
      DescribedPredicate.describe(
          "a clock or chance",
          call -> {
            String owner = call.getTargetOwner().getFullName();
            String name = call.getName();
            return (owner.startsWith("java.time.")
                    && (name.equals("now") || name.startsWith("system")))
                || (owner.equals("java.lang.System")
                    && (name.equals("nanoTime") || name.equals("currentTimeMillis")))
                || (owner.equals("java.lang.Math") && name.equals("random"))
                || (owner.equals("java.util.UUID") && name.equals("randomUUID"))
                || (owner.equals("java.util.Collections") && name.equals("shuffle"))
                || (owner.equals("java.util.Date") && name.equals("<init>"));
          });

  /** Names of files are written as addresses too; nothing is opened by them. */
  private static final DescribedPredicate<JavaClass> OUTSIDE =
      JavaClass.Predicates.resideInAnyPackage(
              "org.springframework..",
              "jakarta..",
              "org.hibernate..",
              "java.sql..",
              "java.net..",
              "java.nio.channels..",
              "java.util.random..")
          .and(DescribedPredicate.not(JavaClass.Predicates.belongToAnyOf(URI.class)))
          .and(DescribedPredicate.not(JavaClass.Predicates.belongToAnyOf(URL.class)))
          .and(
              DescribedPredicate.not(JavaClass.Predicates.belongToAnyOf(URISyntaxException.class)));

  @ArchTest
  static final ArchRule NO_FRAMEWORK =
      ArchRuleDefinition.noClasses().should().dependOnClassesThat(OUTSIDE);

  @ArchTest
  static final ArchRule NO_CLOCK_NO_CHANCE =
      ArchRuleDefinition.noClasses()
          .should()
          .callCodeUnitWhere(CLOCK_OR_CHANCE)
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(java.util.Random.class)
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(java.util.SplittableRandom.class);

  /** Each of these breaks one of the rules above; nothing of it is ever run. */
  @SuppressWarnings("unused")
  private static final class Slips {
    static final class Today {
      Object o = java.time.LocalDate.now();
    }

    static final class SystemClock {
      Object o = java.time.Clock.systemUTC();
    }

    static final class Nanos {
      long o = System.nanoTime();
    }

    static final class Chance {
      double o = Math.random();
    }

    static final class AnyId {
      Object o = java.util.UUID.randomUUID();
    }

    static final class LocalChance {
      int o = java.util.concurrent.ThreadLocalRandom.current().nextInt();
    }

    static final class Wire {
      Object o = new java.net.Socket();
    }
  }

  @ParameterizedTest
  @ValueSource(
      classes = {
        Slips.Today.class,
        Slips.SystemClock.class,
        Slips.Nanos.class,
        Slips.Chance.class,
        Slips.AnyId.class,
        Slips.LocalChance.class,
        Slips.Wire.class
      })
  void aSlipIsCaught(Class<?> slip) {
    JavaClasses imported = new ClassFileImporter().importClasses(slip);
    assertThat(
            NO_CLOCK_NO_CHANCE.evaluate(imported).hasViolation()
                || NO_FRAMEWORK.evaluate(imported).hasViolation())
        .as(slip.getSimpleName())
        .isTrue();
  }
}
