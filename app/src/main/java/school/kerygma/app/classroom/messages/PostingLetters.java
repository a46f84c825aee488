package school.kerygma.app.classroom.messages;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.ChangesSinceTold;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.plan.DueMoments;
import school.kerygma.core.round.RoundRule;

/** The words in which students and families are told of postings. */
@Component
class PostingLetters {

  /**
   * What one person is told of one delivery.
   *
   * @param student whether it is a student, and not a guardian
   */
  record Piece(UUID to, boolean student, String subject, String body) {}

  private final People people;
  private final FamilyLanguage languages;
  private final Tasks tasks;
  private final PostedTitles titles;
  private final ChangesSinceTold told;
  private final Audience audience;
  private final Rounds rounds;
  private final Clock clock;
  private final Wording show = new Wording();

  PostingLetters(
      People people,
      FamilyLanguage languages,
      Tasks tasks,
      PostedTitles titles,
      ChangesSinceTold told,
      Audience audience,
      Rounds rounds,
      Clock clock) {
    this.told = told;
    this.audience = audience;
    this.rounds = rounds;
    this.people = people;
    this.languages = languages;
    this.tasks = tasks;
    this.titles = titles;
    this.clock = clock;
  }

  /**
   * What some of a section's students are told of a delivery, and their guardians, as it is now:
   * nobody is told of what they have done already.
   */
  List<Piece> about(DeliveryView delivery, SectionView section, Collection<UUID> all) {
    List<UUID> students = all.stream().filter(delivery::isFor).toList();
    return piecesOf(delivery, section, students);
  }

  private List<Piece> piecesOf(
      DeliveryView delivery, SectionView section, Collection<UUID> students) {
    Map<UUID, Set<UUID>> guarded = people.studentsByGuardian(students);
    Map<UUID, People.Contact> contacts = people.contacts(students);
    String title = titles.of(delivery);
    List<TaskView> all =
        tasks.among(delivery.tasks()).stream().map(t -> t.in(section.id())).toList();
    Map<Locale, Map<UUID, String>> lines = new HashMap<>();
    Map<UUID, Locale> chosen = languages.of(guarded.keySet());
    Map<UUID, Map<UUID, Instant>> ticks = audience.ticks(students, delivery.tasks());
    List<Piece> pieces = new ArrayList<>();
    for (UUID student : students) {
      List<TaskView> open = open(all, ticks, Set.of(student));
      if (isDone(delivery, all, open)) {
        continue;
      }
      pieces.add(
          piece(
              student,
              true,
              There.in(contacts, student).name(),
              title,
              section,
              delivery.toStudents(),
              due(delivery, section, all, open, linesOf(lines, delivery, section, all))));
    }
    guarded.forEach(
        (guardian, children) -> {
          List<TaskView> open = open(all, ticks, children);
          if (!isDone(delivery, all, open)) {
            String names =
                children.stream()
                    .map(c -> There.in(contacts, c).name())
                    .sorted()
                    .collect(Collectors.joining(", "));
            pieces.add(
                FamilyLanguage.in(
                    chosen.getOrDefault(guardian, Locale.US),
                    () ->
                        piece(
                            guardian,
                            false,
                            names,
                            title,
                            section,
                            delivery.toFamilies(),
                            due(
                                delivery,
                                section,
                                all,
                                open,
                                linesOf(lines, delivery, section, all)))));
          }
        });
    return pieces;
  }

  /** The lines in the language of whoever is written to; each language's are put together once. */
  private Map<UUID, String> linesOf(
      Map<Locale, Map<UUID, String>> lines,
      DeliveryView delivery,
      SectionView section,
      List<TaskView> all) {
    return lines.computeIfAbsent(
        FamilyLanguage.current(), language -> lines(delivery, section, all));
  }

  private static List<TaskView> open(
      List<TaskView> all, Map<UUID, Map<UUID, Instant>> ticks, Collection<UUID> students) {
    return all.stream()
        .filter(
            t ->
                students.stream()
                    .anyMatch(s -> !ticks.getOrDefault(s, Map.of()).containsKey(t.id())))
        .toList();
  }

  /**
   * Whether there is nothing left of it to tell: its tasks are done, and nothing is to be watched.
   */
  private static boolean isDone(DeliveryView delivery, List<TaskView> all, List<TaskView> open) {
    return delivery.walkthrough().isEmpty() && !all.isEmpty() && open.isEmpty();
  }

  /** What one person is told of a delivery now; nothing for who is not told of it any more. */
  Optional<Piece> now(DeliveryView delivery, SectionView section, UUID person) {
    Set<UUID> students =
        section.students().contains(person)
            ? Set.of(person)
            : people.studentsOf(person).stream()
                .filter(section.students()::contains)
                .collect(Collectors.toSet());
    return about(delivery, section, students).stream()
        .filter(p -> p.to().equals(person))
        .findFirst();
  }

  private Piece piece(
      UUID to,
      boolean student,
      String names,
      String title,
      SectionView section,
      String note,
      String due) {
    String kind = student ? "student" : "guardian";
    List<String> lines = new ArrayList<>();
    lines.add(text("mail." + kind + ".opening", names, title, section.name()));
    if (!note.isBlank()) {
      lines.add(note.strip());
    }
    lines.add(due);
    return new Piece(
        to, student, text("mail.subject", title, section.name()), String.join("\n\n", lines));
  }

