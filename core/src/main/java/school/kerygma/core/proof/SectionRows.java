package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Place;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** Sections that are named: those to which it goes. */
final class SectionRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    Map<String, List<Claim>> named = new LinkedHashMap<>();
    Sides.claims(matter, EnumSet.allOf(Side.class), Fact.Kind.SECTION, Fact.Kind.OTHER_SECTION)
        .forEach(c -> named.computeIfAbsent(c.told().value(), v -> new ArrayList<>()).add(c));
    boolean posted = matter.sections().stream().anyMatch(Matter.Section::posted);
    List<String> goes =
        matter.sections().stream()
            .filter(s -> s.posted() || !posted)
            .map(Matter.Section::name)
            .toList();
    return named.entrySet().stream()
        .map(
            e -> {
              boolean other =
                  e.getValue().getFirst().told().fact().kind() == Fact.Kind.OTHER_SECTION;
              boolean wrong = other || !goes.contains(e.getKey()) && !goes.isEmpty();
              List<Statement> all = new ArrayList<>();
              e.getValue().forEach(c -> all.add(c.statement(wrong)));
              all.add(
                  new Statement(
                      Side.POSTED,
                      "",
                      goes.stream().collect(Collectors.joining(", ")),
                      "",
                      new Place.InPosting(),
                      false));
              return wrong
                  ? Sides.row(
                      Topic.SECTIONS,
                      e.getKey(),
                      Optional.empty(),
                      all,
                      Verdict.DISAGREES,
                      other ? Reason.NONE_OF_YOURS : Reason.NOT_POSTED_THERE,
                      e.getKey())
                  : Sides.agrees(Topic.SECTIONS, e.getKey(), Optional.empty(), all);
            });
  }
}
