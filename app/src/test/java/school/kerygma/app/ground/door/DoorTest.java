package school.kerygma.app.ground.door;

import static org.assertj.core.api.Assertions.assertThat;
import static school.kerygma.app.Caller.FORM;
import static school.kerygma.app.Caller.client;
import static school.kerygma.app.Caller.form;
import static school.kerygma.app.Caller.get;
import static school.kerygma.app.Caller.location;
import static school.kerygma.app.Caller.post;
import static school.kerygma.app.Caller.teacher;
import static school.kerygma.app.Caller.token;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.thymeleaf.spring6.view.ThymeleafViewResolver;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.ground.accounts.People;

/** What requests bring, how many there are, and what is asked for twice. */
class DoorTest {

  private final TestSchool school = TestSchool.in("America/Halifax", 1);

  private HttpClient student() throws Exception {
    return Caller.byCard(
        DemoServer.bean(People.class).cardLinks(school.students()).values().iterator().next());
  }

  private static HttpResponse<String> sent(
      HttpClient client, String method, String path, String type, String body, String token)
      throws Exception {
    return client.send(
        HttpRequest.newBuilder(URI.create(DemoServer.address() + path))
            .header("Content-Type", type)
            .header("Accept", "application/json")
            .header("X-CSRF-TOKEN", token)
            .timeout(Duration.ofSeconds(20))
            .method(method, HttpRequest.BodyPublishers.ofByteArrays(List.of(body.getBytes())))
            .build(),
        HttpResponse.BodyHandlers.ofString());
  }

  /** A handler with a fault in it. */
  static final class Faulty {
    @ResponseBody
    public String answer() {
      throw new IllegalArgumentException("A fault on purpose");
    }
  }

  @Test
  void aFaultIsNoRefusal() throws Exception {
    RequestMappingHandlerMapping routes =
        DemoServer.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
    RequestMappingInfo route =
        RequestMappingInfo.paths("/plan/faulty").options(routes.getBuilderConfiguration()).build();
    routes.registerMapping(route, new Faulty(), Faulty.class.getMethod("answer"));
    try {
      HttpResponse<String> answer = get(teacher(school.email()), "/plan/faulty");
      assertThat(answer.statusCode()).isEqualTo(500);
      assertThat(answer.body()).doesNotContain("on purpose");
    } finally {
      routes.unregisterMapping(route);
    }
  }

  @Test
  void whatIsLongerThanItsKindMayBeIsRefusedAlsoWithoutAnAnnouncedLength() throws Exception {
    HttpClient tablet = student();
    String token = token(tablet, "/class");
    String beacon = "{\"viewing\":\"" + new UUID(0, 1) + "\",\"number\":1,\"spans\":[%s[1,2]]}";
    String path = "/watch/" + new UUID(0, 2);
    assertThat(
            post(tablet, path, "application/json", beacon.formatted("[1,2],".repeat(5_000)), token)
                .statusCode())
        .isEqualTo(413);
    // BodyPublishers.ofByteArrays sends in chunks, without a length.
    assertThat(
            sent(
                    tablet,
                    "POST",
                    path,
                    "application/json",
                    beacon.formatted("[1,2],".repeat(5_000)),
                    token)
                .statusCode())
        .isIn(404, 413);
    HttpClient desk = teacher(school.email());
    String own = token(desk, "/plan");
    assertThat(
            post(desk, "/walkthroughs", FORM, "title=" + "x".repeat(1_100_000), own).statusCode())
        .isEqualTo(413);
    assertThat(
            sent(
                    desk,
                    "PUT",
                    "/recordings/" + UUID.randomUUID() + "/trace/0",
                    "application/json",
                    "[" + " ".repeat(300_000) + "]",
                    own)
                .statusCode())
        .isIn(404, 413);
  }

