package school.kerygma.app.desk.proofing;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.desk.planbook.DayLoads;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.lectern.Jottings;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.plan.DueMoments;
import school.kerygma.core.plan.Opens;
import school.kerygma.core.proof.Matter;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.Moments;

/** Gathers what is said, written and posted of a walkthrough. */
@Component
@Transactional(readOnly = true)
class Matters {

  /** Talks of which it is known what was left out. */
  private static final int KNOWN = 500;

  private final Scripts scripts;
  private final Scores scores;
  private final Jottings jottings;
  private final Handouts handouts;
  private final WrittenMatter written;
  private final Tasks tasks;
  private final Rounds rounds;
  private final Postings postings;
  private final Sections sections;
  private final DayLoads loads;
  private final SpokenFacts spoken;
  private final SaidDecisions decisions;
  private final Clock clock;

  Matters(
      Scripts scripts,
      Scores scores,
      Jottings jottings,
      Handouts handouts,
      WrittenMatter written,
      Tasks tasks,
      Rounds rounds,
      Postings postings,
      Sections sections,
      DayLoads loads,
      SpokenFacts spoken,
      SaidDecisions decisions,
      Clock clock) {
    this.scripts = scripts;
    this.scores = scores;
    this.jottings = jottings;
    this.handouts = handouts;
    this.written = written;
    this.tasks = tasks;
    this.rounds = rounds;
    this.postings = postings;
    this.sections = sections;
    this.loads = loads;
    this.spoken = spoken;
    this.decisions = decisions;
    this.clock = clock;
  }

  /** What belongs to a walkthrough; without a section there is nothing to compare with. */
  Matter of(UUID walkthrough) {
    UUID owner = scripts.ownerOf(walkthrough).orElseThrow(Problem::notFound);
    List<StopView> stops = scripts.stopsOf(walkthrough);
    Set<UUID> put = new HashSet<>();
    stops.forEach(s -> put.addAll(s.tasks()));
    List<DeliveryView> own =
        postings.ofWalkthroughs(Set.of(walkthrough)).stream()
            .filter(d -> d.state() != Moments.State.WITHDRAWN)
            .toList();
    own.forEach(d -> put.addAll(d.tasks()));
    List<TaskView> of = tasks.among(put);
    List<SectionView> all = sections.ofTeacher(owner);
    List<SectionView> meant = meant(all, of, own);
    if (meant.isEmpty()) {
      return new Matter(List.of(), List.of(), List.of(), List.of(), List.of(), Set.of());
    }
    List<DatePhrases.Reference> references = meant.stream().map(s -> reference(s, own)).toList();
    List<String> names = during(all).stream().map(SectionView::name).toList();
    List<SpokenFacts.Context> contexts = spoken.contexts(references, names);
    WrittenMatter.Papers seen = written.papers(stops, of);
    List<Matter.Text> texts = new ArrayList<>();
    Map<UUID, Set<String>> unsaid = unsaid(walkthrough, stops);
    Map<UUID, Map<String, Boolean>> decided =
        decisions.of(stops.stream().map(StopView::id).toList());
    for (StopView stop : stops) {
      String words =
          stop.draftOnly() ? stop.draft() : said(stop, unsaid.getOrDefault(stop.id(), Set.of()));
      List<List<Matter.ReadFact>> facts = spoken.of(words, contexts);
      texts.add(
          new Matter.Text(
              Matter.Side.SAID,
              stop.id(),
              stop.number(),
              stop.title(),
              stop.tasks(),
              stop.sight().flatMap(s -> seen.shown(s.pageId())),
              stop.draftOnly() ? " ".repeat(words.length()) : words, // A draft is not said.
              SaidDecisions.taken(
                  stop.draftOnly() ? asked(facts) : facts,
                  decided.getOrDefault(stop.id(), Map.of()))));
    }
    texts.addAll(seen.texts(meant.size()));
    texts.addAll(posted(of, own, contexts));
    return new Matter(
        texts,
        seen.papers(),
        tasks(of, meant),
        meant.stream()
            .map(
                s ->
                    new Matter.Section(
                        s.id(),
                        s.name(),
                        s.calendar(),
                        own.stream().anyMatch(d -> d.section().equals(s.id())),
                        s.minutes()))
            .toList(),
        jottings.open(Set.of(walkthrough)).stream()
            .map(
                j ->
                    new Matter.Jotted(
                        j.id(),
                        j.stop(),
                        stops.stream()
                            .filter(s -> s.id().equals(j.stop()))
                            .mapToInt(StopView::number)
                            .findFirst()
                            .orElse(1),
                        j.words()))
            .toList(),
        handouts.titlesOfTeacher(owner).entrySet().stream()
            .filter(h -> !seen.has(h.getKey()))
            .filter(h -> of.stream().noneMatch(t -> t.sheet().keys().contains(h.getKey())))
            .map(Map.Entry::getValue)
            .collect(Collectors.toSet()));
  }

