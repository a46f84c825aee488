package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.MorningAfter;

/** When letters leave: those of students a little later, those of families in the evening. */
@Component
class LetterMoments {

  private final Duration gather;
  private final Optional<LocalTime> evening;
  private final Clock clock;

  LetterMoments(
      @Value("${kerygma.mail.gather}") Duration gather,
      @Value("${kerygma.mail.evening}") String evening,
      Clock clock) {
    this.gather = gather;
    this.evening =
        evening.isBlank() ? Optional.empty() : Optional.of(LocalTime.parse(evening.strip()));
    this.clock = clock;
  }

  /** A little later; at night in the morning. */
  Instant soon(SectionView section) {
    Instant at = clock.instant().plus(gather);
    return MorningAfter.isAwake(at, section.calendar())
        ? at
        : section.calendar().nextAt(at, MorningAfter.EARLIEST);
  }

  /**
   * To a family.
   *
   * @param rhythm of its letter with everything; null if it wants none
   */
  Instant toFamily(SectionView section, MailWishes.@Nullable Rhythm rhythm) {
    Instant now = clock.instant();
    return rhythm != null
        ? rhythm.next(section.calendar(), now)
        : evening.map(time -> section.calendar().nextAt(now, time)).orElseGet(() -> soon(section));
  }
}
