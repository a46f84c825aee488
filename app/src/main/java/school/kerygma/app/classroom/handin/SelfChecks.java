package school.kerygma.app.classroom.handin;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.margin.Rubrics;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.core.rubric.Rubric;

/** The rubric as a self-check: where students see themselves before their work goes. */
@Service
@Transactional
public class SelfChecks {

  private static final int MOST = 15;

  /** A row of the rubric, with its levels as they stand. */
  public record Criterion(String name, List<String> levels) {}

  /**
   * What a student says.
   *
   * @param level empty to take it back
   */
  public record Said(@Nullable String criterion, @Nullable String level) {}

  private final Rubrics rubrics;
  private final Editions editions;
  private final HandIns handIns;
  private final JdbcClient sql;

  SelfChecks(Rubrics rubrics, Editions editions, HandIns handIns, JdbcClient sql) {
    this.rubrics = rubrics;
    this.editions = editions;
    this.handIns = handIns;
    this.sql = sql;
  }

  /** The criteria of the rubrics among some papers; none without levels to choose from. */
  @Transactional(readOnly = true)
  public List<Criterion> criteria(Collection<UUID> papers) {
    List<Criterion> criteria = new ArrayList<>();
    for (UUID paper : papers.stream().sorted().toList()) {
      for (Rubrics.Table table : rubrics.of(editions.opened(paper))) {
        table.rubric().ifPresent(r -> criteria.addAll(criteria(r)));
      }
    }
    return criteria.stream().limit(MOST).toList();
  }

  private static List<Criterion> criteria(Rubric rubric) {
    List<String> levels =
        rubric.levels().stream()
            .map(l -> shortened(l.name(), 80))
            .filter(l -> !l.isEmpty())
            .distinct()
            .toList();
    if (levels.size() < 2 || rubric.readings().isEmpty()) {
      return List.of();
    }
    return rubric.readings().getFirst().shares().stream()
        .filter(s -> !s.extra())
        .map(s -> shortened(s.name(), 120))
        .filter(n -> !n.isEmpty())
        .distinct()
        .map(n -> new Criterion(n, levels))
        .toList();
  }

  private static String shortened(String name, int most) {
    String text = name.strip().replaceAll("\\s+", " ");
    return text.length() <= most ? text : text.substring(0, most).strip();
  }

  /** What was said of a version, in the order of the rubric's rows. */
  @Transactional(readOnly = true)
  public Map<String, String> of(UUID version) {
    Map<String, String> said = new LinkedHashMap<>();
    sql.sql("select criterion, level from hand_in_self where hand_in_id = ? order by criterion")
        .param(version)
        .query((row, n) -> said.put(row.getString(1), row.getString(2)))
        .list();
    return said;
  }

  /**
   * Keeps where a student sees themselves.
   *
   * @param papers of the task
   */
  public void say(HandIns.Asked asked, UUID student, Set<UUID> papers, Said said) {
    String criterion = Objects.requireNonNullElse(said.criterion(), "");
    String level = Objects.requireNonNullElse(said.level(), "");
    boolean known =
        criteria(papers).stream()
            .anyMatch(
                c -> c.name().equals(criterion) && (level.isEmpty() || c.levels().contains(level)));
    if (!known) {
      throw Problem.unreadable();
    }
    UUID work = handIns.begin(asked, student);
    sql.sql("delete from hand_in_self where hand_in_id = ? and criterion = ?")
        .params(work, criterion)
        .update();
    if (!level.isEmpty()) {
      sql.sql("insert into hand_in_self (hand_in_id, criterion, level) values (?, ?, ?)")
          .params(work, criterion, level)
          .update();
    }
  }
}