  /** What was understood of a talk without a script is asked: it may have been heard wrong. */
  private static List<List<Matter.ReadFact>> asked(List<List<Matter.ReadFact>> facts) {
    return facts.stream()
        .map(of -> of.stream().map(t -> new Matter.ReadFact(t.fact(), t.value(), true)).toList())
        .toList();
  }

  private List<SectionView> during(List<SectionView> all) {
    return all.isEmpty()
        ? all
        : SectionView.during(all.getFirst().calendar().dateOf(clock.instant()), all);
  }

  /**
   * The sections to which it is posted or whose tasks it explains; without any, all of the term.
   */
  private List<SectionView> meant(
      List<SectionView> all, List<TaskView> of, List<DeliveryView> own) {
    Set<UUID> ids = own.stream().map(DeliveryView::section).collect(Collectors.toSet());
    of.forEach(t -> ids.addAll(t.sheet().days().keySet()));
    List<SectionView> meant = all.stream().filter(s -> ids.contains(s.id())).toList();
    return meant.isEmpty() ? during(all) : meant;
  }

  /** Words are taken as on the day on which they go up. */
  private DatePhrases.Reference reference(SectionView section, List<DeliveryView> own) {
    Instant heard =
        own.stream()
            .filter(d -> d.section().equals(section.id()))
            .map(d -> d.moments().goesUpAt())
            .findFirst()
            .orElseGet(clock::instant);
    return new DatePhrases.Reference(
        section.calendar().dateOf(heard), section.calendar(), section.meets());
  }

  /** Sentences of scripts that nobody said when they were recorded, by stop. */
  private Map<UUID, Set<String>> unsaid(UUID walkthrough, List<StopView> stops) {
    return scores
        .current(walkthrough)
        .map(
            score ->
                leftOut.get(
                    new Heard(score.id(), stops.stream().map(StopView::script).toList()),
                    heard -> leftOut(heard.score())))
        .orElse(Map.of());
  }

  /** What was heard, and what was to be said: the one compared with the other. */
  private record Heard(UUID score, List<String> scripts) {}

  private final Cache<Heard, Map<UUID, Set<String>>> leftOut =
      Caffeine.newBuilder().maximumSize(KNOWN).build();

  private Map<UUID, Set<String>> leftOut(UUID score) {
    Map<UUID, Set<String>> unsaid = new HashMap<>();
    scores.stops(score).forEach(s -> unsaid.put(s.id(), Set.copyOf(s.spoken().leftOut())));
    return unsaid;
  }

  /** Its script, with blanks for what was not said, so that all places stay. */
  private static String said(StopView stop, Set<String> unsaid) {
    String words = stop.script();
    for (String sentence : unsaid) {
      int at = words.indexOf(sentence);
      if (at >= 0) {
        words =
            words.substring(0, at)
                + " ".repeat(sentence.length())
                + words.substring(at + sentence.length());
      }
    }
    return words;
  }

