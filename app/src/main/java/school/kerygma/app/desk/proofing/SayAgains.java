package school.kerygma.app.desk.proofing;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.desk.planbook.UnitBrought;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.WeekCopy;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.plan.RollForward;
import school.kerygma.core.proof.SayAgain;

/** What is to be said again in walkthroughs that were brought from another term or section. */
@Service
@Transactional
class SayAgains {

  /**
   * A sentence to say again.
   *
   * @param right the day on which it would be right, if that is why it is not
   */
  record View(
      UUID id,
      UUID stop,
      int number,
      boolean recorded,
      SayAgain.Line line,
      Optional<LocalDate> right) {}

  private final SaidBefore.Repository said;
  private final Scripts scripts;
  private final Sections sections;

  SayAgains(SaidBefore.Repository said, Scripts scripts, Sections sections) {
    this.said = said;
    this.scripts = scripts;
    this.sections = sections;
  }

  @EventListener
  void on(UnitBrought brought) {
    LocalDate then = brought.explained();
    LocalDate now = brought.weeks().get(then);
    if (now == null) {
      return;
    }
    List<SayAgain.Moved> moved = new ArrayList<>();
    for (WeekCopy.Pair pair : brought.pairs()) {
      moved.add(
          new SayAgain.Moved(
              reference(then, pair.from()),
              reference(now, pair.to()),
              day -> pair.move(day, brought.weeks()).map(RollForward.Move::to),
              pair.from().name(),
              pair.to().name()));
    }
    UUID owner = scripts.ownerOf(brought.walkthrough()).orElseThrow();
    List<String> names =
        sections.ofTeacher(owner).stream().map(SectionView::name).distinct().toList();
    for (StopView stop : scripts.stopsOf(brought.walkthrough())) {
      SayAgain.of(stop.script(), moved, names)
          .forEach(line -> said.save(new SaidBefore(brought.walkthrough(), stop.id(), line)));
    }
  }

  private static DatePhrases.Reference reference(LocalDate monday, SectionView section) {
    return new DatePhrases.Reference(monday, section.calendar(), section.meets());
  }

  /** What is still said so, in the order of the stops; other words are right until proven wrong. */
  @Transactional(readOnly = true)
  public List<View> of(UUID walkthrough) {
    Map<UUID, StopView> stops = new HashMap<>();
    scripts.stopsOf(walkthrough).forEach(s -> stops.put(s.id(), s));
    return said.findByWalkthroughId(walkthrough).stream()
        .filter(s -> stops.containsKey(s.stopId()))
        .filter(s -> says(There.in(stops, s.stopId()), s.line().sentence()))
        .map(s -> view(s, There.in(stops, s.stopId())))
        .sorted(
            Comparator.comparing(View::number)
                .thenComparing(v -> There.in(stops, v.stop()).script().indexOf(v.line().quote())))
        .toList();
  }

  private static boolean says(StopView stop, String sentence) {
    return stop.script().replaceAll("\\s+", " ").contains(sentence);
  }

  private static View view(SaidBefore of, StopView stop) {
    SayAgain.Line line = of.line();
    return new View(
        of.id(),
        of.stopId(),
        stop.number(),
        stop.recordedMs() > 0,
        line,
        line.why() == SayAgain.Why.DAY
            ? Optional.of(LocalDate.parse(line.becomes()))
            : Optional.empty());
  }

  @Transactional(readOnly = true)
  public UUID walkthroughOf(UUID line) {
    return said.findById(line).map(SaidBefore::walkthroughId).orElseThrow(Problem::notFound);
  }

  /** It is right as it is said. */
  public void stands(UUID line) {
    said.deleteById(line);
  }
}
