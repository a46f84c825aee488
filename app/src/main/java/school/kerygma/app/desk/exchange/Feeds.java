package school.kerygma.app.desk.exchange;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.SessionView;
import school.kerygma.app.plan.planning.Sessions;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.booking.HelpHours;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.plan.DueMoments;

/** Calendar feeds: the posted tasks of sections when they are due, and their sessions. */
@Service
@Transactional
class Feeds {

  private final FeedEntry.Repository entries;
  private final Postings postings;
  private final Tasks tasks;
  private final Sessions sessions;
  private final Sections sections;
  private final People people;
  private final Rounds rounds;
  private final MessageSource words;
  private final Clock clock;

  Feeds(
      FeedEntry.Repository entries,
      Postings postings,
      Tasks tasks,
      Sessions sessions,
      Sections sections,
      People people,
      Rounds rounds,
      MessageSource words,
      Clock clock) {
    this.entries = entries;
    this.postings = postings;
    this.tasks = tasks;
    this.sessions = sessions;
    this.sections = sections;
    this.people = people;
    this.rounds = rounds;
    this.words = words;
    this.clock = clock;
  }

  /**
   * The feed of some sections, and of what somebody has booked, as an iCalendar file.
   *
   * @param page where its owner finds more
   * @param whose the names of a family's children by section, where there are several
   */
  @Transactional(readOnly = true)
  byte[] of(
      String name,
      String page,
      List<SectionView> of,
      Map<UUID, String> whose,
      List<HelpHours.Booked> booked) {
    Map<UUID, SectionView> byId = new HashMap<>();
    of.forEach(section -> byId.put(section.id(), section));
    List<FeedWriter.Line> lines = new ArrayList<>();
    if (!byId.isEmpty()) {
      entries
          .ofSections(byId.keySet())
          .forEach(e -> lines.add(line(e, page, There.in(byId, e.sectionId()), whose)));
    }
    Map<UUID, People.Contact> students =
        people.contacts(booked.stream().map(t -> t.booking().student()).toList());
    booked.forEach(t -> lines.add(line(t, page, There.in(students, t.booking().student()).name())));
    return FeedWriter.write(name, lines);
  }

  /** What one has by heart of a calendar entry: whose it is, of what, and whether it is due. */
  private FeedWriter.Line line(
      FeedEntry e, String page, SectionView section, Map<UUID, String> whose) {
    String child = whose.getOrDefault(section.id(), "");
    String summary = (child.isEmpty() ? "" : child + ", ") + section.name() + ": ";
    boolean meeting = e.uid().startsWith("session-");
    return new FeedWriter.Line(
        e.uid(),
        page,
        !meeting,
        section.zone(),
        summary
            + (meeting
                ? e.summary()
                : words.getMessage("feed.due", new Object[] {e.summary()}, Locale.US)),
        e.about(),
        e.place(),
        e.startsAt(),
        e.endsAt(),
        e.sequence(),
        e.changedAt(),
        e.cancelled());
  }

  private static FeedWriter.Line line(HelpHours.Booked told, String page, String student) {
    return new FeedWriter.Line(
        "time-" + told.booking().id() + "@kerygma",
        page,
        false,
        told.hour().zone(),
        told.hour().title() + ": " + student,
        "",
        told.hour().place(),
        told.time().starts(),
        told.time().ends(),
        told.booking().changes(),
        told.booking().changedAt(),
        told.cancelled());
  }

  /** Lets one at a time note what calendars are told of a section. */
  void hold(UUID id) {
    entries.hold(id);
  }

  /** Notes what calendars have to be told of a section that is {@link #hold held}. */
  void note(UUID id) {
    SectionView section = sections.get(id);
    // A section's calendar says nothing of what is for some of its students alone.
    List<DeliveryView> deliveries =
        postings.ofSections(Set.of(id)).stream().filter(d -> d.only().isEmpty()).toList();
    Set<UUID> ids = new HashSet<>();
    deliveries.forEach(d -> ids.addAll(d.tasks()));
    Map<UUID, TaskView> known =
        tasks.among(ids).stream().collect(Collectors.toMap(TaskView::id, t -> t));
    note(section, Standing.of(deliveries, clock.instant()), known);
  }

  /** What calendars should be told of one thing. */
  private record Published(
      String uid,
      String summary,
      String about,
      String place,
      Instant starts,
      Instant ends,
      boolean cancelled) {

    static Published of(FeedEntry e) {
      return new Published(
          e.uid(), e.summary(), e.about(), e.place(), e.startsAt(), e.endsAt(), e.cancelled());
    }
  }

