package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaPackage;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModuleDetectionStrategy;
import org.springframework.modulith.core.ApplicationModules;

/** The wings of the house, and the modules in them. */
class ModulesTest {

  /** A module is a package in a wing; the demonstration is a wing of one module. */
  static final class InWings implements ApplicationModuleDetectionStrategy {
    @Override
    public Stream<org.springframework.modulith.core.JavaPackage> getModuleBasePackages(
        org.springframework.modulith.core.JavaPackage house) {
      return house.getDirectSubPackages().stream()
          .flatMap(
              wing ->
                  wing.getDirectSubPackages().isEmpty()
                      ? Stream.of(wing)
                      : wing.getDirectSubPackages().stream());
    }
  }

  private static final JavaPackage HOUSE =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("school.kerygma.app")
          .getPackage("school.kerygma.app");

  /** What each wing says that it uses. */
  private static Map<String, Set<String>> said() {
    return HOUSE.getSubpackages().stream()
        .collect(
            Collectors.toMap(
                JavaPackage::getRelativeName,
                wing -> Set.of(wing.getAnnotationOfType(Wing.class).uses())));
  }

  /** What the classes of each wing really use. */
  private static Map<String, Set<String>> used() {
    Map<String, Set<String>> used = new TreeMap<>();
    for (JavaPackage wing : HOUSE.getSubpackages()) {
      used.put(
          wing.getRelativeName(),
          wing.getClassesInPackageTree().stream()
              .flatMap(c -> c.getDirectDependenciesFromSelf().stream())
              .map(d -> d.getTargetClass().getBaseComponentType())
              .flatMap(ModulesTest::wingOf)
              .filter(other -> !other.equals(wing.getRelativeName()))
              .collect(Collectors.toCollection(TreeSet::new)));
    }
    return used;
  }

  private static Stream<String> wingOf(JavaClass used) {
    String[] words = used.getPackageName().split("\\.");
    return used.getPackageName().startsWith(HOUSE.getName()) && words.length > 3
        ? Stream.of(words[3])
        : Stream.empty();
  }

  private static int floor(String wing, Map<String, Set<String>> uses) {
    return 1 + uses.get(wing).stream().mapToInt(below -> floor(below, uses)).max().orElse(0);
  }

  @Test
  void modulesSpeakOnlyThroughTheirOwnDoorsAndNeverInACircle() {
    ApplicationModules modules = ApplicationModules.of(KerygmaApplication.class);
    assertThat(modules.stream()).hasSizeGreaterThan(30);
    modules.verify();
  }

  @Test
  void aWingUsesTheWingsThatItSaysAndStandsOnThemInNoMoreThanEightFloors() {
    Map<String, Set<String>> used = used();
    assertThat(used).containsExactlyInAnyOrderEntriesOf(said());
    assertThat(used.keySet())
        .allSatisfy(wing -> assertThat(floor(wing, used)).isLessThanOrEqualTo(8));
  }

  @Test
  void everyPackageLiesInAWing() {
    assertThat(HOUSE.getSubpackages())
        .allSatisfy(wing -> assertThat(wing.isAnnotatedWith(Wing.class)).isTrue())
        .allSatisfy(
            wing ->
                assertThat(wing.getSubpackages().isEmpty())
                    .as("%s has classes of its own, or modules", wing.getRelativeName())
                    .isEqualTo(
                        wing.getClasses().stream()
                            .anyMatch(c -> !c.getSimpleName().equals("package-info"))));
  }
}
