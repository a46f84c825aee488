package school.kerygma.app.classroom.posting;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.time.Moments;

/**
 * A section as a row of a posting's screen, with proposed or present moments.
 *
 * @param doubts about the moments
 * @param tasks those that are put up with it for this section
 * @param told who has been told, if it is posted
 * @param changed what has changed since they were told
 */
record PostingRow(
    SectionView section,
    Moments moments,
    Optional<DeliveryView> delivery,
    List<Moments.Doubt> doubts,
    List<TaskView> tasks,
    Optional<Announced> told,
    List<ChangesSinceTold.Changed> changed,
    Instant now) {

  /** A section to which it is posted. */
  static PostingRow posted(
      SectionView section,
      DeliveryView delivery,
      Announced told,
      Map<UUID, List<ChangesSinceTold.Changed>> changed,
      Instant now) {
    Moments moments = delivery.moments();
    return new PostingRow(
        section,
        moments,
        Optional.of(delivery),
        moments.doubts(section.calendar(), now),
        List.of(),
        Optional.of(told),
        changed.getOrDefault(delivery.id(), List.of()),
        now);
  }

  /** A section to which it may be posted: goes up now; due with the last of the tasks. */
  static PostingRow fresh(SectionView section, List<TaskView> tasks, Instant now) {
    Instant minute = now.atZone(section.zone()).withSecond(0).withNano(0).toInstant();
    Moments moments =
        new Moments(minute, PostingForm.lastTask(section, tasks, minute, now), Optional.empty());
    return new PostingRow(
        section,
        moments,
        Optional.empty(),
        moments.doubts(section.calendar(), now),
        tasks,
        Optional.empty(),
        List.of(),
        now);
  }

  /** The form that the row's fields belong to. */
  public String form() {
    return delivery.map(d -> "delivery-" + d.id()).orElse("posting");
  }

  /** A moment in the words that the fields understand. */
  public String words(Instant at) {
    return PostingForm.words(at, section, now);
  }

  /** The same for one that comes after another: what is due after it goes up. */
  public String wordsAfter(Instant before, Instant at) {
    return PostingForm.wordsAfter(before, at, section, now);
  }
}
