package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.walkthrough.RunningOrder.Part;
import school.kerygma.core.walkthrough.RunningOrder.Segment;

/** Brings captions that somebody has edited from what a stop played then to what it plays now. */
public final class MovedCues {

  private MovedCues() {}

  /**
   * Where a caption stands now.
   *
   * @param cue on the clock of what was played then
   * @param then the parts that were played when it was edited
   * @param now the parts that are played
   * @return nothing if some of what it stood under is cut out, or is not all together any more
   */
  public static Optional<Cue> of(Cue cue, List<Part> then, List<Part> now) {
    RunningOrder before = RunningOrder.of(then);
    RunningOrder after = RunningOrder.of(now);
    OptionalLong start = at(cue.startMs(), before, after);
    OptionalLong last = at(cue.endMs() - 1, before, after);
    boolean whole =
        start.isPresent()
            && last.isPresent()
            && last.getAsLong() - start.getAsLong() == cue.lengthMs() - 1;
    return whole
        ? Optional.of(new Cue(start.getAsLong(), last.getAsLong() + 1, cue.lines()))
        : Optional.empty();
  }

  private static OptionalLong at(long atMs, RunningOrder before, RunningOrder after) {
    return before
        .at(Math.min(atMs, before.durationMs() - 1))
        .map(s -> at(s.part(), s.toRecording(atMs), after))
        .orElse(OptionalLong.empty());
  }

  private static OptionalLong at(Part part, long recordingMs, RunningOrder after) {
    return after.segments().stream()
        .filter(s -> s.part().takeId().equals(part.takeId()))
        .filter(s -> s.part().span().contains(recordingMs))
        .mapToLong((Segment s) -> s.toProgram(recordingMs))
        .findFirst();
  }
}
