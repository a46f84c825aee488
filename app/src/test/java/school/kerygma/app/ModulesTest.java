package school.kerygma.app;

import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

class ModulesTest {

  @Test
  void modulesSpeakOnlyThroughTheirOwnDoorsAndNeverInACircle() {
    ApplicationModules.of(KerygmaApplication.class).verify();
  }
}