  private List<Matter.Text> posted(
      List<TaskView> of, List<DeliveryView> own, List<SpokenFacts.Context> contexts) {
    List<Matter.Text> texts = new ArrayList<>();
    for (TaskView task : of) {
      Set<String> lines = new LinkedHashSet<>();
      lines.add(task.title() + ". " + task.sheet().detail());
      lines.add(task.sheet().place());
      task.sheet().differs().values().stream()
          .flatMap(d -> Stream.of(d.detail(), d.place()))
          .filter(d -> d != null)
          .forEach(lines::add);
      lines.remove("");
      for (String line : lines) {
        texts.add(
            new Matter.Text(
                Matter.Side.POSTED,
                task.id(),
                1,
                task.title(),
                Set.of(task.id()),
                Optional.empty(),
                line,
                spoken.of(line, contexts)));
      }
    }
    Set<UUID> put = new HashSet<>();
    own.forEach(d -> put.addAll(d.tasks()));
    own.stream()
        .flatMap(d -> Stream.of(d.toStudents(), d.toFamilies()))
        .filter(l -> !l.isBlank())
        .distinct()
        .forEach(
            line ->
                texts.add(
                    new Matter.Text(
                        Matter.Side.POSTED,
                        own.getFirst().posting(),
                        0,
                        "",
                        put,
                        Optional.empty(),
                        line,
                        spoken.of(line, contexts))));
    return texts;
  }

  private List<Matter.Task> tasks(List<TaskView> of, List<SectionView> meant) {
    List<DeliveryView> deliveries =
        postings.ofSections(meant.stream().map(SectionView::id).toList());
    Standing standing = Standing.of(deliveries, clock.instant());
    if (of.isEmpty()) {
      return List.of();
    }
    Map<UUID, RoundRule> shared = new HashMap<>();
    rounds.of(of.stream().map(TaskView::id).toList()).forEach(r -> shared.put(r.task(), r.rule()));
    DayLoads.Asked asked = loads.of(meant, meant.getFirst().calendar().dateOf(clock.instant()));
    List<Matter.Task> all = new ArrayList<>();
    for (TaskView task : of) {
      TaskSheet sheet = task.sheet();
      all.add(
          new Matter.Task(
              task.id(),
              task.title(),
              sheet.required(),
              sheet.opens() == Opens.WHEN_THOSE_BEFORE_ARE_TICKED
                  || sheet.opens() == Opens.WHEN_CHOSEN_ARE_TICKED
                  || sheet.opens().waitsForAll(),
              sheet.board().map(b -> b.ways().size()).orElse(0),
              sheet.board().map(b -> b.pick()).orElse(0),
              meant.stream()
                  .map(
                      s ->
                          doing(
                              task, s, standing, asked, Optional.ofNullable(shared.get(task.id()))))
                  .toList()));
    }
    return all;
  }

  private static Optional<Matter.Doing> doing(
      TaskView task,
      SectionView section,
      Standing standing,
      DayLoads.Asked asked,
      Optional<RoundRule> round) {
    LocalDate day = task.sheet().days().get(section.id());
    Optional<DeliveryView> delivery = standing.delivery(task.id(), section.id());
    if (day == null && delivery.isEmpty()) {
      return Optional.empty();
    }
    TaskSheet sheet = task.sheet().in(section.id());
    Optional<Standing.Due> due = standing.due(task, section, delivery);
    return Optional.of(
        new Matter.Doing(
            sheet.minutes(),
            Optional.ofNullable(sheet.points()).map(BigDecimal::valueOf),
            due.map(Standing.Due::at),
            delivery.map(d -> d.moments().goesUpAt()),
            delivery.flatMap(d -> d.moments().closesAt()),
            due.map(Standing.Due::doubts).orElse(List.of()),
            day == null ? 0 : asked.on(section.id(), day),
            asked.worths().share(section.id(), task.sheet()).stream()
                .mapToObj(share -> BigDecimal.valueOf(share * 100))
                .findFirst(),
            due.flatMap(Standing.Due::improve),
            sheet.place(),
            sheet.handIn().isPresent(),
            due.map(d -> earlier(d.moments(sheet, round, section))).orElse(List.of())));
  }

  private static List<Matter.Earlier> earlier(DueMoments moments) {
    return Stream.concat(
            moments.earlierParts().stream().map(p -> new Matter.Earlier(p.text(), p.at())),
            moments.earlierAnswer().map(at -> new Matter.Earlier("answer", at)).stream())
        .toList();
  }
}