  @Test
  void aBeaconThatIsNoneIsRefusedAndNotAFaultOfTheServer() throws Exception {
    HttpClient tablet = student();
    String token = token(tablet, "/class");
    UUID score = TestSchool.id("select id from score order by seq desc limit 1");
    for (String body :
        List.of(
            "[".repeat(100) + "]".repeat(100),
            "{}",
            "{\"viewing\":null,\"number\":0,\"spans\":null}",
            "{\"viewing\":\"" + score + "\",\"number\":0,\"spans\":[[1]]}",
            "{\"viewing\":\"" + score + "\",\"number\":0,\"spans\":[[2,1]]}",
            "{\"viewing\":\"" + score + "\",\"number\":0,\"spans\":[[1,99999999999999]]}",
            "{\"viewing\":\"" + score + "\",\"number\":-1,\"spans\":[null]}")) {
      assertThat(post(tablet, "/watch/" + score, "application/json", body, token).statusCode())
          .as(body.substring(0, Math.min(60, body.length())))
          .isBetween(400, 499);
    }
  }

  @Test
  void whatIsPressedTwiceIsDoneOnceAndBothAreShownTheSame() throws Exception {
    HttpClient desk = teacher(school.email());
    String token = token(desk, "/plan");
    String body = "title=Twice&once=" + UUID.randomUUID();
    List<String> shown = new ArrayList<>();
    try (ExecutorService presses = Executors.newVirtualThreadPerTaskExecutor()) {
      List<Future<HttpResponse<String>>> all = new ArrayList<>();
      for (int i = 0; i < 6; i++) {
        all.add(presses.submit(() -> post(desk, "/walkthroughs", FORM, body, token)));
      }
      for (Future<HttpResponse<String>> one : all) {
        shown.add(location(one.get()));
      }
    }
    assertThat(Set.copyOf(shown)).hasSize(1);
    assertThat(
            TestSchool.count(
                "select count(*) from walkthrough where title = 'Twice' and owner_id = ?",
                school.teacher()))
        .isEqualTo(1);
  }

  @Test
  void aFormThatIsSentAgainWithOtherWordsIsAnotherDeedAndOneThatFailedMayBeTriedAgain()
      throws Exception {
    HttpClient desk = teacher(school.email());
    String key = UUID.randomUUID().toString();
    String first = location(form(desk, "/walkthroughs", "title", "One", "once", key));
    String second = location(form(desk, "/walkthroughs", "title", "Two", "once", key));
    assertThat(second).isNotEqualTo(first);
    String other = UUID.randomUUID().toString();
    assertThat(form(desk, "/walkthroughs", "title", " ", "once", other).statusCode())
        .isEqualTo(422);
    assertThat(form(desk, "/walkthroughs", "title", " ", "once", other).statusCode())
        .isEqualTo(422);
  }

  @Test
  void everyFormHasAKey() throws Exception {
    HttpClient desk = teacher(school.email());
    for (String page :
        List.of("/walkthroughs", "/plan/tasks/new", "/school", "/plan/sessions/new")) {
      String html = get(desk, page).body();
      int forms = html.split("<form[^>]*method=\"post\"", -1).length - 1;
      int keys = html.split("name=\"once\"", -1).length - 1;
      assertThat(keys).as(page).isEqualTo(forms).isPositive();
    }
  }

  @Test
  void charactersThatNobodyTypesAreLeftOut() throws Exception {
    HttpClient desk = teacher(school.email());
    String path =
        location(form(desk, "/walkthroughs", "title", "A\u0000 bridge\u2028of\r\ncard\u202E"));
    assertThat(get(desk, path).statusCode()).isEqualTo(200);
    assertThat(
            TestSchool.sql()
                .sql("select title from walkthrough where owner_id = ?")
                .param(school.teacher())
                .query(String.class)
                .single())
        .isEqualTo("A bridge of card");
  }

