package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.Parameter;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;

/**
 * Every route, with every field in turn filled as nobody would: the fault is never the server's.
 */
class FuzzTest {

  /** Each field meets so many of the odd values, each value so many of the fields. */
  private static final int AT_A_FIELD = 7;

  private static final Set<String> LEFT_OUT = Set.of("/error", "/sign-out", "/start");

  private static final List<String> ODD =
      List.of(
          "",
          " ",
          "\u0000",
          "a\u0007\u2028b\nc",
          "x".repeat(6_000),
          "-1",
          "99999999999999999999",
          "2147483647",
          "-4000-01-01",
          "2026-13-45",
          "25:61",
          "null",
          "\uD83C\uDF09\uFFFF",
          "'\"><script>",
          "00000000-0000-0000-0000-000000000000");

  private final TestSchool school = TestSchool.in("America/Halifax", 2);
  private final Map<String, String> own = new LinkedHashMap<>();
  private final List<String> faults = new ArrayList<>();
  private int asked;
  private int next;

  /** Ids that exist, so that requests come further than the gate. */
  private String ownId(String path) {
    return own.entrySet().stream()
        .filter(e -> path.startsWith(e.getKey()))
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse(UUID.randomUUID().toString());
  }

  @Test
  void noRouteAndNoFieldMakesAFaultOfTheServer() throws Exception {
    HttpClient teacher = Caller.teacher(school.email());
    own.put("/sections", school.section().toString());
    own.put("/school", school.term().toString());
    own.put(
        "/plan/tasks",
        DemoServer.bean(Tasks.class)
            .plan(
                school.teacher(),
                TaskSheet.of("Fuzz", 10, Map.of(school.section(), LocalDate.parse("2026-10-01"))))
            .toString());
    String walkthrough = Caller.location(Caller.form(teacher, "/walkthroughs", "title", "Fuzz"));
    own.put("/walkthroughs", walkthrough.substring(walkthrough.lastIndexOf('/') + 1));
    own.put(
        "/stops",
        TestSchool.id(
                "select id from stop where walkthrough_id = ?::uuid limit 1",
                own.get("/walkthroughs"))
            .toString());
    HttpClient student =
        Caller.byCard(
            DemoServer.bean(People.class)
                .cardLinks(Set.of(school.students().iterator().next()))
                .values()
                .iterator()
                .next());
    String token = Caller.token(teacher, "/plan");
    String studentToken = Caller.token(student, "/class");
    RequestMappingHandlerMapping routes =
        DemoServer.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
    for (Map.Entry<RequestMappingInfo, HandlerMethod> route :
        routes.getHandlerMethods().entrySet()) {
      for (String pattern : route.getKey().getPatternValues()) {
        if (LEFT_OUT.contains(pattern)) {
          continue;
        }
        boolean students = pattern.startsWith("/class") || pattern.startsWith("/watch");
        for (RequestMethod method : methods(route.getKey())) {
          fuzz(
              students ? student : teacher,
              students ? studentToken : token,
              method.name(),
              pattern,
              route.getValue());
        }
      }
    }
    assertThat(asked).isGreaterThan(1_000);
    assertThat(faults).as("of " + asked).isEmpty();
  }

  private static Set<RequestMethod> methods(RequestMappingInfo info) {
    Set<RequestMethod> all = info.getMethodsCondition().getMethods();
    return all.isEmpty() ? Set.of(RequestMethod.GET) : all;
  }

  private void fuzz(
      HttpClient client, String token, String method, String pattern, HandlerMethod handler)
      throws Exception {
    String good = pattern.replaceAll("\\{[^}]+}", ownId(pattern));
    if (pattern.contains("{")) {
      for (String odd :
          List.of("x", "%00", "..%2f", "-1", "00000000-0000-0000-0000-000000000000")) {
        ask(client, token, method, pattern.replaceAll("\\{[^}]+}", odd), Map.of(), "");
      }
    }
    Map<String, String> fields = new LinkedHashMap<>();
    boolean body = false;
    for (Parameter p : handler.getMethod().getParameters()) {
      RequestParam param = AnnotatedElementUtils.getMergedAnnotation(p, RequestParam.class);
      body |= AnnotatedElementUtils.isAnnotated(p, RequestBody.class);
      if (param != null && !Map.class.isAssignableFrom(p.getType())) {
        fields.put(param.name().isEmpty() ? p.getName() : param.name(), plausible(p.getType()));
      }
    }
    ask(client, token, method, good, Map.of(), "");
    ask(client, token, method, good, fields, "");
    if (body) {
      for (String json :
          List.of("", "null", "[]", "{}", "[[[[", "{\"version\":1e400}", "[\"\\u0000\"]", "7")) {
        ask(client, token, method, good, Map.of(), json.isEmpty() ? " " : json);
      }
    }
    for (String field : fields.keySet()) {
      for (int i = 0; i < AT_A_FIELD; i++) {
        Map<String, String> some = new LinkedHashMap<>(fields);
        some.put(field, ODD.get(next++ % ODD.size()));
        ask(client, token, method, good, some, "");
      }
    }
  }

  private String plausible(Class<?> type) {
    if (type == LocalDate.class) {
      return "2026-10-01";
    }
    if (type == UUID.class || type == Set.class) {
      return school.section().toString();
    }
    if (type == int.class || type == Integer.class) {
      return "1";
    }
    if (type == boolean.class) {
      return "false";
    }
    return type == java.time.LocalTime.class ? "09:00" : "Some words";
  }

  private void ask(
      HttpClient client,
      String token,
      String method,
      String path,
      Map<String, String> fields,
      String json)
      throws Exception {
    StringBuilder form = new StringBuilder();
    fields.forEach(
        (name, value) ->
            form.append(form.isEmpty() ? "" : "&")
                .append(name)
                .append('=')
                .append(URLEncoder.encode(value, StandardCharsets.UTF_8)));
    boolean get = method.equals("GET");
    HttpRequest.Builder request =
        HttpRequest.newBuilder(
                URI.create(
                    DemoServer.address()
                        + path
                        + (get && !form.isEmpty()
                            ? "?" + form.substring(0, Math.min(4_000, form.length()))
                            : "")))
            .header("X-CSRF-TOKEN", token)
            .timeout(Duration.ofSeconds(30));
    if (get) {
      request.GET();
    } else {
      request
          .header("Content-Type", json.isEmpty() ? Caller.FORM : "application/json")
          .method(
              method, HttpRequest.BodyPublishers.ofString(json.isEmpty() ? form.toString() : json));
    }
    HttpResponse<String> answer =
        client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    asked++;
    if (answer.statusCode() >= 500) {
      String what = fields.toString();
      faults.add(
          answer.statusCode()
              + " "
              + method
              + " "
              + path
              + " "
              + what.substring(0, Math.min(160, what.length()))
              + json);
    }
  }
}
