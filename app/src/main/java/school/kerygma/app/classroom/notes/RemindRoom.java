package school.kerygma.app.classroom.notes;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;
import school.kerygma.core.audience.MorningAfter;

/** Whom to remind, in sections where no rule does it. */
@Component
class RemindRoom implements EveningRoom {

  /** They may have a reason that they have not told. */
  private static final double SURE = 0.9;

  private final Reminders reminders;
  private final Reminding rules;
  private final People people;

  RemindRoom(Reminders reminders, Reminding rules, People people) {
    this.reminders = reminders;
    this.rules = rules;
    this.people = people;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    Map<UUID, Reminding.Rule> set = rules.of(sections.stream().map(SectionView::id).toList());
    List<Offer> offers = new ArrayList<>();
    for (SectionView section : sections) {
      Reminding.@Nullable Rule rule = set.get(section.id());
      if (rule == null || !rule.isOn()) {
        Reminders.Told told = reminders.now(section);
        if (!told.tellings().isEmpty()) {
          offers.add(offer(section, told));
        }
      }
    }
    return offers;
  }

  private Offer offer(SectionView section, Reminders.Told told) {
    List<Why> why = new ArrayList<>();
    UUID most = most(told);
    why.add(
        Why.of(
            "not-done",
            names(told.tellings().stream().filter(t -> t.tasks().contains(most)).toList()),
            There.in(told.work(), most).title()));
    long others = told.tellings().stream().flatMap(t -> t.tasks().stream()).distinct().count() - 1;
    if (others > 0) {
      why.add(Why.of("not-done-too", others));
    }
    List<MorningAfter.Telling> again =
        told.tellings().stream().filter(MorningAfter.Telling::family).toList();
    if (!again.isEmpty()) {
      why.add(Why.of("second", again.size()));
    }
    return new Offer(
        new Evening.Candidate(
            Evening.Kind.REMIND,
            "remind " + section.id(),
            told.tellings().size(),
            Optional.empty(),
            SURE,
            1),
        List.of(told.tellings().size(), section.name()),
        why,
        "/sections/" + section.id() + "/reminders");
  }

  /** The task that the most of them have not done. */
  private static UUID most(Reminders.Told told) {
    Map<UUID, Long> counts =
        told.tellings().stream()
            .flatMap(t -> t.tasks().stream())
            .collect(Collectors.groupingBy(t -> t, Collectors.counting()));
    return counts.entrySet().stream()
        .max(Map.Entry.<UUID, Long>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
        .orElseThrow()
        .getKey();
  }

  private String names(List<MorningAfter.Telling> tellings) {
    Map<UUID, People.Contact> names =
        people.contacts(tellings.stream().map(MorningAfter.Telling::student).toList());
    return EveningRoom.some(
        tellings.stream().map(t -> There.in(names, t.student()).name()).toList());
  }
}
