package school.kerygma.app.classroom.questions;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.audience.Watched;
import school.kerygma.core.walkthrough.PlaybackScore;

/** Questions are asked where something is shown or asked for, and answered from the box. */
@Controller
class QuestionController {

  /** What a player sends. */
  record Sent(@Nullable String words, long atMs, @Nullable UUID student) {}

  /** Whose question a family may ask. */
  record Child(UUID id, String name) {}

  /**
   * A question where it stands in the talk.
   *
   * @param atMs in program time
   * @param answer empty if there is none yet
   * @param stopAtMs where the stop begins that answers it; -1 if none does
   * @param mine whether the person has asked it
   */
  record Shown(long atMs, String words, String answer, long stopAtMs, boolean mine, int others) {}

  /** What a player knows of questions. */
  record InTalk(List<Child> children, List<Shown> questions) {}

  /** So much of a stop, played again, is no slip of the finger. */
  private static final double MUCH_AGAIN = 0.25;

  private final Questions questions;
  private final Audience audience;
  private final Scores scores;
  private final Scripts scripts;
  private final Postings postings;
  private final Sections sections;
  private final Tasks tasks;
  private final People people;
  private final Gate gate;

  QuestionController(
      Questions questions,
      Audience audience,
      Scores scores,
      Scripts scripts,
      Postings postings,
      Sections sections,
      Tasks tasks,
      People people,
      Gate gate) {
    this.questions = questions;
    this.audience = audience;
    this.scores = scores;
    this.scripts = scripts;
    this.postings = postings;
    this.sections = sections;
    this.tasks = tasks;
    this.people = people;
    this.gate = gate;
  }

  // ---- in a talk

  @GetMapping("/media/scores/{id}/questions")
  @ResponseBody
  InTalk inTalk(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    UUID walkthrough = scores.walkthroughOf(id).orElseThrow(Problem::notFound);
    if (me.role() == Role.TEACHER) {
      return new InTalk(List.of(), List.of());
    }
    List<UUID> students = students(me);
    PlaybackScore score = scores.compiled(id);
    List<Shown> shown = new ArrayList<>();
    Set<UUID> told = new HashSet<>();
    for (Questions.Own own : questions.of(me.id())) {
      if (own.about().walkthrough().equals(Optional.of(walkthrough))) {
        own.answer().ifPresent(a -> told.add(a.id()));
        shown.add(shown(score, own.about(), own.words(), own.answer(), true, own.others()));
      }
    }
    for (Questions.Answered all : questions.forAll(walkthrough, sitsIn(students, walkthrough))) {
      if (!told.contains(all.id())) {
        shown.add(shown(score, all.about(), all.question(), Optional.of(all), false, 0));
      }
    }
    Map<UUID, People.Contact> names =
        me.role() == Role.GUARDIAN && students.size() > 1 ? people.contacts(students) : Map.of();
    return new InTalk(
        names.values().stream()
            .filter(c -> !sitsIn(List.of(c.id()), walkthrough).isEmpty())
            .map(c -> new Child(c.id(), c.name()))
            .sorted((a, b) -> a.name().compareTo(b.name()))
            .toList(),
        shown);
  }

  private static Shown shown(
      PlaybackScore score,
      Questions.About about,
      String words,
      Optional<Questions.Answered> answer,
      boolean mine,
      int others) {
    long at =
        part(score, about.stop())
            .map(p -> Math.min(p.startMs() + about.atMs(), p.endMs() - 1))
            .orElse(0L);
    long stop =
        answer.flatMap(a -> part(score, a.stop())).map(PlaybackScore.StopPart::startMs).orElse(-1L);
    return new Shown(
        at, words, answer.map(Questions.Answered::words).orElse(""), stop, mine, others);
  }

  private static Optional<PlaybackScore.StopPart> part(PlaybackScore score, Optional<UUID> stop) {
    return stop.flatMap(s -> score.stops().stream().filter(p -> p.id().equals(s)).findFirst());
  }