  @Test
  void daysThatNoSchoolHasAreRefusedAndTheSchoolStaysUsable() throws Exception {
    HttpClient desk = teacher(school.email());
    for (String day : List.of("-4000-01-01", "9999-12-31", "0001-01-01", "2026-02-30")) {
      assertThat(
              form(
                      desk,
                      "/school/" + school.term(),
                      "name",
                      "Autumn",
                      "firstDay",
                      day,
                      "weeks",
                      "12",
                      "begins",
                      "08:00",
                      "ends",
                      "15:00")
                  .statusCode())
          .as(day)
          .isBetween(400, 499);
      assertThat(get(desk, "/school").statusCode()).isEqualTo(200);
      assertThat(get(desk, "/plan?week=" + day).statusCode()).isLessThan(500);
    }
  }

  @Test
  void aKindOfPointsIsReadAgainAsItWasWritten() throws Exception {
    HttpClient desk = teacher(school.email());
    for (String name : List.of("Lab 50 on", "Lab\nwork", "7 on 7", "Half 50")) {
      assertThat(
              form(
                      desk,
                      "/sections/" + school.section() + "/grading",
                      "kind",
                      name,
                      "weight",
                      "50",
                      "scale",
                      "",
                      "kind",
                      "Rest",
                      "weight",
                      "50",
                      "scale",
                      "4")
                  .statusCode())
          .isEqualTo(302);
      String page = get(desk, "/sections/" + school.section() + "/settings").body();
      assertThat(page).contains("value=\"" + name.replace('\n', ' ') + "\"");
    }
  }

  @Test
  void afterAFloodOthersAreServedAndEveryoneWasAnswered() throws Exception {
    HttpClient tablet = student();
    String token = token(tablet, "/class");
    UUID score = TestSchool.id("select id from score order by seq desc limit 1");
    ConcurrentLinkedQueue<Integer> answers = new ConcurrentLinkedQueue<>();
    ConcurrentLinkedQueue<String> bare = new ConcurrentLinkedQueue<>();
    try (ExecutorService flood = Executors.newVirtualThreadPerTaskExecutor()) {
      for (int i = 0; i < 1_200; i++) {
        int number = i;
        flood.submit(
            () -> {
              String body =
                  "{\"viewing\":\"%s\",\"number\":%d,\"spans\":[[0,900]]}"
                      .formatted(new UUID(9, number), number);
              HttpResponse<String> answer;
              try {
                answer = post(tablet, "/watch/" + score, "application/json", body, token);
              } catch (IOException e) {
                bare.add(number + " was not answered: " + e);
                return null;
              }
              answers.add(answer.statusCode());
              if (answer.statusCode() == 503
                  && answer.headers().firstValue("Retry-After").isEmpty()) {
                bare.add(answer.body());
              }
              return null;
            });
      }
      // In the middle of it, somebody else reads a page: a student of another class is not shut
      // out.
      HttpResponse<String> page =
          client()
              .send(
                  HttpRequest.newBuilder(URI.create(DemoServer.address() + "/sign-in"))
                      .timeout(Duration.ofSeconds(10))
                      .build(),
                  HttpResponse.BodyHandlers.ofString());
      assertThat(page.statusCode()).isEqualTo(200);
    }
    assertThat(bare).isEmpty();
    assertThat(answers).hasSize(1_200).allMatch(s -> s == 404 || s == 204 || s == 503);
    HttpResponse<String> after =
        tablet.send(
            HttpRequest.newBuilder(URI.create(DemoServer.address() + "/class"))
                .timeout(Duration.ofSeconds(10))
                .build(),
            HttpResponse.BodyHandlers.ofString());
    assertThat(after.statusCode()).isEqualTo(200);
    assertThat(get(client(), "/actuator/health/readiness").statusCode()).isEqualTo(200);
  }

  /** Half a page with status 200 is neither read nor told. */
  @Test
  void aPageIsSentOnceAllOfItIsDrawn() {
    assertThat(
            DemoServer.bean(ThymeleafViewResolver.class).getProducePartialOutputWhileProcessing())
        .isFalse();
  }
}
