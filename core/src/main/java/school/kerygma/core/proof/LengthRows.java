package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** How much is to be written, in words or in pages. */
final class LengthRows implements Proof.Rows {

  /** Words on a written page (common practice). */
  static final int WORDS_ON_A_PAGE = 250;

  /** Lengths that differ by no more than this share are the same, said in round numbers. */
  private static final double SAME = 1.2;

  /** From so many words to so many. */
  private record Length(double from, double to) {

    static Optional<Length> of(Claim claim) {
      String[] ends = claim.told().value().split("-");
      int each = claim.told().fact().kind() == Fact.Kind.LENGTH_PAGES ? WORDS_ON_A_PAGE : 1;
      for (String end : ends) {
        if (!end.matches("\\d{1,6}(?:\\.\\d{1,2})?")) {
          return Optional.empty();
        }
      }
      return Optional.of(
          new Length(
              Double.parseDouble(ends[0]) * each,
              Double.parseDouble(ends[ends.length - 1]) * each));
    }

    boolean agrees(Length other) {
      return from <= other.to * SAME && other.from <= to * SAME;
    }
  }

  @Override
  public Stream<Row> of(Matter matter) {
    List<Claim> written = lengths(matter, Side.WRITTEN);
    List<Row> rows = new ArrayList<>();
    for (Claim said :
        Sides.both(lengths(matter, Side.SAID).stream(), lengths(matter, Side.POSTED).stream())
            .toList()) {
      List<Claim> beside =
          written.stream()
              .filter(
                  w ->
                      said.text().related().isEmpty()
                          || w.text().related().isEmpty()
                          || w.text().related().stream().anyMatch(said.text().related()::contains))
              .toList();
      if (!beside.isEmpty()) {
        rows.add(row(said, beside));
      }
    }
    return rows.stream();
  }

  private static List<Claim> lengths(Matter matter, Side side) {
    return Sides.claims(matter, EnumSet.of(side), Fact.Kind.LENGTH_PAGES, Fact.Kind.LENGTH_WORDS)
        .stream()
        .filter(c -> Length.of(c).isPresent())
        .toList();
  }

  private static Row row(Claim said, List<Claim> beside) {
    Length length = Length.of(said).orElseThrow();
    List<Claim> same =
        beside.stream().filter(w -> Length.of(w).orElseThrow().agrees(length)).toList();
    List<Statement> all = new ArrayList<>();
    all.add(said.statement(same.isEmpty()));
    (same.isEmpty() ? beside : same).forEach(c -> all.add(c.statement(false)));
    return same.isEmpty()
        ? Sides.row(
            Topic.LENGTH,
            said.text().name(),
            Optional.empty(),
            all,
            Verdict.DISAGREES,
            Reason.OTHER_LENGTH)
        : Sides.agrees(Topic.LENGTH, said.text().name(), Optional.empty(), all);
  }
}