  @PostMapping("/media/scores/{id}/questions")
  @ResponseBody
  InTalk ask(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestBody Sent sent) {
    gate.check(me, Deed.SEE, Gate.Kind.SCORE, id);
    if (sent.words() == null || me.role() == Role.TEACHER) {
      throw Problem.unreadable();
    }
    UUID walkthrough = scores.walkthroughOf(id).orElseThrow(Problem::notFound);
    UUID student = student(me, sent.student(), s -> sitsIn(List.of(s), walkthrough));
    UUID section = sitsIn(List.of(student), walkthrough).getFirst();
    long at = Math.max(0, sent.atMs());
    PlaybackScore.StopPart part =
        scores.compiled(id).stops().stream()
            .filter(p -> p.startMs() <= at)
            .reduce((a, b) -> b)
            .orElseThrow(Problem::notFound);
    questions.ask(
        section,
        student,
        me.id(),
        new Questions.About(
            Optional.of(walkthrough),
            Optional.of(part.id()),
            Math.min(at, part.endMs()) - part.startMs(),
            Optional.empty()),
        sent.words());
    return inTalk(me, id);
  }

  private List<UUID> students(SignedIn me) {
    return me.role() == Role.GUARDIAN ? people.studentsOf(me.id()) : List.of(me.id());
  }

  private interface Sitting {
    Collection<UUID> of(UUID student);
  }

  /** About whom is asked: oneself, or the child that was chosen, or the only one. */
  private UUID student(SignedIn me, @Nullable UUID chosen, Sitting sits) {
    List<UUID> here = students(me).stream().filter(s -> !sits.of(s).isEmpty()).toList();
    return here.stream()
        .filter(s -> s.equals(chosen))
        .findFirst()
        .or(() -> chosen == null ? here.stream().findFirst() : Optional.empty())
        .orElseThrow(Problem::notFound);
  }

  /** The sections for which a walkthrough is up and in which some students sit. */
  private List<UUID> sitsIn(Collection<UUID> students, UUID walkthrough) {
    return up(students, postings.ofWalkthroughs(Set.of(walkthrough)));
  }

  private List<UUID> up(Collection<UUID> students, List<DeliveryView> deliveries) {
    return deliveries.stream()
        .filter(DeliveryView::up)
        .map(DeliveryView::section)
        .distinct()
        .filter(s -> sections.anySits(students, Set.of(s)))
        .toList();
  }

  // ---- about a task

