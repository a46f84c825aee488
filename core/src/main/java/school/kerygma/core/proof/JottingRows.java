package school.kerygma.core.proof;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Place;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;

/** What the teacher noted while recording, and has not ticked off. */
final class JottingRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    return matter.jottings().stream()
        .map(
            j ->
                Sides.row(
                    Topic.JOTTING,
                    "",
                    Optional.empty(),
                    List.of(
                        new Statement(
                            Side.SAID,
                            j.words(),
                            j.id().toString(),
                            "",
                            new Place.AtStop(j.stop(), j.number(), 0),
                            true)),
                    Verdict.DISAGREES,
                    Reason.JOTTED,
                    j.words()));
  }
}