  /** Notes what has changed since calendars were last told; mostly that is nothing. */
  private void note(SectionView section, Standing standing, Map<UUID, TaskView> known) {
    List<Published> now = told(section, standing, known);
    Set<String> uids = now.stream().map(Published::uid).collect(Collectors.toSet());
    List<FeedEntry> before = entries.ofSections(Set.of(section.id()));
    Set<Published> same = before.stream().map(Published::of).collect(Collectors.toSet());
    List<Published> changed = now.stream().filter(t -> !same.contains(t)).toList();
    boolean gone = before.stream().anyMatch(e -> !e.cancelled() && !uids.contains(e.uid()));
    if (changed.isEmpty() && !gone) {
      return;
    }
    Instant moment = clock.instant();
    for (Published t : changed) {
      entries.note(
          t.uid(),
          section.id(),
          t.summary(),
          t.about(),
          t.place(),
          t.starts(),
          t.ends(),
          t.cancelled(),
          moment);
    }
    if (gone) {
      uids.add(""); // "not in ()" is no SQL.
      entries.cancelAllBut(section.id(), uids, moment);
    }
  }

  private List<Published> told(SectionView section, Standing standing, Map<UUID, TaskView> known) {
    List<Published> all = new ArrayList<>();
    Map<UUID, Rounds.Round> shared =
        rounds.of(known.keySet()).stream().collect(Collectors.toMap(Rounds.Round::task, r -> r));
    for (TaskView posted : known.values()) {
      TaskView task = posted.in(section.id());
      standing
          .seen(task.id(), section.id())
          .flatMap(d -> standing.due(task, section, Optional.of(d)))
          .ifPresent(
              told -> {
                Instant due = told.at();
                all.add(
                    new Published(
                        "task-" + task.id() + "-" + section.id() + "@kerygma",
                        task.title(),
                        about(task, section, told, standing),
                        task.sheet().place(),
                        due,
                        due,
                        false));
                DueMoments moments =
                    told.moments(
                        task.sheet(),
                        Optional.ofNullable(shared.get(task.id())).map(Rounds.Round::rule),
                        section);
                moments.earlierParts().forEach(p -> all.add(part(task, section, p)));
                moments.earlierAnswer().ifPresent(at -> all.add(firstAnswer(task, section, at)));
              });
    }
    for (SessionView session : sessions.ofSection(section.id())) {
      all.add(
          new Published(
              "session-" + session.id() + "@kerygma",
              session.sheet().title(),
              "",
              session.sheet().place(),
              at(section, session.sheet().day(), session.sheet().starts()),
              at(section, session.sheet().day(), session.sheet().ends()),
              session.cancelled()));
    }
    return all;
  }

  /** What the page says of it besides: how, until when it may be improved, when it closes. */
  private String about(TaskView task, SectionView section, Standing.Due due, Standing standing) {
    List<String> lines = new ArrayList<>();
    if (!task.sheet().detail().isEmpty()) {
      lines.add(task.sheet().detail());
    }
    due.improve().ifPresent(at -> lines.add(moment("mail.improve", at, section)));
    standing
        .seen(task.id(), section.id())
        .flatMap(d -> d.moments().closesAt())
        .ifPresent(at -> lines.add(moment("mail.closes", at, section)));
    return String.join("\n", lines);
  }

  private String moment(String key, Instant at, SectionView section) {
    return words.getMessage(
        key, new Object[] {new Wording().moment(at, section.zone())}, Locale.US);
  }

  private Published firstAnswer(TaskView task, SectionView section, Instant due) {
    return new Published(
        "round-" + task.id() + "-" + section.id() + "@kerygma",
        words.getMessage("feed.first-answer", new Object[] {task.title()}, Locale.US),
        "",
        task.sheet().place(),
        due,
        due,
        false);
  }

  private static Published part(TaskView task, SectionView section, DueMoments.Part part) {
    return new Published(
        "part-" + part.way() + "-" + section.id() + "@kerygma",
        task.title() + ": " + part.text(),
        "",
        task.sheet().place(),
        part.at(),
        part.at(),
        false);
  }

  private static Instant at(SectionView section, LocalDate day, LocalTime time) {
    return section.calendar().at(day, time);
  }
}
