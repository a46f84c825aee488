package school.kerygma.app.plan.planning;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.store.Written;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.plan.PointsFor;
import school.kerygma.core.plan.UnitWeeks;
import school.kerygma.core.time.DueRuleText;
import tools.jackson.databind.json.JsonMapper;

/** Reads tasks that are not put away, however many, in one statement. */
@Component
class TaskReads {

  private static final String READ =
      """
      select t.id, t.owner_id, t.position, t.version, t.title, t.detail, t.minutes, t.answers, t.points, t.kind,
        t.required, t.opens, t.unit_first, t.unit_last, t.word, t.due, t.improve, t.place, t.hand_in, t.pick, t.points_for,
        array(select a.after_id from task_after a where a.task_id = t.id),
        array(select h.handout_id from task_handout h where h.task_id = t.id),
        array(select k.handout_id from task_key k where k.task_id = t.id),
        (select json_agg(json_build_object('section', p.section_id, 'day', p.day, 'detail', p.detail, 'minutes', p.minutes,
          'points', p.points, 'due', p.due, 'place', p.place)) from placement p where p.task_id = t.id),
        (select json_agg(json_build_object('section', o.section_id, 'handout', o.handout_id))
          from task_section_handout o where o.task_id = t.id),
        (select json_agg(json_build_object('id', w.id, 'text', w.text, 'stop', w.stop_id, 'daysBefore', w.days_before)
          order by w.position) from task_way w where w.task_id = t.id)
      from task t where t.put_away_at is null and\s""";

  /** A section's day, as it stands in the table. */
  record Placed(
      UUID section,
      LocalDate day,
      @Nullable String detail,
      @Nullable Integer minutes,
      @Nullable Integer points,
      @Nullable String due,
      @Nullable String place) {}

  /** A paper that a section reads instead of what all read. */
  record Paper(UUID section, UUID handout) {}

  /** One of several ways. */
  record Way(UUID id, String text, @Nullable UUID stop, int daysBefore) {}

  private final JdbcClient sql;
  private final Written written;
  private final JsonMapper json;

  TaskReads(JdbcClient sql, Written written, JsonMapper json) {
    this.sql = sql;
    this.written = written;
    this.json = json;
  }

  /** In the order of doing. */
  List<TaskView> among(Collection<UUID> ids) {
    return ids.isEmpty() ? List.of() : read("t.id in (:ids)", Map.of("ids", ids));
  }

  /** Those that one of some sections does on one of the days, both included. */
  List<TaskView> between(Collection<UUID> sections, LocalDate first, LocalDate last) {
    return sections.isEmpty()
        ? List.of()
        : read(
            "exists (select 1 from placement p where p.task_id = t.id and p.section_id in (:sections)"
                + " and p.day between :first and :last)",
            Map.of("sections", sections, "first", first, "last", last));
  }

  private List<TaskView> read(String which, Map<String, ?> named) {
    written.first();
    return sql.sql(READ + which + " order by t.position").params(named).query(this::view).list();
  }

  private TaskView view(ResultSet row, int n) throws SQLException {
    Map<UUID, Set<UUID>> papers = new HashMap<>();
    for (Paper paper : all(row, 26, Paper[].class)) {
      papers.computeIfAbsent(paper.section(), first -> new HashSet<>()).add(paper.handout());
    }
    Map<UUID, LocalDate> days = new HashMap<>();
    Map<UUID, TaskSheet.Difference> differs = new HashMap<>();
    for (Placed placed : all(row, 25, Placed[].class)) {
      days.put(placed.section(), placed.day());
      differs.put(
          placed.section(),
          new TaskSheet.Difference(
              placed.detail(),
              placed.minutes(),
              placed.points(),
              Optional.ofNullable(placed.due()).map(DueRuleText::read),
              placed.place(),
              papers.getOrDefault(placed.section(), Set.of())));
    }
    String handIn = row.getString(19);
    return new TaskView(
        row.getObject(1, UUID.class),
        row.getObject(2, UUID.class),
        row.getInt(3),
        row.getInt(4),
        new TaskSheet(
            row.getString(5),
            row.getString(6),
            row.getInt(7),
            row.getInt(8),
            row.getObject(9, Integer.class),
            row.getString(10),
            PointsFor.valueOf(row.getString(21)),
            row.getBoolean(11),
            Opens.valueOf(row.getString(12)),
            ids(row, 22),
            unit(row.getObject(13, LocalDate.class), row.getObject(14, LocalDate.class)),
            row.getString(15),
            Optional.ofNullable(row.getString(16)).map(DueRuleText::read),
            row.getInt(17),
            row.getString(18),
            handIn.isEmpty() ? Optional.empty() : Optional.of(HandInRule.read(handIn)),
            board(row.getInt(20), all(row, 27, Way[].class)),
            ids(row, 23),
            ids(row, 24),
            days,
            differs));
  }

  private static Optional<UnitWeeks> unit(@Nullable LocalDate first, @Nullable LocalDate last) {
    return first == null || last == null
        ? Optional.empty()
        : Optional.of(new UnitWeeks(first, last));
  }

  private static Optional<ChoiceBoard> board(int pick, List<Way> ways) {
    return ways.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new ChoiceBoard(
                pick,
                ways.stream()
                    .map(
                        w ->
                            new ChoiceBoard.Way(
                                w.id(), w.text(), Optional.ofNullable(w.stop()), w.daysBefore()))
                    .toList()));
  }

  private <T> List<T> all(ResultSet row, int column, Class<T[]> kind) throws SQLException {
    String text = row.getString(column);
    return text == null ? List.of() : List.of(json.readValue(text, kind));
  }

  private static Set<UUID> ids(ResultSet row, int column) throws SQLException {
    return Arrays.stream((UUID[]) row.getArray(column).getArray()).collect(Collectors.toSet());
  }
}
