package school.kerygma.app.classroom.classpage;

import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.classroom.results.ComeBack;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.handin.Lateness;

/** What stands on the page of a student's own work for a task. */
@Component
class OwnWorkPage {

  private final HandIns handIns;
  private final SelfChecks selfChecks;
  private final ComeBack comeBack;
  private final Tasks tasks;
  private final Sections sections;
  private final People people;
  private final Clock clock;
  private final boolean standIn;

  OwnWorkPage(
      HandIns handIns,
      SelfChecks selfChecks,
      ComeBack comeBack,
      Tasks tasks,
      Sections sections,
      People people,
      Clock clock,
      @Value("${kerygma.demo}") boolean standIn) {
    this.handIns = handIns;
    this.selfChecks = selfChecks;
    this.comeBack = comeBack;
    this.tasks = tasks;
    this.sections = sections;
    this.people = people;
    this.clock = clock;
    this.standIn = standIn;
  }

  /** Fills the page of work that can be handed in. */
  void show(SignedIn me, ListedTask listed, @Nullable String blank, Set<UUID> mates, Model model) {
    UUID task = listed.task().id();
    HandIns.Asked asked = AskedWork.asked(listed);
    SectionView section = sections.get(listed.section());
    List<HandInVersion> all = handIns.of(task, me.id());
    List<HandInVersion> sent = all.stream().filter(v -> !v.open()).toList();
    Optional<HandInVersion> own =
        all.stream().filter(v -> v.student().equals(me.id())).reduce((a, b) -> b);
    boolean done = sent.stream().anyMatch(v -> v.finding().isEmpty() && !v.sending());
    model.addAttribute("listed", listed);
    model.addAttribute("rule", asked.rule());
    model.addAttribute("takes", asked.rule().kinds().stream().map(Enum::name).toList());
    model.addAttribute("standIn", standIn);
    model.addAttribute("mostBytes", HandIns.MOST_BYTES);
    model.addAttribute("section", section);
    model.addAttribute("today", section.calendar().dateOf(clock.instant()));
    model.addAttribute("sent", sent.reversed());
    model.addAttribute("open", own.filter(HandInVersion::open).orElse(null));
    model.addAttribute("own", own.orElse(null));
    model.addAttribute("sending", own.filter(HandInVersion::sending).isPresent());
    model.addAttribute(
        "taken", Lateness.takes(asked.due(), asked.improve(), done, clock.instant()));
    model.addAttribute(
        "late",
        done
            ? null
            : Lateness.of(
                    asked.due(),
                    clock.instant(),
                    section.grading().late(listed.task().sheet().kind()),
                    section.calendar())
                .orElse(null));
    LateRule rule = section.grading().late(listed.task().sheet().kind());
    model.addAttribute("lateRule", rule);
    model.addAttribute(
        "again", asked.improve().filter(i -> i.isAfter(asked.due())).orElse(asked.due()));
    model.addAttribute(
        "lateSent",
        sent.isEmpty()
            ? null
            : sent.getLast()
                .begun()
                .flatMap(
                    at ->
                        Lateness.of(
                            sent.getLast().due().orElse(asked.due()), at, rule, section.calendar()))
                .orElse(null));
    model.addAttribute("blank", blank);
    Set<UUID> chosen = new HashSet<>(own.map(HandInVersion::mates).orElse(Set.of()));
    mates.stream().filter(Objects::nonNull).forEach(chosen::add);
    model.addAttribute("mates", chosen);
    model.addAttribute("answered", comeBack.among(sent.stream().map(HandInVersion::id).toList()));
    model.addAttribute("criteria", selfChecks.criteria(AskedWork.papers(listed)));
    model.addAttribute("self", own.map(v -> selfChecks.of(v.id())).orElse(Map.of()));
    if (asked.rule().together() > 1) {
      Set<UUID> others = new HashSet<>(section.students());
      others.remove(me.id());
      model.addAttribute(
          "others",
          people.contacts(others).values().stream().sorted(People.Contact.BY_FAMILY_NAME).toList());
    }
  }

  /** What there is of a task that has closed: what was handed in, and what was only written. */
  void closed(SignedIn me, UUID task, TaskLists.Closed closed, Model model) {
    List<HandInVersion> all = handIns.of(task, me.id());
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("at", closed.at());
    model.addAttribute("section", closed.section());
    model.addAttribute("sent", all.stream().filter(v -> !v.open()).toList().reversed());
    model.addAttribute("open", all.stream().filter(HandInVersion::open).findFirst().orElse(null));
    model.addAttribute("mine", task + ":" + me.id());
  }
}
