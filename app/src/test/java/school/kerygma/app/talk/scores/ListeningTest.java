package school.kerygma.app.talk.scores;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import school.kerygma.app.DemoServer;
import school.kerygma.app.Papers;
import school.kerygma.app.TestSchool;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.handout.Box;

/** A talk is played as soon as it is put together; its words are listened to behind that. */
class ListeningTest {

  @TempDir private Path directory;

  @BeforeAll
  static void start() {
    DemoServer.address();
  }

  private static boolean isHeard(UUID score) {
    return DemoServer.bean(Scores.class).stops(score).getFirst().spoken().heard();
  }

  private static List<UUID> scores(UUID walkthrough) {
    return TestSchool.sql()
        .sql("select id from score where walkthrough_id = ? order by made_at")
        .param(walkthrough)
        .query(UUID.class)
        .list();
  }

  private static int listened(UUID walkthrough) {
    return TestSchool.count(
        "select count(*) from work w join stop s on s.id = w.subject_id"
            + " where w.kind = 'listen' and s.walkthrough_id = ?",
        walkthrough);
  }

  @Test
  void aTalkIsPlayedByAnEstimateUntilItsWordsAreHeardAndNobodyListensTwice() throws Exception {
    TestSchool school = TestSchool.in("America/Halifax", 1);
    UUID paper =
        Papers.bring(school, Files.writeString(directory.resolve("box.md"), "A box that lasts"));
    UUID talk =
        Papers.recorded(
            school, Papers.pages(paper).getFirst(), new Box(50, 50, 300, 200), List.of());
    List<UUID> scores = scores(talk);
    assertThat(scores).hasSize(2);
    assertThat(isHeard(scores.getFirst())).isFalse();
    assertThat(isHeard(scores.getLast())).isTrue();
    assertThat(listened(talk)).isEqualTo(1);

    // A cut plays less of what was heard, and asks nobody to listen once more.
    Scripts scripts = DemoServer.bean(Scripts.class);
    StopView stop = scripts.stopsOf(talk).getFirst();
    scripts.entitle(stop.id(), "Joints");
    assertThat(listened(talk)).isEqualTo(1);
  }
}
