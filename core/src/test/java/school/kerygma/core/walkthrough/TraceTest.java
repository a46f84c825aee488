package school.kerygma.core.walkthrough;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

class TraceTest {

  @Test
  void whoGoesOnFindsTheDeskAsItWasLeft() {
    UUID sheet = new UUID(1, 1);
    UUID stop = new UUID(2, 1);
    Sight sight = new Sight(sheet, new Box(0, 0, 320, 180));
    Mark light = new Mark.Light(sheet, List.of(new Box(10, 10, 50, 12)), "pond");
    Trace trace =
        new Trace(
            List.of(
                new TraceEvent.StopBegins(0, new UUID(2, 9), false),
                new TraceEvent.MarkMade(500, light),
                new TraceEvent.StopBegins(1_000, stop, false),
                new TraceEvent.MarkMade(1_500, light),
                new TraceEvent.Wiped(1_700, sheet),
                new TraceEvent.MarkMade(2_000, light),
                new TraceEvent.MarkMade(2_500, light),
                new TraceEvent.Look(3_000, sheet, new Box(0, 0, 160, 90), 400)));
    assertThat(trace.left(sight))
        .isEqualTo(new Trace.Desk(Camera.showing(sheet, new Box(0, 0, 160, 90)), List.of(light)));
    assertThat(new Trace(List.of()).left(sight).camera()).isEqualTo(sight.camera());
  }
}
