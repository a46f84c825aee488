package school.kerygma.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.ground.accounts.People;

/** Calendar feeds of families, against a small static file of the same server. */
final class Feeds {

  private static final int FAMILIES = 3_000;
  private static final int CALENDARS = 8;
  private static final int WARM = 400;

  private Feeds() {}

  static void measure(BenchSchool school) throws Exception {
    List<String> links = new ArrayList<>();
    for (UUID guardian :
        school
            .bean(JdbcClient.class)
            .sql("select id from person where role = 'GUARDIAN' order by id")
            .query(UUID.class)
            .list()) {
      links.add(school.bean(People.class).feedLink(guardian));
    }
    List<String> feeds =
        IntStream.range(0, FAMILIES).mapToObj(i -> links.get(i % links.size())).toList();
    List<String> files =
        IntStream.range(0, FAMILIES).mapToObj(i -> school.address() + "/favicon.svg").toList();
    rate(feeds.subList(0, WARM));
    rate(files.subList(0, WARM));
    double ofFeeds = rate(feeds);
    double ofFiles = rate(files);
    System.out.printf(
        Locale.ROOT,
        "feeds: %.3f of the rate of a static file (%d families in %.0f seconds, %.0f a second here, client on the same machine)%n",
        ofFeeds / ofFiles,
        FAMILIES,
        FAMILIES / ofFeeds,
        ofFeeds);
  }

  /** Requests a second. */
  private static double rate(List<String> urls) throws Exception {
    HttpClient client = HttpClient.newHttpClient();
    long start = System.nanoTime();
    try (ExecutorService threads = Executors.newFixedThreadPool(CALENDARS)) {
      List<Future<Void>> ends = new ArrayList<>();
      for (String url : urls) {
        ends.add(
            threads.submit(
                () -> {
                  get(client, url);
                  return null;
                }));
      }
      for (Future<Void> end : ends) {
        end.get();
      }
    }
    return urls.size() / ((System.nanoTime() - start) / 1e9);
  }

  private static void get(HttpClient client, String url) throws IOException, InterruptedException {
    int status =
        client
            .send(
                HttpRequest.newBuilder(URI.create(url)).build(),
                HttpResponse.BodyHandlers.discarding())
            .statusCode();
    if (status != 200) {
      throw new IllegalStateException(url + " was answered with " + status);
    }
  }
}
