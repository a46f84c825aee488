package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.plan.Workload;
import school.kerygma.core.time.SchoolCalendar;

/** All that is planned in the terms of some sections, looked up once. */
record TermBook(
    List<SectionView> sections,
    List<TaskView> tasks,
    List<SessionView> sessions,
    Map<UUID, StopView> stopOfTask,
    Map<UUID, Scripts.Head> heads,
    Map<UUID, Integer> words,
    List<DeliveryView> deliveries,
    Map<UUID, String> titles,
    Standing standing,
    Worths worths) {

  /** At whose rate is read where a section's grade is not known. */
  private static final int USUAL_GRADE = 6;

  /** Opens books. */
  @Component
  @Transactional(readOnly = true)
  static class Opener {

    private final Tasks tasks;
    private final Sessions sessions;
    private final Scripts scripts;
    private final Handouts handouts;
    private final Postings postings;
    private final PostedTitles titles;
    private final Clock clock;

    Opener(
        Tasks tasks,
        Sessions sessions,
        Scripts scripts,
        Handouts handouts,
        Postings postings,
        PostedTitles titles,
        Clock clock) {
      this.tasks = tasks;
      this.sessions = sessions;
      this.scripts = scripts;
      this.handouts = handouts;
      this.postings = postings;
      this.titles = titles;
      this.clock = clock;
    }

    /**
     * Opens the book of some sections of a teacher.
     *
     * @param sections at least one
     * @param week a day of a week that is shown though it may lie outside the terms
     */
    TermBook of(UUID teacher, List<SectionView> sections, LocalDate week) {
      List<UUID> ids = sections.stream().map(SectionView::id).toList();
      List<DeliveryView> deliveries = postings.ofSections(ids);
      Set<UUID> posted = new HashSet<>();
      deliveries.forEach(d -> d.walkthrough().ifPresent(posted::add));
      TermBook asked = asked(sections, week, posted);
      Map<UUID, Scripts.Head> heads = new HashMap<>(asked.heads);
      scripts.ofTeacher(teacher).forEach(h -> heads.put(h.id(), h));
      return new TermBook(
          sections,
          asked.tasks,
          sessions.between(ids, first(sections, week), last(sections, week)),
          asked.stopOfTask,
          heads,
          asked.words,
          deliveries,
          titles.of(deliveries),
          Standing.of(deliveries, clock.instant()),
          asked.worths);
    }

    /**
     * The same without what is posted and without sessions: enough for what a term asks.
     *
     * @param also walkthroughs of which something is said
     */
    TermBook asked(List<SectionView> sections, LocalDate week, Set<UUID> also) {
      List<UUID> ids = sections.stream().map(SectionView::id).toList();
      List<TaskView> planned = tasks.between(ids, first(sections, week), last(sections, week));
      Map<UUID, StopView> stopOfTask = new HashMap<>();
      scripts
          .explaining(planned.stream().map(TaskView::id).toList())
          .forEach(s -> s.tasks().forEach(t -> stopOfTask.putIfAbsent(t, s)));
      Set<UUID> told = new HashSet<>(also);
      stopOfTask.values().forEach(s -> told.add(s.walkthrough()));
      Set<UUID> papers = new HashSet<>();
      planned.forEach(t -> papers.addAll(t.sheet().allHandouts()));
      return new TermBook(
          sections,
          planned,
          List.of(),
          stopOfTask,
          scripts.heads(told),
          handouts.words(papers),
          List.of(),
          Map.of(),
          Standing.of(List.of(), clock.instant()),
          Worths.of(sections, planned));
    }

    /** A book with a task as it would be if it were kept. */
    TermBook with(TermBook book, TaskView task) {
      List<TaskView> all = new ArrayList<>(book.tasks);
      int at = all.stream().map(TaskView::id).toList().indexOf(task.id());
      if (at < 0) {
        all.add(task);
      } else {
        all.set(at, task);
      }
      Map<UUID, Integer> words = new HashMap<>(book.words);
      words.putAll(handouts.words(task.sheet().allHandouts()));
      return new TermBook(
          book.sections,
          all,
          book.sessions,
          book.stopOfTask,
          book.heads,
          words,
          book.deliveries,
          book.titles,
          book.standing,
          Worths.of(book.sections, all));
    }

    private static LocalDate first(List<SectionView> sections, LocalDate week) {
      LocalDate monday = SchoolCalendar.mondayOf(week);
      return sections.stream()
          .map(s -> s.calendar().firstMonday())
          .min(LocalDate::compareTo)
          .filter(d -> d.isBefore(monday))
          .orElse(monday);
    }

    private static LocalDate last(List<SectionView> sections, LocalDate week) {
      LocalDate sunday = SchoolCalendar.mondayOf(week).plusDays(6);
      return sections.stream()
          .map(s -> s.calendar().end().minusDays(1))
          .max(LocalDate::compareTo)
          .filter(d -> d.isAfter(sunday))
          .orElse(sunday);
    }
  }

  /** What is posted is called so. */
  String title(DeliveryView delivery) {
    return titles.getOrDefault(delivery.id(), "");
  }

  Optional<DeliveryView> delivery(TaskView task, SectionView section) {
    return standing.delivery(task.id(), section.id());
  }

  /** The walkthrough that explains a task. */
  Optional<WeekView.Talk> talk(TaskView task, SectionView section) {
    return Optional.ofNullable(stopOfTask.get(task.id()))
        .map(s -> heads.get(s.walkthrough()))
        .map(
            h ->
                new WeekView.Talk(
                    h.id(),
                    h.complete() ? h.recordedMs() : h.plannedMs(),
                    h.complete(),
                    delivery(task, section)));
  }

  /** All that a section's term asks. Papers and talks have keys of their own: once is enough. */
  List<Workload.Planned> load(SectionView section) {
    List<Workload.Planned> all = new ArrayList<>();
    for (SessionView session : sessions) {
      if (session.section().equals(section.id())
          && session.sheet().required()
          && !session.cancelled()) {
        all.add(
            new Workload.Planned(
                session.sheet().day(),
                session.id(),
                new Workload.Item.Session(session.sheet().minutes())));
      }
    }
    for (TaskView shared : tasks) {
      LocalDate day = shared.sheet().days().get(section.id());
      if (day != null && shared.sheet().required()) {
        add(all, shared.in(section.id()), day, section);
      }
    }
    return all;
  }

  private void add(List<Workload.Planned> all, TaskView task, LocalDate day, SectionView section) {
    all.add(new Workload.Planned(day, task.id(), new Workload.Item.Work(task.sheet().minutes())));
    if (task.sheet().answers() > 0) {
      all.add(
          new Workload.Planned(
              day,
              List.of(task.id(), "answers"),
              new Workload.Item.Writing(task.sheet().answers())));
    }
    for (UUID paper : task.sheet().handouts()) {
      all.add(
          new Workload.Planned(
              day,
              paper,
              new Workload.Item.Reading(
                  words.getOrDefault(paper, 0), section.grade().orElse(USUAL_GRADE))));
    }
    talk(task, section)
        .ifPresent(
            t ->
                all.add(
                    new Workload.Planned(
                        day, t.walkthrough(), new Workload.Item.Talk(t.lengthMs()))));
  }

  /** When a section's task is due, with what is doubtful about it. */
  Optional<Standing.Due> due(TaskView task, SectionView section) {
    return standing.due(task, section);
  }
}
