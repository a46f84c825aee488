package school.kerygma.app.ground.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import school.kerygma.app.Caller;
import school.kerygma.app.DemoServer;
import school.kerygma.app.TestSchool;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.core.time.DueRuleText;

/** Families read the words that are ours in their own language, and everybody else in English. */
class FamilyLanguageTest {

  private static final LocalDate WEDNESDAY = LocalDate.of(2026, 9, 30);

  /** What stands on a family's pages in English whatever its language: names, and these words. */
  private static final Set<String> ALIKE = Set.of("Kerygma", "English", "Test week");

  private static final Pattern TEXT =
      Pattern.compile(">([^<>]+)<|(?:aria-label|title|placeholder)=\"([^\"]+)\"");
  private static final Pattern PLACE = Pattern.compile("\\{(\\d)[^{}]*}");

  private static Properties file(String name) throws IOException {
    Properties words = new Properties();
    try (Reader reader =
        new InputStreamReader(
            Objects.requireNonNull(FamilyLanguageTest.class.getResourceAsStream("/" + name)),
            StandardCharsets.UTF_8)) {
      words.load(reader);
    }
    return words;
  }

  private static Set<String> places(String message) {
    Set<String> all = new TreeSet<>();
    Matcher place = Pattern.compile("\\{(\\d)|%(\\d)").matcher(message);
    while (place.find()) {
      all.add(place.group());
    }
    return all;
  }

