package school.kerygma.core.proof;

import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;
import school.kerygma.core.time.SchoolCalendar;

/** When a task is due: each section's moment against what is said and written of it. */
final class DueRows implements Proof.Rows {

  /** A time of day is said, even if it is the usual one. */
  private static final Pattern TIME = Sides.of("\\d\\s*[ap]\\.?\\s?m\\b|\\d:\\d\\d|noon|night");

  @Override
  public Stream<Row> of(Matter matter) {
    Map<Matter.Task, List<Claim>> right = new LinkedHashMap<>();
    Map<Matter.Task, List<Claim>> wrong = new LinkedHashMap<>();
    Map<String, List<Claim>> later = new LinkedHashMap<>();
    for (Claim claim : Sides.claims(matter, EnumSet.allOf(Side.class), Fact.Kind.DUE)) {
      if (!isDate(claim) || DayRows.isOff(claim.told()) || ImproveRows.isOf(claim)) {
        continue;
      }
      List<Matter.Task> due =
          matter.related(claim.text()).stream().filter(t -> isDue(matter, t)).toList();
      Optional<Matter.Task> fits = due.stream().filter(t -> fits(matter, t, claim)).findFirst();
      if (fits.isPresent()) {
        right.computeIfAbsent(fits.get(), t -> new ArrayList<>()).add(claim);
      } else if (due.size() > 1 && due.stream().allMatch(t -> isAfter(matter, t, claim))) {
        later.computeIfAbsent(claim.told().value(), v -> new ArrayList<>()).add(claim);
      } else if (!due.isEmpty()) {
        wrong.computeIfAbsent(meant(matter, due, claim), t -> new ArrayList<>()).add(claim);
      }
    }
    List<Row> rows = new ArrayList<>();
    for (Matter.Task task : matter.tasks()) {
      if (isDue(matter, task)) {
        rows.add(
            row(
                matter,
                task,
                right.getOrDefault(task, List.of()),
                wrong.getOrDefault(task, List.of())));
      }
    }
    later.forEach(
        (value, claims) ->
            rows.add(
                Sides.row(
                    Topic.DUE,
                    "",
                    Optional.empty(),
                    claims.stream().map(c -> c.statement(false)).toList(),
                    Verdict.MISSING,
                    Reason.NOTHING_DUE_THEN,
                    value.substring(0, 10))));
    return rows.stream();
  }

  private static Row row(Matter matter, Matter.Task task, List<Claim> right, List<Claim> wrong) {
    List<Statement> all = new ArrayList<>();
    wrong.forEach(c -> all.add(c.statement(true)));
    right.forEach(c -> all.add(c.statement(false)));
    all.addAll(
        Sides.postedBySection(
            matter, task, i -> local(matter, task, i).map(LocalDateTime::toString)));
    return wrong.isEmpty()
        ? Sides.agrees(Topic.DUE, task.title(), Optional.of(task.id()), all)
        : Sides.row(
            Topic.DUE,
            task.title(),
            Optional.of(task.id()),
            all,
            Verdict.DISAGREES,
            Reason.OTHER_THAN_POSTED);
  }

  static boolean isDate(Claim claim) {
    return claim.told().value().matches("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(?::\\d\\d)?");
  }

  private static boolean isDue(Matter matter, Matter.Task task) {
    return Sides.doing(matter, task).stream().anyMatch(i -> local(matter, task, i).isPresent());
  }

  static Optional<LocalDateTime> local(Matter matter, Matter.Task task, int section) {
    return Sides.doing(task, section).due().map(at -> local(matter, section, at));
  }

  private static LocalDateTime local(Matter matter, int section, Instant at) {
    SchoolCalendar calendar = matter.sections().get(section).calendar();
    return LocalDateTime.ofInstant(at, calendar.zone()).withSecond(0).withNano(0);
  }

  /** Whether every section that does it has it due when this says, or the part that this names. */
  private static boolean fits(Matter matter, Matter.Task task, Claim claim) {
    Set<String> named = Sides.carrying(claim.sentence());
    return Sides.doing(matter, task).stream()
        .filter(i -> local(matter, task, i).isPresent())
        .allMatch(
            i ->
                Stream.concat(
                        local(matter, task, i).stream(),
                        Sides.doing(task, i).earlier().stream()
                            .filter(e -> !Collections.disjoint(Sides.carrying(e.name()), named))
                            .map(e -> local(matter, i, e.at())))
                    .anyMatch(due -> fits(due, claim.text().told(claim.told(), i))));
  }

  private static boolean fits(LocalDateTime due, Matter.ReadFact told) {
    LocalDateTime said = LocalDateTime.parse(told.value());
    boolean otherWeek =
        told.fact().doubts().contains(DatePhrases.Doubt.AMBIGUOUS)
            && said.getDayOfWeek() == due.getDayOfWeek();
    boolean day = otherWeek || said.toLocalDate().equals(due.toLocalDate());
    boolean timed =
        !said.toLocalTime().equals(SchoolCalendar.DUE_TIME)
            || TIME.matcher(told.fact().quote()).find();
    return day && (!timed || said.toLocalTime().equals(due.toLocalTime()));
  }

  private static boolean isAfter(Matter matter, Matter.Task task, Claim claim) {
    LocalDateTime said = LocalDateTime.parse(claim.told().value());
    return Sides.doing(matter, task).stream()
        .flatMap(i -> local(matter, task, i).stream())
        .allMatch(d -> said.toLocalDate().isAfter(d.toLocalDate()));
  }

  /** The task that is named beside it, or else the one that is due last. */
  private static Matter.Task meant(Matter matter, List<Matter.Task> due, Claim claim) {
    String sentence = claim.sentence();
    return due.stream()
        .filter(
            t -> due.size() > 1 && Sides.carrying(sentence).containsAll(Sides.carrying(t.title())))
        .findFirst()
        .orElseGet(
            () ->
                due.stream()
                    .max(
                        Comparator.comparing(
                            t ->
                                Sides.doing(matter, t).stream()
                                    .flatMap(i -> local(matter, t, i).stream())
                                    .max(Comparator.naturalOrder())
                                    .orElseThrow()))
                    .orElseThrow());
  }
}
