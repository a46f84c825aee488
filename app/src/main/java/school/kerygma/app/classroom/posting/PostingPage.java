package school.kerygma.app.classroom.posting;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.paper.marking.RosterNames;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.OutdatedStops;
import school.kerygma.app.talk.scripts.PartView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;

/** What stands on the screen from which a walkthrough is posted. */
@Component
class PostingPage {

  private final Postings postings;
  private final Onlookers onlookers;
  private final Sections sections;
  private final Scripts scripts;
  private final Scores scores;
  private final Tasks tasks;
  private final Handouts handouts;
  private final OutdatedStops outdated;
  private final RosterNames names;
  private final Announcer telling;
  private final ChangesSinceTold toldTasks;
  private final HasMail mail;
  private final Jobs jobs;
  private final Clock clock;

  PostingPage(
      Postings postings,
      Onlookers onlookers,
      Sections sections,
      Scripts scripts,
      Scores scores,
      Tasks tasks,
      Handouts handouts,
      OutdatedStops outdated,
      RosterNames names,
      Announcer telling,
      ChangesSinceTold toldTasks,
      HasMail mail,
      Jobs jobs,
      Clock clock) {
    this.postings = postings;
    this.onlookers = onlookers;
    this.sections = sections;
    this.scripts = scripts;
    this.scores = scores;
    this.tasks = tasks;
    this.handouts = handouts;
    this.outdated = outdated;
    this.names = names;
    this.telling = telling;
    this.toldTasks = toldTasks;
    this.mail = mail;
    this.jobs = jobs;
    this.clock = clock;
  }

  /** The pages that students will see: those of the talk, and those of papers to read. */
  private Set<UUID> shown(UUID teacher, UUID walkthrough, List<TaskView> tied) {
    Set<UUID> pages = new HashSet<>();
    scores.current(walkthrough).ifPresent(score -> pages.addAll(scores.pages(score.id())));
    Set<UUID> papers =
        tied.stream().flatMap(t -> t.sheet().allHandouts().stream()).collect(Collectors.toSet());
    handouts.ofTeacher(teacher).stream()
        .filter(h -> papers.contains(h.id()))
        .forEach(h -> h.shown().forEach(p -> pages.add(p.id())));
    return pages;
  }

  /** The sections of this term, and those to which it is posted already. */
  List<SectionView> offered(SignedIn me, Set<UUID> posted) {
    List<SectionView> all = sections.ofTeacher(me.id());
    if (all.isEmpty()) {
      return all;
    }
    List<SectionView> now =
        SectionView.during(all.getFirst().calendar().dateOf(clock.instant()), all);
    return all.stream().filter(s -> now.contains(s) || posted.contains(s.id())).toList();
  }

  /** Fills the screen from which a walkthrough is posted. */
  void show(SignedIn me, UUID id, Model model) {
    List<StopView> stops = scripts.stopsOf(id);
    Set<UUID> explained = new HashSet<>();
    stops.forEach(s -> explained.addAll(s.tasks()));
    List<TaskView> tied = tasks.among(explained);
    Map<UUID, DeliveryView> posted = new HashMap<>();
    postings.ofWalkthroughs(Set.of(id)).forEach(d -> posted.put(d.section(), d));
    Map<UUID, List<ChangesSinceTold.Changed>> changed = toldTasks.open(posted.values());
    Instant now = clock.instant();
    List<PostingRow> rows = new ArrayList<>();
    for (SectionView section : offered(me, posted.keySet())) {
      rows.add(
          Optional.ofNullable(posted.get(section.id()))
              .map(d -> PostingRow.posted(section, d, telling.of(d), changed, now))
              .orElseGet(() -> PostingRow.fresh(section, tied, now)));
    }
    model.addAttribute("walkthrough", scripts.head(id));
    model.addAttribute("names", names.on(me.id(), shown(me.id(), id, tied)));
    model.addAttribute("rows", rows);
    model.addAttribute("fresh", rows.stream().anyMatch(r -> r.delivery().isEmpty()));
    model.addAttribute("tasks", tied);
    model.addAttribute("stops", stops);
    model.addAttribute("unread", stops.stream().filter(s -> !s.read()).count());
    model.addAttribute("older", outdated.numbers(stops));
    model.addAttribute("parts", PartView.of(stops));
    model.addAttribute("work", jobs.latest(id).filter(w -> !w.state().isOver()).orElse(null));
    model.addAttribute("postingId", UUID.randomUUID());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute(
        "persons", onlookers.of(me, rows.stream().map(PostingRow::section).toList()));
    Map<UUID, List<Onlookers.Person>> sitting =
        onlookers.students(me, rows.stream().map(PostingRow::section).toList());
    model.addAttribute("sitting", sitting);
    model.addAttribute("onlyFor", onlyFor(posted.values(), sitting));
    model.addAttribute(
        "ahead", rows.isEmpty() ? "" : onlookers.moments(rows.getFirst().section().zone()));
    model.addAttribute("changes", PostedWords.of(posted.values(), tasks));
  }

  /** By section the names of those whom a posting is for, if it is not for all. */
  private static Map<UUID, List<String>> onlyFor(
      Collection<DeliveryView> posted, Map<UUID, List<Onlookers.Person>> sitting) {
    Map<UUID, List<String>> names = new HashMap<>();
    for (DeliveryView d : posted) {
      if (d.only().isPresent()) {
        names.put(
            d.section(),
            sitting.getOrDefault(d.section(), List.of()).stream()
                .filter(p -> d.isFor(p.id()))
                .map(Onlookers.Person::name)
                .toList());
      }
    }
    return names;
  }
}
