package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.security.core.context.SecurityContext;
import school.kerygma.core.access.Access.Role;

class StoredSessionsTest {

  /** As it was stored in November 2026, before the packages of the application lay in wings. */
  private static final String STORED =
      """
          rO0ABXNyAD1vcmcuc3ByaW5nZnJhbWV3b3JrLnNlY3VyaXR5LmNvcmUuY29udGV4dC5TZWN1cml0eUNvbnRleHRJbXBsAAAAAAAA
          AmwCAAFMAA5hdXRoZW50aWNhdGlvbnQAMkxvcmcvc3ByaW5nZnJhbWV3b3JrL3NlY3VyaXR5L2NvcmUvQXV0aGVudGljYXRpb247
          eHBzcgBPb3JnLnNwcmluZ2ZyYW1ld29yay5zZWN1cml0eS5hdXRoZW50aWNhdGlvbi5Vc2VybmFtZVBhc3N3b3JkQXV0aGVudGlj
          YXRpb25Ub2tlbgAAAAAAAAJsAgACTAALY3JlZGVudGlhbHN0ABJMamF2YS9sYW5nL09iamVjdDtMAAlwcmluY2lwYWxxAH4ABHhy
          AEdvcmcuc3ByaW5nZnJhbWV3b3JrLnNlY3VyaXR5LmF1dGhlbnRpY2F0aW9uLkFic3RyYWN0QXV0aGVudGljYXRpb25Ub2tlbtOq
          KH5uR2QOAgADWgANYXV0aGVudGljYXRlZEwAC2F1dGhvcml0aWVzdAAWTGphdmEvdXRpbC9Db2xsZWN0aW9uO0wAB2RldGFpbHNx
          AH4ABHhwAXNyACZqYXZhLnV0aWwuQ29sbGVjdGlvbnMkVW5tb2RpZmlhYmxlTGlzdPwPJTG17I4QAgABTAAEbGlzdHQAEExqYXZh
          L3V0aWwvTGlzdDt4cgAsamF2YS51dGlsLkNvbGxlY3Rpb25zJFVubW9kaWZpYWJsZUNvbGxlY3Rpb24ZQgCAy173HgIAAUwAAWNx
          AH4ABnhwc3IAE2phdmEudXRpbC5BcnJheUxpc3R4gdIdmcdhnQMAAUkABHNpemV4cAAAAAF3BAAAAAFzcgBCb3JnLnNwcmluZ2Zy
          YW1ld29yay5zZWN1cml0eS5jb3JlLmF1dGhvcml0eS5TaW1wbGVHcmFudGVkQXV0aG9yaXR5AAAAAAAAAmwCAAFMAARyb2xldAAS
          TGphdmEvbGFuZy9TdHJpbmc7eHB0AAxST0xFX1RFQUNIRVJ4cQB+AA1wcHNyACRzY2hvb2wua2VyeWdtYS5hcHAuYWNjb3VudHMu
          U2lnbmVkSW4AAAAAAAAAAAIAA0wAAmlkdAAQTGphdmEvdXRpbC9VVUlEO0wABG5hbWVxAH4AD0wABHJvbGV0AChMc2Nob29sL2tl
          cnlnbWEvY29yZS9hY2Nlc3MvQWNjZXNzJFJvbGU7eHBzcgAOamF2YS51dGlsLlVVSUS8mQP3mG2FLwIAAkoADGxlYXN0U2lnQml0
          c0oAC21vc3RTaWdCaXRzeHAAAAAAAAAABwAAAAAAAAAAdAANT2RhbHlzIEJyYW5kdH5yACZzY2hvb2wua2VyeWdtYS5jb3JlLmFj
          Y2Vzcy5BY2Nlc3MkUm9sZQAAAAAAAAAAEgAAeHIADmphdmEubGFuZy5FbnVtAAAAAAAAAAASAAB4cHQAB1RFQUNIRVI=
      """;

  @Test
  void whoSignedInBeforeAnUpgradeIsSignedInAfterIt() throws IOException {
    Object read =
        new StoredSessions()
            .deserialize(new ByteArrayInputStream(Base64.getMimeDecoder().decode(STORED)));
    assertThat(((SecurityContext) read).getAuthentication().getPrincipal())
        .isEqualTo(new SignedIn(new UUID(0, 7), Role.TEACHER, "Odalys Brandt"));
  }
}
