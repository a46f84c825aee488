package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.roster.PersonNames;

/** Whose page, and when, can be looked at before something is posted. */
@Component
class Onlookers {

  /** How far ahead one looks at what will be seen. */
  private static final int DAYS_AHEAD = 20;

  private final People people;
  private final MessageSource messages;
  private final Gate gate;
  private final Clock clock;

  Onlookers(People people, MessageSource messages, Gate gate, Clock clock) {
    this.people = people;
    this.messages = messages;
    this.gate = gate;
    this.clock = clock;
  }

  /** Who sits in a section, and their families. */
  record Group(UUID section, String name, List<Person> persons) {}

  record Person(UUID id, String name) {}

  /** The students and guardians of sections whose roster a teacher may see, by section. */
  List<Group> of(SignedIn me, List<SectionView> of) {
    List<Group> groups = new ArrayList<>();
    for (SectionView section : of) {
      if (gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, section.id())) {
        groups.add(new Group(section.id(), section.name(), named(section.students())));
        groups.add(
            new Group(
                section.id(),
                messages.getMessage("preview.families", new Object[] {section.name()}, Locale.US),
                named(people.studentsByGuardian(section.students()).keySet())));
      }
    }
    groups.removeIf(g -> g.persons().isEmpty());
    return groups;
  }

  /** The students alone, by section. */
  Map<UUID, List<Person>> students(SignedIn me, List<SectionView> of) {
    Map<UUID, List<Person>> all = new HashMap<>();
    of.stream()
        .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
        .forEach(s -> all.put(s.id(), named(s.students())));
    return all;
  }

  private List<Person> named(Set<UUID> ids) {
    return people.contacts(ids).entrySet().stream()
        .map(e -> new Person(e.getKey(), e.getValue().name()))
        .sorted(Comparator.comparing(Person::name, PersonNames.BY_FAMILY_NAME))
        .toList();
  }

  /** Moments of the coming days, mornings and evenings: "2026-09-30T08:00=Wednesday morning". */
  String moments(ZoneId zone) {
    LocalDateTime now = LocalDateTime.ofInstant(clock.instant(), zone);
    Wording show = new Wording();
    List<String> all = new ArrayList<>();
    for (int day = 0; day <= DAYS_AHEAD; day++) {
      for (LocalTime time : List.of(LocalTime.of(8, 0), LocalTime.of(19, 0))) {
        LocalDateTime at = now.toLocalDate().plusDays(day).atTime(time);
        if (at.isAfter(now)) {
          all.add(
              at
                  + "="
                  + show.fullDay(at.toLocalDate()).replace(",", "")
                  + " "
                  + show.time(at.toLocalTime()));
        }
      }
    }
    return String.join(",", all);
  }
}
