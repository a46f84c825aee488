package school.kerygma.app.ground.door;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Ports;

/**
 * Behind a proxy that ends TLS. What a proxy forwards is believed from those that are configured
 * (RFC 7239, 8.1: anybody can send such fields); HSTS is RFC 6797, 7.2: not without TLS.
 */
class ProxyTest {

  private static final String ADDRESS = "https://kerygma.school.example";

  /** Asks as a proxy, or whoever pretends to be one, would; gives the head of the answer. */
  private static String head(int port, String path) throws IOException {
    try (Socket socket = new Socket("127.0.0.1", port)) {
      socket.setSoTimeout(20_000);
      String request =
          "GET "
              + path
              + " HTTP/1.1\r\nHost: elsewhere.example\r\nX-Forwarded-Proto: https\r\n"
              + "X-Forwarded-For: 203.0.113.7\r\nX-Forwarded-Host: elsewhere.example\r\n"
              + "Accept: */*\r\nConnection: close\r\n\r\n";
      socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
      String answer =
          new String(socket.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
      return answer.substring(0, answer.indexOf("\r\n\r\n"));
    }
  }

  @Test
  void aProxyThatIsConfiguredIsBelievedAndLinksAreByTheConfiguredAddress() throws Exception {
    int port = Ports.free();
    Process node =
        DemoServer.secondNode(
            port, "--kerygma.address=" + ADDRESS, "--kerygma.proxies=127\\.0\\.0\\.1");
    try {
      await()
          .pollInterval(Duration.ofSeconds(1))
          .ignoreExceptions()
          .until(() -> head(port, "/actuator/health/readiness").contains(" 200"));
      String page = head(port, "/sign-in");
      assertThat(page).contains("Strict-Transport-Security: max-age=");
      assertThat(page).containsPattern("Set-Cookie: kerygma=[^\r]*; Secure");
      String redirected = head(port, "/plan");
      assertThat(redirected).contains(" 302");
      assertThat(redirected).containsPattern("Location: (/|" + ADDRESS + "/)sign-in");
    } finally {
      node.destroyForcibly().waitFor();
    }
  }

  @Test
  void whoeverElseForwardsIsNotBelieved() throws Exception {
    int port = Integer.parseInt(DemoServer.address().replaceAll(".*:", ""));
    String page = head(port, "/sign-in");
    assertThat(page).doesNotContain("Strict-Transport-Security");
    assertThat(page).containsPattern("Set-Cookie: kerygma=").doesNotContain("; Secure");
    assertThat(head(port, "/plan")).containsPattern("Location: /sign-in");
  }
}
