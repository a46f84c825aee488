package school.kerygma.app.classroom.notes;

import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.messages.NoteMail;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.MorningAfter;

/** Keeps notes and sends them: on the pages of those whom they are for, and by mail. */
@Service
@Transactional
public class Notes implements Remembers {

  static final int LONGEST = 4000;

  private final NoteMail mail;
  private final People people;
  private final FamilyLanguage languages;
  private final JdbcClient sql;
  private final Clock clock;

  Notes(NoteMail mail, People people, FamilyLanguage languages, JdbcClient sql, Clock clock) {
    this.mail = mail;
    this.people = people;
    this.languages = languages;
    this.sql = sql;
    this.clock = clock;
  }

  /**
   * A teacher writes about a student. At night it leaves in the morning.
   *
   * @throws Problem if there are no words, too many, or nobody to read them
   */
  public void write(
      SectionView section,
      UUID student,
      UUID teacher,
      String said,
      boolean toStudent,
      boolean toFamily) {
    String stripped = said.strip();
    if (stripped.isEmpty()) {
      throw Problem.refused("note-empty").at("words");
    }
    if (stripped.length() > LONGEST) {
      throw Problem.refused("note-long", stripped.length(), LONGEST).at("words");
    }
    if (!toStudent && !toFamily) {
      throw Problem.refused("note-nobody").at("family");
    }
    Instant now = clock.instant();
    send(
        new Note(
            UUID.randomUUID(),
            section.id(),
            student,
            teacher,
            Note.Kind.NOTE,
            stripped,
            toStudent,
            toFamily,
            now),
        () -> stripped,
        section,
        1,
        MorningAfter.isAwake(now, section.calendar())
            ? now
            : section.calendar().nextAt(now, MorningAfter.EARLIEST));
  }

  /**
   * Reminds a student.
   *
   * @param what is open, in the language of whoever reads it
   * @param time how often lately, this time counted
   */
  void remind(
      SectionView section,
      UUID student,
      UUID teacher,
      Supplier<String> what,
      int time,
      boolean family) {
    Instant now = clock.instant();
    send(
        new Note(
            UUID.randomUUID(),
            section.id(),
            student,
            teacher,
            Note.Kind.REMINDER,
            FamilyLanguage.in(Locale.US, what),
            true,
            family,
            now),
        what,
        section,
        time,
        now);
  }

  private void send(
      Note note, Supplier<String> said, SectionView section, int time, Instant moment) {
    sql.sql(
            "insert into note (id, section_id, student_id, teacher_id, kind, words, to_student, to_family, sent_at)"
                + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
        .params(
            note.id(),
            note.section(),
            note.student(),
            note.teacher(),
            note.kind().name(),
            note.words(),
            note.toStudent(),
            note.toFamily(),
            at(note.at()))
        .update();
    Set<UUID> guardians =
        note.toFamily()
            ? people.studentsByGuardian(Set.of(note.student())).keySet()
            : Set.<UUID>of();
    Map<UUID, People.Contact> names = people.contacts(Set.of(note.student(), note.teacher()));
    String student = There.in(names, note.student()).name();
    String teacher = There.in(names, note.teacher()).name();
    String kind = "mail." + note.kind().name().toLowerCase(Locale.ROOT);
    Map<UUID, Locale> chosen = languages.of(guardians);
    List<NoteMail.Letter> letters = new ArrayList<>();
    if (note.toStudent()) {
      letters.add(
          new NoteMail.Letter(
              note.student(),
              text(kind + ".subject", student, section.name()),
              text(kind + ".student", student, section.name(), teacher) + "\n\n" + note.words()));
    }
    for (UUID guardian : guardians) {
      letters.add(
          FamilyLanguage.in(
              chosen.getOrDefault(guardian, Locale.US),
              () ->
                  new NoteMail.Letter(
                      guardian,
                      text(kind + ".subject", student, section.name()),
                      text(kind + ".guardian", student, section.name(), teacher, time)
                          + "\n\n"
                          + said.get())));
    }
    mail.send(note.id(), letters, moment, note.kind() == Note.Kind.REMINDER);
  }

  private String text(String key, Object... details) {
    return languages.text(key, details);
  }

  // ---- what was written

  /** All that was written about some students in a section, the newest first. */
  @Transactional(readOnly = true)
  public List<Note> about(UUID section, Collection<UUID> students) {
    return students.isEmpty()
        ? List.of()
        : read(
            "where section_id = :section and student_id in (:students)",
            Map.of("section", section, "students", students));
  }

  /** What was written about some students since a moment, for the eyes of one of them. */
  @Transactional(readOnly = true)
  public List<Note> since(Instant since, Collection<UUID> students, boolean family) {
    return students.isEmpty()
        ? List.of()
        : read(
            "where student_id in (:students) and sent_at >= :since and "
                + (family ? "to_family" : "to_student"),
            Map.of("students", students, "since", at(since)));
  }

  /** The newest of a section. */
  @Transactional(readOnly = true)
  List<Note> newest(UUID section, int most) {
    return read("where section_id = :section", Map.of("section", section)).stream()
        .limit(most)
        .toList();
  }

  private List<Note> read(String where, Map<String, ?> by) {
    return sql.sql(
            "select id, section_id, student_id, teacher_id, kind, words, to_student, to_family, sent_at from note "
                + where
                + " order by sent_at desc, id")
        .params(by)
        .query(
            (row, n) ->
                new Note(
                    row.getObject(1, UUID.class),
                    row.getObject(2, UUID.class),
                    row.getObject(3, UUID.class),
                    row.getObject(4, UUID.class),
                    Note.Kind.valueOf(row.getString(5)),
                    row.getString(6),
                    row.getBoolean(7),
                    row.getBoolean(8),
                    row.getObject(9, OffsetDateTime.class).toInstant()))
        .list();
  }

  private static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  // ---- what is kept

  @Override
  public List<Kept> kept() {
    return List.of(Kept.theirs("note", "student_id"), Kept.teachers("note", "teacher_id"));
  }

  @Override
  public String heading() {
    return "notes";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return read("where student_id = :student", Map.of("student", person)).stream()
        .filter(n -> sight.isWhole() || sight.sees(Gate.Kind.ROSTER, n.section()))
        .map(n -> Map.of("at", n.at().toString(), "words", n.words()))
        .toList();
  }
}
