package school.kerygma.app.classroom.term;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;
import school.kerygma.core.audience.Pace;
import school.kerygma.core.roster.PersonNames;

/** Who falls behind the pace: a week of theirs counts as missed soon. */
@Component
class PaceRoom implements EveningRoom {

  private static final double SURE = 0.9;

  private final Terms terms;
  private final People people;

  PaceRoom(Terms terms, People people) {
    this.terms = terms;
    this.people = people;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    List<Offer> offers = new ArrayList<>();
    for (SectionView section : sections) {
      Map<UUID, Pace.Week> behind = new LinkedHashMap<>();
      terms
          .paces(section, section.students())
          .forEach((student, pace) -> pace.threatened(now).ifPresent(w -> behind.put(student, w)));
      if (!behind.isEmpty()) {
        offers.add(offer(section, behind));
      }
    }
    return offers;
  }

  private Offer offer(SectionView section, Map<UUID, Pace.Week> behind) {
    Pace.Week week = behind.values().iterator().next();
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.BEHIND,
            "behind " + section.id() + " " + week.monday(),
            behind.size(),
            Optional.of(week.until()),
            SURE,
            2),
        List.of(behind.size(), section.name()),
        List.of(
            Why.of(
                "behind",
                names(List.copyOf(behind.keySet())),
                week.monday(),
                section.calendar().dateOf(week.until()))),
        "/sections/" + section.id() + "/term");
  }

  private String names(List<UUID> students) {
    Map<UUID, People.Contact> names = people.contacts(students);
    return EveningRoom.some(
        students.stream()
            .map(s -> There.in(names, s).name())
            .sorted(PersonNames.BY_FAMILY_NAME)
            .toList());
  }
}
