package school.kerygma.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;

@AnalyzeClasses(
    packages = "school.kerygma.core",
    importOptions = ImportOption.DoNotIncludeTests.class)
class CoreIsPlainJavaTest {

  @ArchTest
  static final ArchRule itTouchesNoFrameworkNoSqlAndNoFile =
      classes()
          .should()
          .onlyDependOnClassesThat()
          .resideInAnyPackage(
              "school.kerygma.core..",
              "java.lang..",
              "java.util..",
              "java.time..",
              "java.math..",
              "java.text..",
              "org.jspecify..",
              // Myers' way from one text to another: a library of no framework.
              "com.github.difflib..");

  @ArchTest
  static final ArchRule itReadsNoSystemClock =
      noClasses()
          .should()
          .callMethod(Instant.class, "now")
          .orShould()
          .callMethod(LocalDate.class, "now")
          .orShould()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(System.class, "nanoTime")
          .orShould()
          .dependOnClassesThat()
          .areAssignableTo(Clock.class);

  @ArchTest
  static final ArchRule itsPackagesDependOnlyDownwards =
      slices().matching("school.kerygma.core.(*)..").should().beFreeOfCycles();
}
