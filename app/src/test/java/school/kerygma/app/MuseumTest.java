package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.net.http.HttpClient;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import school.kerygma.app.work.Nightly;
import school.kerygma.core.walkthrough.PlaybackScore;

/** What was stored yesterday opens today: for its teacher, its students and their families. */
class MuseumTest {

  @TempDir private Path directory;

  @ParameterizedTest
  @ValueSource(strings = {"ad5f94e", "673352c"})
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
      answers = school.walk(teacher, 4, pages(walkthroughs));
      assertThat(answers).hasSizeGreaterThan(60);
      assertThat(answers).filteredOn(a -> !a.isGood()).as("for the teacher").isEmpty();
      for (String role : List.of("STUDENT", "GUARDIAN")) {
        UUID one =
            school
                .sql()
                .sql(
                    role.equals("STUDENT")
                        ? "select person_id from section_student order by 1 limit 1"
                        : "select guardian_id from guardian_student order by 1 limit 1")
                .query(UUID.class)
                .single();
        assertThat(school.walk(school.byCard(one), 4, "/"))
            .filteredOn(a -> !a.isGood())
            .as("for a " + role)
            .isEmpty();
      }
      school.context.publishEvent(new Nightly(Instant.parse(Museum.MADE)));
      await()
          .atMost(Duration.ofMinutes(3))
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
