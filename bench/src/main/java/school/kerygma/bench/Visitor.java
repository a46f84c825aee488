package school.kerygma.bench;

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

/** Somebody who is signed in, over real requests. */
record Visitor(String address, HttpClient client, String token) {

  private static final Pattern TOKEN = Pattern.compile("name=\"csrf\" content=\"([^\"]+)\"");

  static Visitor byCard(String address, String link) throws IOException, InterruptedException {
    HttpClient client = fresh();
    client.send(
        HttpRequest.newBuilder(URI.create(link)).build(), HttpResponse.BodyHandlers.discarding());
    return new Visitor(address, client, token(client, address + "/class"));
  }

  static Visitor teacher(String address, String email, String password)
      throws IOException, InterruptedException {
    HttpClient client = fresh();
    Visitor stranger = new Visitor(address, client, token(client, address + "/sign-in"));
    String form =
        "email=" + URLEncoder.encode(email, StandardCharsets.UTF_8) + "&password=" + password;
    stranger.post("/sign-in", "application/x-www-form-urlencoded", form, 200);
    return new Visitor(address, client, token(client, address + "/plan"));
  }

  private static HttpClient fresh() {
    return HttpClient.newBuilder()
        .cookieHandler(new CookieManager())
        .followRedirects(HttpClient.Redirect.ALWAYS)
        .build();
  }

  private static String token(HttpClient client, String page)
      throws IOException, InterruptedException {
    String body =
        client
            .send(
                HttpRequest.newBuilder(URI.create(page)).build(),
                HttpResponse.BodyHandlers.ofString())
            .body();
    Matcher found = TOKEN.matcher(body);
    if (!found.find()) {
      throw new IllegalStateException("No token on " + page + ":\n" + body);
    }
    return found.group(1);
  }

  /** Gets a page of the application, whole. */
  String get(String path) throws IOException, InterruptedException {
    HttpResponse<String> answer =
        client.send(
            HttpRequest.newBuilder(URI.create(address + path)).build(),
            HttpResponse.BodyHandlers.ofString());
    if (answer.statusCode() != 200) {
      throw new IllegalStateException(path + " was answered with " + answer.statusCode());
    }
    return answer.body();
  }

  void post(String path, String type, String body, int expected)
      throws IOException, InterruptedException {
    send("POST", path, type, body, expected);
  }

  void put(String path, String json) throws IOException, InterruptedException {
    send("PUT", path, "application/json", json, 200);
  }

  private void send(String method, String path, String type, String body, int expected)
      throws IOException, InterruptedException {
    int status =
        client
            .send(
                HttpRequest.newBuilder(URI.create(address + path))
                    .header("Content-Type", type)
                    .header("X-CSRF-TOKEN", token)
                    .method(method, HttpRequest.BodyPublishers.ofString(body))
                    .build(),
                HttpResponse.BodyHandlers.discarding())
            .statusCode();
    if (status != expected) {
      throw new IllegalStateException(path + " was answered with " + status);
    }
  }
}