  @GetMapping({"/class/tasks/{task}/questions", "/family/tasks/{task}/questions"})
  String ofTask(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.TASK, task);
    List<UUID> here = up(students(me), postings.ofTask(task));
    List<UUID> children =
        students(me).stream()
            .filter(s -> !up(List.of(s), postings.ofTask(task)).isEmpty())
            .toList();
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("home", me.role() == Role.GUARDIAN ? "/family" : "/class");
    model.addAttribute(
        "children",
        me.role() == Role.GUARDIAN ? List.copyOf(people.contacts(children).values()) : List.of());
    List<Questions.Own> own =
        questions.of(me.id()).stream()
            .filter(q -> q.about().task().equals(Optional.of(task)))
            .toList();
    Set<UUID> told =
        own.stream()
            .flatMap(q -> q.answer().stream())
            .map(Questions.Answered::id)
            .collect(Collectors.toSet());
    model.addAttribute("own", own);
    model.addAttribute(
        "told",
        questions.forAllOfTask(task, here).stream().filter(a -> !told.contains(a.id())).toList());
    return "questions/of-task";
  }

  @PostMapping({"/class/tasks/{task}/questions", "/family/tasks/{task}/questions"})
  String askOfTask(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(required = false) @Nullable UUID student) {
    gate.check(me, Deed.SEE, Gate.Kind.TASK, task);
    UUID who = student(me, student, s -> up(List.of(s), postings.ofTask(task)));
    questions.ask(
        up(List.of(who), postings.ofTask(task)).getFirst(),
        who,
        me.id(),
        Questions.About.task(task),
        words);
    return "redirect:"
        + (me.role() == Role.GUARDIAN ? "/family" : "/class")
        + "/tasks/"
        + task
        + "/questions";
  }

  // ---- one's own

  /** A question as its asker reads it. */
  record Mine(String about, Questions.Own question, Optional<String> answeredIn) {}

  @GetMapping({"/class/questions", "/family/questions"})
  String own(@AuthenticationPrincipal SignedIn me, Model model) {
    List<Questions.Own> own = questions.of(me.id());
    questions.looked(me.id());
    Named named = named(own.stream().map(Questions.Own::about).toList());
    Map<UUID, StopView> stops = new HashMap<>();
    scripts
        .among(
            own.stream()
                .flatMap(q -> q.answer().stream())
                .flatMap(a -> a.stop().stream())
                .collect(Collectors.toSet()))
        .forEach(s -> stops.put(s.id(), s));
    model.addAttribute(
        "own",
        own.stream()
            .map(
                q ->
                    new Mine(
                        named.of(q.about()),
                        q,
                        q.answer()
                            .flatMap(Questions.Answered::stop)
                            .map(stops::get)
                            .map(s -> s.number() + " " + s.title())))
            .toList());
    model.addAttribute("home", me.role() == Role.GUARDIAN ? "/family" : "/class");
    return "questions/own";
  }

  /** What questions are about, by name. */
  private record Named(
      Map<UUID, String> walkthroughs, Map<UUID, StopView> stops, Map<UUID, String> tasks) {

    String of(Questions.About about) {
      return about
          .task()
          .map(t -> tasks.getOrDefault(t, ""))
          .orElseGet(
              () ->
                  about.walkthrough().map(w -> walkthroughs.getOrDefault(w, "")).orElse("")
                      + about
                          .stop()
                          .map(stops::get)
                          .map(s -> ", " + s.number() + " " + s.title())
                          .orElse(""));
    }
  }

  private Named named(List<Questions.About> about) {
    Set<UUID> walkthroughs = new HashSet<>();
    Set<UUID> stops = new HashSet<>();
    Set<UUID> asked = new HashSet<>();
    about.forEach(
        a -> {
          a.walkthrough().ifPresent(walkthroughs::add);
          a.stop().ifPresent(stops::add);
          a.task().ifPresent(asked::add);
        });
    Map<UUID, String> titles = new HashMap<>();
    scripts.heads(walkthroughs).forEach((id, head) -> titles.put(id, head.title()));
    Map<UUID, StopView> known = new HashMap<>();
    scripts.among(stops).forEach(s -> known.put(s.id(), s));
    Map<UUID, String> named = new HashMap<>();
    tasks.among(asked).forEach(t -> named.put(t.id(), t.title()));
    return new Named(titles, known, named);
  }

  // ---- the box

  /**
   * Questions that ask the same, as a teacher reads them.
   *
   * @param about what they are about, by name
   * @param atMs in program time, if it can be shown
   * @param askers names, with the question where it is in other words
   * @param everybodys whether so many ask that all should hear it
   * @param own whether the talk is the teacher's own, to add a stop to it
   */
  record Asked(
      String ids,
      String about,
      @Nullable UUID score,
      @Nullable UUID walkthrough,
      long atMs,
      String first,
      List<Asker> askers,
      int count,
      boolean everybodys,
      Again again,
      boolean own) {}

  /**
   * How many of those who watched the stop have played much of it again.
   *
   * @param students who did
   * @param of who watched it
   */
  record Again(int students, int of) {}

  record Asker(String name, String section, String words, Instant at) {}

  @GetMapping("/questions")
  String box(@AuthenticationPrincipal SignedIn me, Model model) {
    List<SectionView> own =
        sections.ofTeacher(me.id()).stream()
            .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
            .toList();
    Map<UUID, SectionView> byId = own.stream().collect(Collectors.toMap(SectionView::id, s -> s));
    List<Questions.Together> open = questions.together(byId.keySet());
    Named named = named(open.stream().map(Questions.Together::about).toList());
    Set<UUID> persons = new HashSet<>();
    Set<UUID> walkthroughs = new HashSet<>();
    open.forEach(
        t -> {
          t.about().walkthrough().ifPresent(walkthroughs::add);
          t.lines()
              .forEach(
                  l -> {
                    persons.add(l.asker());
                    persons.add(l.student());
                  });
        });
    Map<UUID, People.Contact> names = people.contacts(persons);
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    Set<UUID> all = new HashSet<>();
    own.forEach(s -> all.addAll(s.students()));
    Map<Scores.Info, Map<UUID, Map<UUID, Watched>>> watched = new HashMap<>();
    List<Asked> shown = new ArrayList<>();
    for (Questions.Together t : open) {
      int of =
          t.lines().stream()
              .map(Questions.Line::section)
              .distinct()
              .mapToInt(s -> byId.get(s).students().size())
              .sum();
      Optional<Scores.Info> score = t.about().walkthrough().map(current::get);
      Again again =
          again(
              t.about().stop(),
              score.map(s -> watched.computeIfAbsent(s, any -> audience.watched(s, all))));
      Optional<Long> begins =
          score
              .flatMap(s -> t.about().stop().flatMap(stop -> s.order().programOf(stop)))
              .map(span -> Math.min(span.startMs() + t.about().atMs(), span.endMs() - 1));
      shown.add(
          new Asked(
              t.ids().stream().map(UUID::toString).collect(Collectors.joining(" ")),
              named.of(t.about()),
              begins.isPresent() ? score.orElseThrow().id() : null,
              t.about().walkthrough().orElse(null),
              begins.orElse(0L),
              t.first().words(),
              t.lines().stream()
                  .map(
                      l ->
                          new Asker(
                              asker(l, names),
                              byId.get(l.section()).name(),
                              l.words().equals(t.first().words()) ? "" : l.words(),
                              l.asked()))
                  .toList(),
              t.group().askers(),
              t.group().isEverybodys(of, again.students(), again.of()),
              again,
              t.about()
                  .walkthrough()
                  .filter(w -> gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, w))
                  .isPresent()));
    }
    model.addAttribute("open", shown);
    model.addAttribute("zone", own.isEmpty() ? null : own.getFirst().zone());
    return "questions/box";
  }

  private static Again again(Optional<UUID> stop, Optional<Map<UUID, Map<UUID, Watched>>> watched) {
    List<Watched> of =
        watched.isEmpty() || stop.isEmpty()
            ? List.of()
            : watched.get().values().stream()
                .map(m -> m.get(stop.get()))
                .filter(w -> w != null && w.started())
                .toList();
    int again = (int) of.stream().filter(w -> w.shareAgain() >= MUCH_AGAIN).count();
    return new Again(again, of.size());
  }

  private static String asker(Questions.Line line, Map<UUID, People.Contact> names) {
    String student = names.containsKey(line.student()) ? names.get(line.student()).name() : "";
    return line.asker().equals(line.student()) || !names.containsKey(line.asker())
        ? student
        : names.get(line.asker()).name() + " (" + student + ")";
  }

  /** Every one of them must be of a section whose students the teacher knows. */
  private List<Questions.Line> checked(SignedIn me, String ids) {
    Set<UUID> all = new LinkedHashSet<>();
    for (String id : ids.strip().split("\\s+")) {
      try {
        all.add(UUID.fromString(id));
      } catch (IllegalArgumentException e) {
        throw Problem.unreadable();
      }
    }
    List<Questions.Line> lines = questions.lines(all);
    if (lines.size() < all.size()) {
      throw Problem.notFound();
    }
    lines.forEach(l -> gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, l.section()));
    return lines;
  }

  /**
   * Answers questions.
   *
   * @param how "one": to who asked; "all": to everybody where it was asked; "stop": to everybody,
   *     in a new stop whose words they are
   */
  @PostMapping("/questions/answers")
  String answer(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam String ids,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String heading,
      @RequestParam(defaultValue = "one") String how) {
    List<Questions.Line> lines = checked(me, ids);
    List<UUID> all = lines.stream().map(Questions.Line::id).toList();
    if (!how.equals("stop")) {
      questions.answer(me.id(), all, heading, words, how.equals("all"));
      return "redirect:/questions";
    }
    UUID walkthrough = lines.getFirst().about().walkthrough().orElseThrow(Problem::unreadable);
    gate.check(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, walkthrough);
    UUID answer = questions.answer(me.id(), all, heading, words, true);
    int after =
        scripts.stopsOf(walkthrough).stream()
            .filter(s -> Optional.of(s.id()).equals(lines.getFirst().about().stop()))
            .map(StopView::number)
            .findFirst()
            .orElse(scripts.stopsOf(walkthrough).size());
    UUID stop = scripts.addStop(walkthrough, after);
    scripts.entitle(stop, heading.isBlank() ? lines.getFirst().words() : heading);
    scripts.reword(stop, words);
    questions.answerIn(answer, stop);
    return "redirect:/walkthroughs/" + walkthrough + "#stop-" + stop;
  }

  @PostMapping("/questions/aside")
  String putAside(@AuthenticationPrincipal SignedIn me, @RequestParam String ids) {
    questions.putAside(checked(me, ids).stream().map(Questions.Line::id).toList());
    return "redirect:/questions";
  }
}
