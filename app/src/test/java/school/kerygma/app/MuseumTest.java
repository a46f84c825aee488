package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpClient;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.app.ground.jobs.Nightly;
import school.kerygma.app.school.sections.SchoolTime;
import school.kerygma.core.walkthrough.PlaybackScore;

/** What was stored yesterday opens today: for its teacher, its students and their families. */
class MuseumTest {

  @TempDir private Path directory;

  @ParameterizedTest
  @ValueSource(strings = {"ad5f94e", "673352c", "cfe93d7"})
  void everyPageOfASchoolThatAnEarlierVersionMadeOpensAndEverythingPlays(String commit)
      throws Exception {
    try (Museum school = Museum.open(commit, directory.resolve(commit), Museum.MADE)) {
      List<UUID> walkthroughs =
          school.sql().sql("select distinct walkthrough_id from score").query(UUID.class).list();
      HttpClient teacher = school.teacher();
      List<Museum.Answer> answers = new ArrayList<>(played(school, teacher));
      assertThat(answers)
          .as("played by the teacher")
          .hasSizeGreaterThan(10)
          .allMatch(Museum.Answer::isGood);
      answers = school.walk(teacher, 2, pages(walkthroughs));
      assertThat(answers).hasSizeGreaterThan(60);
      assertThat(answers).filteredOn(a -> !a.isGood()).as("for the teacher").isEmpty();
      for (boolean student : List.of(true, false)) {
        assertThat(school.walk(school.byCard(school.somebody(student)), 2, "/"))
            .filteredOn(a -> !a.isGood())
            .as(student ? "for a student" : "for a guardian")
            .isEmpty();
      }
      school.context.publishEvent(new Nightly(Instant.parse(Museum.MADE)));
      await()
          .until(
              () ->
                  school
                          .sql()
                          .sql(
                              "select count(*) from score_body b join score s on s.id = b.score_id where position(:format in b.body) > 0")
                          .param("format", PlaybackScore.FORMAT)
                          .query(Integer.class)
                          .single()
                      >= walkthroughs.size());
      assertThat(played(school, teacher)).as("made anew").allMatch(Museum.Answer::isGood);
    }
  }

  /** Terms come and go: before one, on its first day, on a day off, on its last, and after it. */
  @Test
  void everyPageOpensInASchoolsThirdTermAndATermThatIsOverSaysSo() throws Exception {
    try (Museum school = Museum.open("673352c", directory.resolve("terms"), Museum.MADE)) {
      HttpClient teacher = school.teacher();
      for (String[] term :
          new String[][] {
            {"2027-02-03T14:00:00Z", "Spring", "2027-02-08", "12"},
            {"2027-05-05T14:00:00Z", "Summer", "2027-05-10", "8"}
          }) {
        school.at(term[0]);
        teacher = school.teacher(); // Nobody stays signed in for months.
        String plan = Caller.get(teacher, school.address + "/plan").body();
        assertThat(plan).contains("The term is over", "Begin the next term");
        assertThat(plan).doesNotContain("have not started");
        String form =
            "name=%s&firstDay=%s&weeks=%s&rosters=true&plan=%s"
                .formatted(term[1], term[2], term[3], term[1].equals("Spring"));
        for (String section : boxes(plan)) {
          form += "&section=" + section;
        }
        assertThat(school.form(teacher, "/plan/next-term", form).headers().firstValue("Location"))
            .hasValueSatisfying(l -> assertThat(l).contains("week=" + term[2]));
        assertThat(Caller.get(teacher, school.address + "/plan").body())
            .doesNotContain("The term is over");
      }
      UUID term =
          school.sql().sql("select id from term where name = 'Summer'").query(UUID.class).single();
      school.bean(SchoolTime.class).turn(term, LocalDate.parse("2027-05-24"));
      for (String day :
          List.of("2027-05-06", "2027-05-10", "2027-05-24", "2027-07-02", "2027-07-05")) {
        school.at(day + "T14:00:00Z");
        List<Museum.Answer> answers = new ArrayList<>(school.walk(school.teacher(), 1, "/plan"));
        answers.addAll(school.walk(school.byCard(school.somebody(true)), 1, "/"));
        answers.addAll(school.walk(school.byCard(school.somebody(false)), 1, "/"));
        assertThat(answers).as(day).hasSizeGreaterThan(40);
        assertThat(answers).filteredOn(a -> !a.isGood()).as(day).isEmpty();
      }
    }
  }

  private static List<String> boxes(String page) {
    return Pattern.compile("name=\"section\" value=\"([^\"]+)\"")
        .matcher(page)
        .results()
        .map(m -> m.group(1))
        .toList();
  }

  /** Every screen of a walkthrough, whether or not something leads to it. */
  private static String[] pages(List<UUID> walkthroughs) {
    List<String> pages =
        new ArrayList<>(List.of("/plan", "/ask?q=bridge", "/questions", "/put-away"));
    for (UUID w : walkthroughs) {
      for (String screen :
          List.of(
              "",
              "/lectern",
              "/play",
              "/proof",
              "/coverage",
              "/captions",
              "/sound-lines",
              "/answers",
              "/said?words=bridge",
              "/post")) {
        pages.add("/walkthroughs/" + w + screen);
      }
    }
    return pages.toArray(String[]::new);
  }

  private static List<Museum.Answer> played(Museum school, HttpClient teacher) throws Exception {
    List<Museum.Answer> answers = new ArrayList<>();
    for (UUID score :
        school
            .sql()
            .sql(
                "select id from score s where seq = (select max(seq) from score t where t.walkthrough_id = s.walkthrough_id)")
            .query(UUID.class)
            .list()) {
      for (String part :
          List.of(
              "score",
              "words",
              "captions.vtt",
              "captions.srt",
              "chapters.vtt",
              "descriptions.vtt",
              "sound.webm")) {
        String path = "/media/scores/" + score + "/" + part;
        answers.add(
            new Museum.Answer(path, Caller.get(teacher, school.address + path).statusCode()));
      }
    }
    return answers;
  }
}