  @Test
  void everyLanguageSaysTheSameMessagesWithTheSamePlaces() throws IOException {
    Properties english = file("messages.properties");
    Properties spanish = file("messages_es.properties");
    Properties french = file("messages_fr.properties");
    assertThat(spanish.stringPropertyNames())
        .isNotEmpty()
        .isEqualTo(french.stringPropertyNames())
        .isSubsetOf(english.stringPropertyNames());
    for (String key : spanish.stringPropertyNames()) {
      assertThat(places(spanish.getProperty(key)))
          .as(key)
          .isEqualTo(places(english.getProperty(key)))
          .isEqualTo(places(french.getProperty(key)));
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"es", "fr"})
  void noEnglishOfOursStandsOnAFamilysPages(String language) throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 2);
    UUID late = task(school, "Proyecto", WEDNESDAY.minusDays(1));
    school.post(WEDNESDAY, late, task(school, "Modelo", WEDNESDAY));
    People people = DemoServer.bean(People.class);
    UUID student = school.students().iterator().next();
    UUID guardian = people.guardiansOf(List.of(student)).getFirst().id();
    HttpClient family = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    Caller.form(family, "/family/language", "language", language);
    List<Pattern> english = english(file("messages_" + language + ".properties"));
    List<String> left = new ArrayList<>();
    for (String page :
        List.of(
            "/family",
            "/family/marks/" + school.section() + "/" + student,
            "/family/questions",
            "/family/tasks/" + late + "/questions",
            "/family/times",
            "/family/guardians",
            "/family/calendar",
            "/family/no-such-page")) {
      String html = Caller.get(family, page).body();
      assertThat(html).contains("<html", "lang=\"" + language + "\"");
      left.addAll(left(page, html, english));
    }
    assertThat(left).isEmpty();
  }

  private static List<String> left(String page, String html, List<Pattern> english) {
    List<String> left = new ArrayList<>();
    Matcher text = TEXT.matcher(html.replaceAll("(?s)<script.*?</script>|<head>.*?</head>", ""));
    while (text.find()) {
      String words = (text.group(1) == null ? text.group(2) : text.group(1)).strip();
      if (!ALIKE.contains(words) && english.stream().anyMatch(e -> e.matcher(words).matches())) {
        left.add(page + ": " + words);
      }
    }
    return left;
  }

  @ParameterizedTest
  @ValueSource(strings = {"es", "fr"})
  void norOnThePagesBeforeAnybodyHasSignedIn(String language) throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    HttpClient teacher = Caller.teacher(school.email());
    Caller.form(teacher, "/sections/" + school.section() + "/joining", "on", "true");
    String code =
        DemoServer.bean(JdbcClient.class)
            .sql("select code from join_code where section_id = ?")
            .param(school.section())
            .query(String.class)
            .single();
    List<Pattern> english = english(file("messages_" + language + ".properties"));
    HttpClient nobody = Caller.client();
    for (String page :
        List.of(
            "/sign-in", "/password/forgot", "/join", "/join?code=" + code, "/join?code=NOWHERE")) {
      String html = asked(nobody, page, language);
      assertThat(html).as(page).contains("lang=\"" + language + "\"");
      assertThat(left(page, html, english)).isEmpty();
    }
  }

  private static UUID task(TestSchool school, String title, LocalDate day) {
    return DemoServer.bean(Tasks.class)
        .plan(
            school.teacher(),
            TaskSheet.of(title, 20, Map.of(school.section(), day))
                .due(Optional.of(DueRuleText.read("day 23:59"))));
  }

  /** What English says of its own: what the other language says alike is in both. */
  private static List<Pattern> english(Properties other) throws IOException {
    Set<String> alike =
        other.stringPropertyNames().stream().map(other::getProperty).collect(Collectors.toSet());
    return file("messages.properties").values().stream()
        .map(Object::toString)
        .filter(words -> !alike.contains(words))
        .filter(
            words ->
                !words.contains("{") || PLACE.matcher(words).replaceAll("").matches(".*[a-z]{3}.*"))
        .filter(words -> words.matches("(?s).*[A-Za-z]{3}.*") && !words.contains("choice"))
        .map(FamilyLanguageTest::asPattern)
        .toList();
  }

  private static Pattern asPattern(String message) {
    StringBuilder pattern = new StringBuilder();
    Matcher place = PLACE.matcher(message);
    int from = 0;
    while (place.find()) {
      pattern.append(Pattern.quote(message.substring(from, place.start()))).append(".{1,60}");
      from = place.end();
    }
    return Pattern.compile(pattern + Pattern.quote(message.substring(from)));
  }

  @Test
  void aGuardianWhoHasNotChosenReadsAsTheirBrowserAsksAndTheirTeacherInEnglish() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    People people = DemoServer.bean(People.class);
    UUID guardian = people.guardiansOf(school.students()).getFirst().id();
    HttpClient family = Caller.byCard(people.cardLinks(Set.of(guardian)).get(guardian));
    assertThat(asked(family, "/family", "fr-CA,fr;q=0.9,en;q=0.5")).contains("La semaine de votre");
    assertThat(asked(family, "/family", "pl,en;q=0.5")).contains("Your family");
    Caller.form(family, "/family/language", "language", "en");
    assertThat(asked(family, "/family", "fr-CA")).contains("Your family");
    assertThat(Caller.form(family, "/family/language", "language", "tlh").statusCode())
        .isEqualTo(400);
    UUID student = school.students().iterator().next();
    HttpClient pupil = Caller.byCard(people.cardLinks(Set.of(student)).get(student));
    assertThat(asked(pupil, "/class", "es")).contains("lang=\"en\"");
  }

  private static String asked(HttpClient by, String path, String languages) throws Exception {
    return by.send(
            HttpRequest.newBuilder(URI.create(DemoServer.address() + path))
                .header("Accept-Language", languages)
                .build(),
            HttpResponse.BodyHandlers.ofString())
        .body();
  }

  @Test
  void datesAreWrittenAsTheirReadersWriteThem() {
    Wording show = new Wording();
    Map<String, List<String>> said =
        Map.of(
            "en", List.of("Wednesday, September 30", "Anna, Ida and Ivan", "11:05 p.m."),
            "es", List.of("mi\u00e9rcoles 30 de septiembre", "Anna, Ida e Ivan", "23:05"),
            "fr", List.of("mercredi 30 septembre", "Anna, Ida et Ivan", "23 h 05"));
    for (Locale language : FamilyLanguage.OFFERED) {
      assertThat(
              FamilyLanguage.in(
                  language,
                  () ->
                      List.of(
                          show.fullDay(WEDNESDAY),
                          show.list(List.of("Anna", "Ida", "Ivan")),
                          show.time(LocalTime.of(23, 5)))))
          .isEqualTo(said.get(language.getLanguage()));
    }
    assertThat(FamilyLanguage.current()).isEqualTo(Locale.US);
  }
}
