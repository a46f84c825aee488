package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Asks the demonstration server without a browser: each client has cookies of its own. */
public final class Caller {

  public static final String FORM = "application/x-www-form-urlencoded";

  private Caller() {}

  public static HttpClient client() {
    return HttpClient.newBuilder()
        .cookieHandler(new CookieManager())
        .followRedirects(HttpClient.Redirect.NEVER)
        .build();
  }

  public static HttpResponse<String> get(HttpClient client, String path)
      throws IOException, InterruptedException {
    URI uri = URI.create(path.startsWith("http") ? path : DemoServer.address() + path);
    return client.send(HttpRequest.newBuilder(uri).build(), HttpResponse.BodyHandlers.ofString());
  }

  public static String token(HttpClient client, String path)
      throws IOException, InterruptedException {
    Matcher m =
        Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"").matcher(get(client, path).body());
    assertThat(m.find()).isTrue();
    return m.group(1);
  }

  public static HttpResponse<String> post(
      HttpClient client, String path, String type, String body, String token)
      throws IOException, InterruptedException {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(DemoServer.address() + path))
            .header("Content-Type", type)
            .POST(HttpRequest.BodyPublishers.ofString(body));
    if (!token.isEmpty()) {
      request.header("X-CSRF-TOKEN", token);
    }
    return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  /** What is saved as a file. */
  public static byte[] bytes(HttpClient client, String path)
      throws IOException, InterruptedException {
    HttpResponse<byte[]> answer =
        client.send(
            HttpRequest.newBuilder(URI.create(DemoServer.address() + path)).build(),
            HttpResponse.BodyHandlers.ofByteArray());
    assertThat(answer.statusCode()).isEqualTo(200);
    return answer.body();
  }

  /** Sends JSON, as a page's script does. */
  public static HttpResponse<String> put(HttpClient client, String path, String json, String token)
      throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(DemoServer.address() + path))
            .header("Content-Type", "application/json")
            .header("X-CSRF-TOKEN", token)
            .PUT(HttpRequest.BodyPublishers.ofString(json))
            .build();
    return client.send(request, HttpResponse.BodyHandlers.ofString());
  }

  public static HttpResponse<String> signIn(HttpClient client, String email, String password)
      throws IOException, InterruptedException {
    String form =
        "email=" + URLEncoder.encode(email, StandardCharsets.UTF_8) + "&password=" + password;
    return post(
        client, "/sign-in", "application/x-www-form-urlencoded", form, token(client, "/sign-in"));
  }

  public static HttpClient teacher(String email) throws IOException, InterruptedException {
    HttpClient client = client();
    assertThat(signIn(client, email, DemoServer.PASSWORD).headers().firstValue("Location"))
        .hasValueSatisfying(l -> assertThat(l).contains("/plan"));
    return client;
  }

  public static HttpClient byCard(String link) throws IOException, InterruptedException {
    HttpClient client = client();
    assertThat(get(client, link).statusCode()).isEqualTo(302);
    return client;
  }

  /** Sends a form; fields and values in turn. */
  public static HttpResponse<String> form(HttpClient client, String path, String... fields)
      throws IOException, InterruptedException {
    StringBuilder body = new StringBuilder();
    for (int i = 0; i < fields.length; i += 2) {
      body.append(i == 0 ? "" : "&")
          .append(fields[i])
          .append('=')
          .append(URLEncoder.encode(fields[i + 1], StandardCharsets.UTF_8));
    }
    return post(client, path, FORM, body.toString(), token(client, "/password/forgot"));
  }

  /** Where an answer leads. */
  public static String location(HttpResponse<String> answer) {
    return answer.headers().firstValue("Location").orElse("");
  }
}
