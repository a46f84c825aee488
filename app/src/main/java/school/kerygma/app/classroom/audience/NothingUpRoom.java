package school.kerygma.app.classroom.audience;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.Evening;
import school.kerygma.core.time.SchoolCalendar;

/** Sections that meet soon and have nothing up, nor anything that goes up by then. */
@Component
class NothingUpRoom implements EveningRoom {

  private static final Duration SOON = Duration.ofDays(3);
  private static final double SURE = 0.9;
  private static final int MINUTES = 5;

  private final Postings postings;

  NothingUpRoom(Postings postings) {
    this.postings = postings;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    List<DeliveryView> all = postings.ofSections(sections.stream().map(SectionView::id).toList());
    List<Offer> offers = new ArrayList<>();
    for (SectionView section : sections) {
      SchoolCalendar calendar = section.calendar();
      Optional<LocalDate> meets =
          Optional.of(section.meets().onOrAfter(calendar.dateOf(now).plusDays(1), calendar))
              .filter(d -> !d.isAfter(calendar.dateOf(now.plus(SOON))));
      boolean up =
          all.stream()
              .filter(d -> d.section().equals(section.id()) && d.hasAnything())
              .filter(d -> d.only().isEmpty())
              .anyMatch(
                  d ->
                      d.moments().dueAt().isAfter(now)
                          && d.moments().goesUpAt().isBefore(now.plus(SOON)));
      if (!up && meets.isPresent() && !section.students().isEmpty()) {
        offers.add(
            new Offer(
                new Evening.Candidate(
                    Evening.Kind.NOTHING_UP,
                    "nothing-up " + section.id(),
                    section.students().size(),
                    Optional.of(calendar.at(meets.get(), calendar.day().begins())),
                    SURE,
                    MINUTES),
                List.of(section.name()),
                List.of(Why.of("meets", meets.get())),
                "/plan/post?week=" + meets.get()));
      }
    }
    return offers;
  }
}
