package school.kerygma.app.desk.exchange;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.Linking;
import school.kerygma.app.school.sections.Rosters;
import school.kerygma.app.school.sections.SchoolTime;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.roster.ImportedRoster;
import school.kerygma.core.roster.RosterChanges;
import school.kerygma.core.time.MeetingPattern;

/** Brings rosters in from OneRoster files: first shown, then done. */
@Service
@Transactional
class RosterImports implements Keeps {

  private static final MeetingPattern EVERY_DAY = MeetingPattern.parse("MON,TUE,WED,THU,FRI");
  private static final int MINUTES = 45;

  /**
   * What an import would do, in names.
   *
   * @param id under which the files are kept until it is done
   */
  record Preview(UUID id, RosterChanges changes, List<Line> lines) {}

  /** One class of a preview. */
  record Line(String title, boolean fresh, List<String> joining, List<String> leaving) {}

  private final RosterKey.Repository keys;
  private final SchoolTime time;
  private final Sections sections;
  private final Rosters rosters;
  private final Linking linking;
  private final People people;

  RosterImports(
      RosterKey.Repository keys,
      SchoolTime time,
      Sections sections,
      Rosters rosters,
      Linking linking,
      People people) {
    this.keys = keys;
    this.time = time;
    this.sections = sections;
    this.rosters = rosters;
    this.linking = linking;
    this.people = people;
  }

  /** All that is known of a teacher's earlier imports at a school. */
  private record Memory(Map<RosterKey.Kind, Map<String, UUID>> ids, Set<RosterKey.Key> stale) {

    Map<String, UUID> of(RosterKey.Kind kind) {
      return ids.computeIfAbsent(kind, k -> new HashMap<>());
    }
  }

  /** Only what the teacher still shares is known: others' classes and persons are not theirs. */
  private Memory memory(UUID school, UUID owner, Linking.Shared shared) {
    Memory memory = new Memory(new EnumMap<>(RosterKey.Kind.class), new HashSet<>());
    for (RosterKey key : keys.of(school, owner)) {
      boolean still =
          switch (key.kind()) {
            case CLASS -> sections.get(key.subjectId()).teachers().contains(owner);
            case STUDENT -> true; // Who was taken out of a class before comes back as the same.
            case GUARDIAN -> shared.guardians().contains(key.subjectId());
          };
      if (still) {
        memory.of(key.kind()).put(key.sourcedId(), key.subjectId());
      } else {
        memory.stale().add(key.getId());
      }
    }
    return memory;
  }

  private RosterChanges changes(ImportedRoster roster, Memory memory) {
    Map<String, UUID> students = memory.of(RosterKey.Kind.STUDENT);
    Map<String, Set<String>> seats = new HashMap<>();
    memory
        .of(RosterKey.Kind.CLASS)
        .forEach(
            (sourced, section) -> {
              Set<UUID> seated = sections.get(section).students();
              seats.put(
                  sourced,
                  students.entrySet().stream()
                      .filter(e -> seated.contains(e.getValue()))
                      .map(Map.Entry::getKey)
                      .collect(Collectors.toSet()));
            });
    return RosterChanges.of(
        roster,
        new RosterChanges.Known(
            new HashSet<>(memory.of(RosterKey.Kind.CLASS).keySet()),
            new HashSet<>(students.keySet()),
            seats));
  }

  /** Says what a roster would change; nothing is changed. */
  @Transactional(readOnly = true)
  Preview preview(UUID owner, UUID term, RosterUploads.Kept kept) {
    ImportedRoster roster = kept.roster();
    UUID school = time.get(term).school();
    Memory memory = memory(school, owner, linking.shared(owner, school));
    RosterChanges changes = changes(roster, memory);
    Map<UUID, String> names = names(changes, memory);
    List<Line> lines =
        roster.classes().entrySet().stream()
            .filter(
                c ->
                    changes.newClasses().contains(c.getKey())
                        || changes.joins().containsKey(c.getKey())
                        || changes.leaves().containsKey(c.getKey()))
            .map(c -> line(c.getKey(), c.getValue(), roster, changes, memory, names))
            .toList();
    return new Preview(kept.id(), changes, lines);
  }

