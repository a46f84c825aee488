package school.kerygma.core.proof;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.proof.Matter.Side;
import school.kerygma.core.proof.Proof.Reason;
import school.kerygma.core.proof.Proof.Row;
import school.kerygma.core.proof.Proof.Statement;
import school.kerygma.core.proof.Proof.Topic;
import school.kerygma.core.proof.Proof.Verdict;
import school.kerygma.core.proof.Sides.Claim;

/** The parts of a paper: each is explained, and none is named that is not there. */
final class PartRows implements Proof.Rows {

  @Override
  public Stream<Row> of(Matter matter) {
    List<Claim> named = Sides.claims(matter, EnumSet.of(Side.SAID, Side.POSTED), Fact.Kind.PART);
    List<Row> rows = new ArrayList<>();
    Map<UUID, Set<String>> said = new HashMap<>();
    matter.of(Side.SAID).forEach(t -> said.put(t.id(), Sides.carrying(t.words())));
    Map<String, Matter.Task> tasks = new HashMap<>();
    for (Matter.Task task : matter.tasks()) {
      Sides.partsOf(matter, task).forEach(p -> tasks.putIfAbsent(name(p), task));
    }
    Set<String> known = new HashSet<>();
    for (Matter.Paper paper : matter.papers()) {
      boolean shown = isShown(matter, paper);
      for (Outline.Part part : paper.outline().parts()) {
        if (!part.label().isEmpty()) {
          known.add(part.label());
          if (shown) {
            Sides.PaperPart of = new Sides.PaperPart(paper, part);
            rows.add(row(matter, of, named, said, Optional.ofNullable(tasks.get(name(of)))));
          }
        }
      }
    }
    Set<String> kinds = known.stream().map(PartRows::kind).collect(Collectors.toSet());
    named.stream()
        .filter(c -> kinds.contains(kind(c.told().value())) && !known.contains(c.told().value()))
        .map(
            c ->
                Sides.row(
                    Topic.PART,
                    c.told().value(),
                    Optional.empty(),
                    List.of(c.statement(true)),
                    Verdict.DISAGREES,
                    Reason.NO_SUCH_PART,
                    c.told().value()))
        .forEach(rows::add);
    return rows.stream();
  }

  private static String name(Sides.PaperPart part) {
    return part.paper().handout() + " " + part.part().label();
  }

  /** "Part" of "Part 3": a paper with parts may have steps that nobody lists. */
  private static String kind(String label) {
    return label.substring(0, label.indexOf(' '));
  }

  private static boolean isShown(Matter matter, Matter.Paper paper) {
    return matter.of(Side.SAID).stream()
        .anyMatch(t -> t.shown().filter(s -> s.handout().equals(paper.handout())).isPresent());
  }

  private static Row row(
      Matter matter,
      Sides.PaperPart of,
      List<Claim> named,
      Map<UUID, Set<String>> said,
      Optional<Matter.Task> task) {
    String label = of.part().label();
    List<Statement> all = new ArrayList<>();
    named.stream()
        .filter(c -> c.told().value().equals(label))
        .forEach(c -> all.add(c.statement(false)));
    if (all.isEmpty()) {
      matter.of(Side.SAID).stream()
          .filter(t -> isOf(said.getOrDefault(t.id(), Set.of()), of))
          .forEach(
              t ->
                  all.add(new Statement(Side.SAID, t.name(), label, "", Sides.place(t, 0), false)));
    }
    boolean explained = all.stream().anyMatch(s -> s.side() == Side.SAID);
    all.add(of.statement(of.part().title().isEmpty() ? label : of.part().title(), false));
    task.ifPresent(t -> all.add(Sides.posted(t.id(), t.title(), names(matter, t))));
    return explained
        ? Sides.agrees(Topic.PART, label, Optional.empty(), all)
        : Sides.row(
            Topic.PART, label, Optional.empty(), all, Verdict.MISSING, Reason.NOT_EXPLAINED);
  }

  private static String names(Matter matter, Matter.Task task) {
    return Sides.doing(matter, task).stream()
        .map(i -> matter.sections().get(i).name())
        .collect(Collectors.joining(", "));
  }

  /** Whether a stop speaks of a part by most words of its title. */
  private static boolean isOf(Set<String> said, Sides.PaperPart of) {
    Set<String> title = Sides.carrying(of.part().title());
    long heard = title.stream().filter(said::contains).count();
    return !title.isEmpty() && 2 * heard > title.size();
  }
}
