package school.kerygma.app.ground.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.handout.Box;
import school.kerygma.core.voice.TimedWord;
import school.kerygma.core.walkthrough.PlaybackScore;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What was written before a field was there is read without it. */
class StoredJsonTest {

  private static final JsonMapper PLAIN = JsonMapper.builder().build();

  private final StoredJson stored = new StoredJson(PLAIN);

  private static PlaybackScore score() {
    UUID id = UUID.randomUUID();
    return new PlaybackScore(
        PlaybackScore.FORMAT,
        "The sheet",
        2_000,
        List.of(new PlaybackScore.ShownPage(id, 600, 800)),
        List.of(
            new PlaybackScore.StopPart(
                id, 1, "Parts", 0, 2_000, true, PlaybackScore.Spoken.UNKNOWN, true)),
        List.of(new PlaybackScore.CameraKey(0, 0, new Box(0, 0, 600, 400))),
        List.of(new PlaybackScore.CameraKey(0, 0, new Box(0, 0, 300, 400))),
        List.of(new PlaybackScore.PointerTrack(0, List.of(new PlaybackScore.PointerKey(5, 1, 1)))),
        List.of(),
        List.of(new Cue(0, 1_000, List.of("Good morning."))),
        List.of(new TimedWord("Good", 0, 500)));
  }

  /** Every field that a stop, or the score itself, had to learn some day. */
  @Test
  void aScoreOfWhichAnyLaterFieldIsMissingIsRead() {
    String whole = stored.write(score());
    JsonNode root = PLAIN.readTree(whole);
    List<String> later =
        List.of("narrow", "pointer", "marks", "cues", "words", "language", "tracks", "pictures");
    for (String field : later) {
      ObjectNode without = (ObjectNode) root.deepCopy();
      without.remove(field);
      PlaybackScore read = stored.read(without.toString(), PlaybackScore.class);
      assertThat(read.stops()).as("without " + field).hasSize(1);
      assertThatCode(() -> read.spokenCues("not checked")).doesNotThrowAnyException();
    }
    for (String field : List.of("unchecked", "spoken", "beginsPart")) {
      ObjectNode without = (ObjectNode) root.deepCopy();
      ((ObjectNode) without.get("stops").get(0)).remove(field);
      PlaybackScore read = stored.read(without.toString(), PlaybackScore.class);
      assertThat(read.stops().getFirst().title()).as("without " + field).isEqualTo("Parts");
      assertThat(read.stops().getFirst().spoken()).isNotNull();
    }
  }

  @Test
  void whatALaterVersionWroteIsReadWithoutWhatIsNotKnown() {
    PlaybackScore score = score();
    ObjectNode more = (ObjectNode) PLAIN.readTree(stored.write(score));
    more.put("somethingNew", 7);
    assertThat(stored.read(more.toString(), PlaybackScore.class)).isEqualTo(score);
  }

  /** Form 1 of what was heard was a bare list. */
  private record Line(String text, boolean draft, List<String> words) {}

  @Test
  void whatIsMissingIsFalseZeroOrEmpty() {
    List<String> forms = new ArrayList<>(List.of("{}", "{\"text\":\"a\"}", "{\"words\":null}"));
    for (String form : forms) {
      Line read = stored.read(form, Line.class);
      assertThat(read.draft()).isFalse();
      assertThat(read.words()).as(form).isEmpty();
    }
  }
}
