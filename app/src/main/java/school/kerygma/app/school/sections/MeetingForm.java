package school.kerygma.app.school.sections;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import school.kerygma.app.ground.problems.Fields;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.time.Meeting;
import school.kerygma.core.time.MeetingPattern;

/**
 * The week grid on which meeting times are set: a column for each weekday, or for each day of a
 * rotation. Fields of a day end in a hyphen and its number; those of all days in 0.
 */
record MeetingForm(Fields fields) {

  private static final int WEEK = 7;

  /** The fields of all days, where their hours are the same. */
  private static final int ALL = 0;

  /**
   * A column of the grid.
   *
   * @param number from 1: Monday, or the first day of the rotation
   * @param from empty if the hours are not known
   */
  record Column(int number, boolean meets, String from, String until, Meeting.Kind kind) {}

  /**
   * The grid as it is shown.
   *
   * @param all the hours of all days, where they are the same; else the ones to begin with
   * @param same whether they are
   * @param others sections whose hours can be taken, by name
   */
  record Grid(
      int rotation, List<Column> columns, Column all, boolean same, List<SectionView> others) {}

  /**
   * The grid for a pattern.
   *
   * @param others sections whose hours can be taken
   * @param as the one of them whose hours are taken, or none
   */
  static Grid shown(MeetingPattern pattern, List<SectionView> others, @Nullable UUID as) {
    MeetingPattern shown =
        others.stream()
            .filter(s -> s.id().equals(as))
            .map(SectionView::meets)
            .findFirst()
            .orElse(pattern);
    List<Column> columns = columns(shown);
    List<Column> meeting = columns.stream().filter(Column::meets).toList();
    Column first = meeting.getFirst();
    Column all = new Column(0, true, first.from(), first.until(), first.kind());
    boolean same =
        meeting.stream()
            .allMatch(c -> new Column(0, true, c.from(), c.until(), c.kind()).equals(all));
    return new Grid(shown.rotation(), columns, all, same, others);
  }

  /** The columns for a pattern, as many as a week or a rotation has at most. */
  private static List<Column> columns(MeetingPattern pattern) {
    List<Column> columns = new ArrayList<>();
    for (int i = 1; i <= MeetingPattern.MAX_ROTATION; i++) {
      Optional<Meeting> meeting = Optional.ofNullable(pattern.days().get(i));
      Optional<Meeting.Hours> hours = meeting.flatMap(Meeting::hours);
      columns.add(
          new Column(
              i,
              meeting.isPresent(),
              hours.map(h -> h.start().toString()).orElse(""),
              hours.map(h -> h.end().toString()).orElse(""),
              meeting.map(Meeting::kind).orElse(Meeting.Kind.ROOM)));
    }
    return columns;
  }

  /**
   * The pattern that is set.
   *
   * @throws Problem that names the field that cannot be taken
   */
  MeetingPattern read() {
    int rotation = rotation();
    int last = rotation == 0 ? WEEK : rotation;
    Map<Integer, Meeting> days = new TreeMap<>();
    for (int i = 1; i <= last; i++) {
      if (fields.form().containsKey("meet-" + i)) {
        int day = fields.form().containsKey("same") ? ALL : i;
        days.put(i, new Meeting(kind(day), hours(day)));
      }
    }
    if (days.isEmpty()) {
      throw Problem.refused("no-meeting").at("meet-1");
    }
    return new MeetingPattern(rotation, days);
  }

  private int rotation() {
    if (!"rotation".equals(fields.text("by"))) {
      return 0;
    }
    String sent = fields.text("rotation");
    if (!sent.matches("\\d{1,2}")
        || Integer.parseInt(sent) < 2
        || Integer.parseInt(sent) > MeetingPattern.MAX_ROTATION) {
      throw Problem.refused("rotation").at("rotation");
    }
    return Integer.parseInt(sent);
  }

  private Meeting.Kind kind(int day) {
    String sent = fields.text("how-" + day);
    return sent.isEmpty() ? Meeting.Kind.ROOM : Fields.one(Meeting.Kind.class, sent);
  }

  private Optional<Meeting.Hours> hours(int day) {
    Optional<LocalTime> from = fields.time("from-" + day, "field");
    Optional<LocalTime> until = fields.time("until-" + day, "field");
    if (from.isEmpty() && until.isEmpty()) {
      return Optional.empty();
    }
    if (from.isEmpty() || until.isEmpty()) {
      throw Problem.refused("field").at((from.isEmpty() ? "from-" : "until-") + day);
    }
    if (!until.get().isAfter(from.get())) {
      throw Problem.refused("session-ends").at("until-" + day);
    }
    return Optional.of(new Meeting.Hours(from.get(), until.get()));
  }
}