  private Map<UUID, String> names(RosterChanges changes, Memory memory) {
    Set<UUID> leaving =
        changes.leaves().values().stream()
            .flatMap(Set::stream)
            .map(memory.of(RosterKey.Kind.STUDENT)::get)
            .collect(Collectors.toSet());
    return people.contacts(leaving).entrySet().stream()
        .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().name()));
  }

  private static Line line(
      String id,
      String title,
      ImportedRoster roster,
      RosterChanges changes,
      Memory memory,
      Map<UUID, String> names) {
    return new Line(
        title,
        changes.newClasses().contains(id),
        changes.joins().getOrDefault(id, Set.of()).stream()
            .map(s -> There.in(roster.students(), s).name())
            .sorted()
            .toList(),
        changes.leaves().getOrDefault(id, Set.of()).stream()
            .map(s -> names.getOrDefault(memory.of(RosterKey.Kind.STUDENT).get(s), s))
            .sorted()
            .toList());
  }

  /** Does what the preview has shown. Doing it twice changes nothing the second time. */
  RosterChanges bringIn(UUID owner, UUID term, ImportedRoster roster) {
    UUID school = time.get(term).school();
    Linking.Shared shared = linking.shared(owner, school);
    Memory memory = memory(school, owner, shared);
    RosterChanges changes = changes(roster, memory);
    for (String sourced : changes.newClasses()) {
      UUID section =
          sections.add(owner, term, There.in(roster.classes(), sourced), EVERY_DAY, MINUTES);
      remember(school, owner, RosterKey.Kind.CLASS, sourced, section, memory);
    }
    Optional<UUID> first = memory.of(RosterKey.Kind.CLASS).values().stream().findFirst();
    first.ifPresent(
        section ->
            add(
                school,
                owner,
                section,
                changes.newStudents().stream().map(roster.students()::get).toList(),
                memory,
                shared));
    seat(changes, memory);
    return changes;
  }

  /** Adds students with their guardians. Addresses are looked up at once: there are thousands. */
  private void add(
      UUID school,
      UUID owner,
      UUID section,
      List<ImportedRoster.Student> students,
      Memory memory,
      Linking.Shared shared) {
    Map<String, Set<UUID>> known =
        people.byEmails(emails(students.stream().map(ImportedRoster.Student::email)), Role.STUDENT);
    Map<String, Set<UUID>> guardians =
        people.byEmails(
            emails(
                students.stream()
                    .flatMap(s -> s.guardians().stream())
                    .map(ImportedRoster.Guardian::email)),
            Role.GUARDIAN);
    Map<String, UUID> own = new HashMap<>(); // By address, those that are found or made here.
    for (ImportedRoster.Student student : students) {
      UUID person =
          person(owner, section, student.name(), student.email(), Role.STUDENT, known, own, shared);
      remember(school, owner, RosterKey.Kind.STUDENT, student.id(), person, memory);
      for (ImportedRoster.Guardian guardian : student.guardians()) {
        UUID guarding =
            Optional.ofNullable(memory.of(RosterKey.Kind.GUARDIAN).get(guardian.id()))
                .orElseGet(
                    () ->
                        person(
                            owner,
                            section,
                            guardian.name(),
                            guardian.email(),
                            Role.GUARDIAN,
                            guardians,
                            own,
                            shared));
        people.guardAlso(guarding, person);
        if (!memory.of(RosterKey.Kind.GUARDIAN).containsKey(guardian.id())) {
          remember(school, owner, RosterKey.Kind.GUARDIAN, guardian.id(), guarding, memory);
        }
      }
    }
  }

  private UUID person(
      UUID owner,
      UUID section,
      String name,
      Optional<String> email,
      Role role,
      Map<String, Set<UUID>> known,
      Map<String, UUID> own,
      Linking.Shared shared) {
    String key = role + " " + email.map(RosterImports::small).orElse("");
    if (email.isPresent() && own.containsKey(key)) {
      return own.get(key);
    }
    Set<UUID> all = email.map(e -> known.getOrDefault(small(e), Set.of())).orElse(Set.of());
    UUID person =
        shared
            .among(all, role)
            .orElseGet(
                () -> {
                  UUID fresh =
                      role == Role.STUDENT
                          ? people.addStudent(name, email)
                          : people.addGuardian(name, email, Set.of());
                  linking.ask(owner, section, role, all, fresh);
                  return fresh;
                });
    own.put(key, person);
    return person;
  }

  private static String small(String email) {
    return email.strip().toLowerCase(Locale.ROOT);
  }

  private static List<String> emails(Stream<Optional<String>> all) {
    return all.flatMap(Optional::stream).map(RosterImports::small).toList();
  }

  private void seat(RosterChanges changes, Memory memory) {
    for (String sourced : new TreeSet<>(memory.of(RosterKey.Kind.CLASS).keySet())) {
      UUID section = There.in(memory.of(RosterKey.Kind.CLASS), sourced);
      changes
          .joins()
          .getOrDefault(sourced, Set.of())
          .forEach(s -> rosters.seat(section, There.in(memory.of(RosterKey.Kind.STUDENT), s)));
      changes
          .leaves()
          .getOrDefault(sourced, Set.of())
          .forEach(s -> rosters.remove(section, There.in(memory.of(RosterKey.Kind.STUDENT), s)));
    }
  }

  private void remember(
      UUID school, UUID owner, RosterKey.Kind kind, String sourced, UUID subject, Memory memory) {
    RosterKey.Key key = new RosterKey.Key(school, owner, kind, sourced);
    if (memory.stale().remove(key)) {
      keys.deleteById(key);
      keys.flush();
    }
    keys.save(new RosterKey(key, subject));
    memory.of(kind).put(sourced, subject);
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.teachers("roster_key", "owner_id"), Kept.theirs("roster_key", "subject_id"));
  }
}