  /**
   * What is open, with when it is due, as the plan has it now; without tasks, when the posting is.
   */
  private String due(
      DeliveryView delivery,
      SectionView section,
      List<TaskView> all,
      List<TaskView> open,
      Map<UUID, String> lines) {
    if (all.isEmpty()) {
      return text("mail.due", moment(delivery.moments().dueAt(), section)) + "\n" + zone(section);
    }
    if (open.isEmpty()) {
      return text("mail.all-done");
    }
    return open.stream().map(t -> lines.get(t.id())).collect(Collectors.joining("\n"))
        + "\n"
        + zone(section);
  }

  private String zone(SectionView section) {
    return text(
        "mail.zone",
        section.zone().getDisplayName(TextStyle.FULL, FamilyLanguage.current()),
        section.zone().getId());
  }

  /** A line a task: its moments as every page says them. */
  private Map<UUID, String> lines(DeliveryView delivery, SectionView section, List<TaskView> all) {
    Standing standing = Standing.of(List.of(delivery), clock.instant());
    Map<UUID, RoundRule> shared = new HashMap<>();
    rounds.of(all.stream().map(TaskView::id).toList()).forEach(r -> shared.put(r.task(), r.rule()));
    Map<UUID, String> lines = new HashMap<>();
    for (TaskView task : all) {
      Standing.Due due = standing.due(task, section).orElseThrow();
      List<String> line = new ArrayList<>();
      line.add(text("mail.task", task.title(), task.sheet().minutes(), moment(due.at(), section)));
      DueMoments moments =
          due.moments(task.sheet(), Optional.ofNullable(shared.get(task.id())), section);
      moments
          .firstAnswer()
          .ifPresent(at -> line.add(text("mail.first-answer", moment(at, section))));
      moments
          .earlierParts()
          .forEach(p -> line.add(text("mail.part", p.text(), moment(p.at(), section))));
      due.improve().ifPresent(at -> line.add(text("mail.improve", moment(at, section))));
      delivery
          .moments()
          .closesAt()
          .ifPresent(at -> line.add(text("mail.closes", moment(at, section))));
      lines.put(task.id(), String.join("; ", line));
    }
    return lines;
  }

  private String moment(Instant at, SectionView section) {
    LocalDate date = section.calendar().dateOf(at);
    return show.fullDay(date) + ", " + show.time(at, section.zone());
  }

  /** The same about a posting that has changed since they were told, with what has changed. */
  List<Piece> changed(List<Piece> pieces, DeliveryView delivery, SectionView section) {
    List<ChangesSinceTold.Changed> lately = told.lately(delivery);
    Map<UUID, Locale> chosen = languages.of(pieces.stream().map(Piece::to).toList());
    return pieces.stream()
        .map(
            piece ->
                FamilyLanguage.in(
                    chosen.getOrDefault(piece.to(), Locale.US),
                    () -> changed(piece, lately, delivery, section)))
        .toList();
  }

  private Piece changed(
      Piece piece,
      List<ChangesSinceTold.Changed> lately,
      DeliveryView delivery,
      SectionView section) {
    String changes =
        lately.stream()
            .map(
                c ->
                    text(
                        "mail.change",
                        c.task().title(),
                        c.changes().stream()
                            .map(one -> changed(one, section))
                            .collect(Collectors.joining("; "))))
            .collect(Collectors.joining("\n"));
    return new Piece(
        piece.to(),
        piece.student(),
        changedSubject(lately, delivery, section),
        changes.isEmpty() ? piece.body() : changes + "\n\n" + piece.body());
  }

  /** It names what changed: the task, and what is different about it. */
  private String changedSubject(
      List<ChangesSinceTold.Changed> lately, DeliveryView delivery, SectionView section) {
    return lately.stream()
        .findFirst()
        .map(
            c ->
                text(
                    "mail.subject-changed-what",
                    c.task().title(),
                    section.name(),
                    c.changes().stream()
                        .map(one -> text("mail.what." + one.what()))
                        .distinct()
                        .collect(Collectors.joining(", "))))
        .orElseGet(() -> text("mail.subject-changed", titles.of(delivery), section.name()));
  }

  private String changed(ChangesSinceTold.Change change, SectionView section) {
    return change.what() == ChangesSinceTold.What.DUE
        ? text("mail.change.DUE", moment(change.isAt(), section), moment(change.wasAt(), section))
        : text("mail.change." + change.what(), change.is(), change.was());
  }

  /** One letter of all that a person is told at one time; it ends with the way to the page. */
  Piece joined(List<Piece> pieces, String link) {
    return languages.to(pieces.getFirst().to(), () -> together(pieces, link));
  }

  private Piece together(List<Piece> pieces, String link) {
    Piece first = pieces.getFirst();
    String subject =
        pieces.size() == 1
            ? first.subject()
            : text("mail.subject-more", first.subject(), pieces.size() - 1);
    String body = pieces.stream().map(Piece::body).collect(Collectors.joining("\n\n* * *\n\n"));
    String kind = first.student() ? "student" : "guardian";
    return new Piece(
        first.to(), first.student(), subject, body + "\n\n" + text("mail." + kind + ".link", link));
  }

  private String text(String key, Object... details) {
    return languages.text(key, details);
  }
}
