package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.MorningAfter;

/** When letters leave: those of students a little later, those of families in the evening. */
@Component
class LetterMoments {

  /**
   * What families wish.
   *
   * @param none who wants no letters
   * @param rhythms of who wants one letter with everything
   */
  record Wanted(Set<UUID> none, Map<UUID, MailWishes.Rhythm> rhythms) {

    /** Who gets no letter about a single thing. */
    Set<UUID> nothingSingle() {
      Set<UUID> all = new HashSet<>(none);
      all.addAll(rhythms.keySet());
      return all;
    }
  }

  private final MailWishes wishes;
  private final Duration gather;
  private final Optional<LocalTime> evening;
  private final Clock clock;

  LetterMoments(
      MailWishes wishes,
      @Value("${kerygma.mail.gather}") Duration gather,
      @Value("${kerygma.mail.evening}") String evening,
      Clock clock) {
    this.wishes = wishes;
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

  Wanted wanted() {
    return new Wanted(wishes.none(), wishes.rhythms());
  }

  /** To a guardian: in the evening, or with the letter that has everything. */
  Instant toFamily(SectionView section, UUID guardian, Wanted wanted) {
    Instant now = clock.instant();
    MailWishes.@Nullable Rhythm rhythm = wanted.rhythms().get(guardian);
    return rhythm != null
        ? rhythm.next(section.calendar(), now)
        : evening.map(time -> section.calendar().nextAt(now, time)).orElseGet(() -> soon(section));
  }
}
