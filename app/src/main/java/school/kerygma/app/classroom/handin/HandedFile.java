package school.kerygma.app.classroom.handin;

import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.handin.Blank;

/**
 * A file of it.
 *
 * @param arriving whether it is still on its way
 * @param reading whether its pages are being looked at
 * @param pages that can be shown; 0 if it is only kept
 * @param look how often its pictures were made anew, as part of their addresses
 * @param straight whether it was straightened
 * @param frame the page and the place of a frame that it stands in; empty for any other
 * @param trouble why it cannot be shown
 * @param stayed whether it could not be turned or straightened, and stayed as it was
 * @param seconds how long the answer is that was recorded; 0 if it is none, or not looked at yet
 */
public record HandedFile(
    UUID id,
    String name,
    long bytes,
    Shape shape,
    boolean arriving,
    boolean reading,
    int pages,
    int look,
    boolean straight,
    String frame,
    long seconds,
    Optional<Blank.Finding> finding,
    Optional<Trouble> trouble,
    boolean stayed) {

  public boolean isRecorded() {
    return shape.isRecorded();
  }

  public boolean isFilmed() {
    return shape == Shape.FILMED;
  }
}
