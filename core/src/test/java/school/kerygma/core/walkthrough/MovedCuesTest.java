package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.time.Span;
import school.kerygma.core.walkthrough.RunningOrder.Part;

class MovedCuesTest {

  private static Part part(long take, long from, long until) {
    return new Part(new UUID(1, 1), new UUID(2, take), new UUID(3, take), Span.of(from, until));
  }

  private static Cue cue(long from, long until) {
    return new Cue(from, until, List.of("weights"));
  }

  private static final List<Part> WHOLE = List.of(part(1, 5_000, 25_000));

  @Test
  void whatComesAfterACutComesEarlierAndWhatItTouchesIsMadeAnew() {
    List<Part> cut = List.of(part(1, 5_000, 9_000), part(1, 11_000, 25_000));
    assertThat(MovedCues.of(cue(1_000, 3_000), WHOLE, cut)).contains(cue(1_000, 3_000));
    assertThat(MovedCues.of(cue(8_000, 9_500), WHOLE, cut)).contains(cue(6_000, 7_500));
    assertThat(MovedCues.of(cue(3_500, 4_500), WHOLE, cut)).isEmpty();
    assertThat(MovedCues.of(cue(3_500, 7_000), WHOLE, cut)).isEmpty();
    assertThat(MovedCues.of(cue(4_500, 5_500), WHOLE, cut)).isEmpty();
    assertThat(MovedCues.of(cue(6_000, 7_500), cut, WHOLE)).contains(cue(8_000, 9_500));
  }

  @Test
  void anotherTakeHasOtherCaptions() {
    assertThat(MovedCues.of(cue(1_000, 3_000), WHOLE, List.of(part(2, 5_000, 25_000)))).isEmpty();
  }
}
