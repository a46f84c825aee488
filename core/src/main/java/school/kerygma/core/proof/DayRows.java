package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** "Friday the 16th", where the 16th is a Thursday. */
final class DayRows implements Proof.Rows {

  /** Whether its weekday is not that of its date, and nobody has mended it. */
  static boolean isOff(Matter.ReadFact told) {
    return told.fact().doubts().contains(DatePhrases.Doubt.WRONG_WEEKDAY)
        && told.value().equals(told.fact().value());
  }

  @Override
  public Stream<Row> of(Matter matter) {
    Map<String, List<Claim>> days = new LinkedHashMap<>();
    for (Claim claim :
        Sides.claims(matter, EnumSet.allOf(Side.class), Fact.Kind.DUE, Fact.Kind.DATE)) {
      if (isOff(claim.told())) {
        days.computeIfAbsent(claim.told().value().substring(0, 10), d -> new ArrayList<>())
            .add(claim);
      }
    }
    List<Row> rows = new ArrayList<>();
    days.forEach(
        (day, claims) -> {
          List<Statement> all = new ArrayList<>();
          claims.forEach(c -> all.add(c.statement(true)));
          claims.stream()
              .flatMap(
                  c -> matter.tasks().stream().filter(t -> c.text().related().contains(t.id())))
              .distinct()
              .forEach(
                  t ->
                      all.addAll(
                          Sides.postedBySection(
                              matter,
                              t,
                              i ->
                                  DueRows.local(matter, t, i)
                                      .map(Object::toString)
                                      .filter(d -> d.startsWith(day)))));
          rows.add(
              Sides.row(
                  Topic.DAY,
                  "",
                  Optional.empty(),
                  all,
                  Verdict.DISAGREES,
                  Reason.WRONG_WEEKDAY,
                  day));
        });
    return rows.stream();
  }
}
