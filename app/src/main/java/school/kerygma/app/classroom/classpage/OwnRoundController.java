package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.rounds.RoundVoices;
import school.kerygma.app.plan.rounds.Rounds;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.round.RoundRule;
import school.kerygma.core.time.Edge;

/** A round as a student takes part in it: the own answer first, then the others'. */
@Controller
class OwnRoundController {

  /**
   * A reply on the page.
   *
   * @param name of who wrote it; nothing if names are left out
   */
  record Said(
      Optional<String> name,
      boolean own,
      String words,
      Optional<Rounds.Voice> voice,
      boolean hidden) {}

  /** An answer on the page. */
  record Shown(
      UUID id,
      Optional<String> name,
      boolean own,
      String words,
      Optional<Rounds.Voice> voice,
      boolean changed,
      boolean hidden,
      boolean heldUp,
      List<Said> replies) {

    public boolean replied() {
      return replies.stream().anyMatch(Said::own);
    }
  }

  private final TaskLists lists;
  private final Rounds rounds;
  private final RoundVoices voices;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;
  private final boolean standIn;

  OwnRoundController(
      TaskLists lists,
      Rounds rounds,
      RoundVoices voices,
      Sections sections,
      People people,
      Gate gate,
      Clock clock,
      @Value("${kerygma.demo}") boolean standIn) {
    this.lists = lists;
    this.rounds = rounds;
    this.voices = voices;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
    this.standIn = standIn;
  }

  @GetMapping("/class/tasks/{task}/round")
  String round(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task, Model model) {
    ListedTask listed = listed(me, task);
    Rounds.Round round = rounds.of(task).orElseThrow(Problem::notFound);
    SectionView section = sections.get(listed.section());
    List<Rounds.Answer> answers = rounds.answers(task, section.id());
    Optional<RoundRule.Answer> own = Rounds.own(me.id(), answers);
    List<Shown> shown = shown(me.id(), round.rule(), answers);
    model.addAttribute("listed", listed);
    model.addAttribute("round", round);
    model.addAttribute("section", section);
    model.addAttribute("today", section.calendar().dateOf(clock.instant()));
    model.addAttribute(
        "answerDue", listed.round().map(ListedTask.Round::answerDue).orElse(listed.due()));
    model.addAttribute("taken", taken(listed));
    model.addAttribute("progress", Rounds.progress(round.rule(), me.id(), answers));
    model.addAttribute("standIn", standIn);
    Map<String, RoundVoices.Recorded> waiting = new HashMap<>();
    voices
        .waiting(task, me.id())
        .forEach(v -> waiting.put(v.to().map(UUID::toString).orElse(""), v));
    model.addAttribute("recorded", waiting);
    model.addAttribute("own", shown.stream().filter(Shown::own).findFirst().orElse(null));
    model.addAttribute(
        "others",
        RoundRule.opensOthers(own) ? shown.stream().filter(a -> !a.own()).toList() : List.of());
    model.addAttribute(
        "waiting", answers.stream().filter(a -> !a.student().equals(me.id())).count());
    return "classpage/round";
  }

  /** What a student may read: their own, and what is not hidden. */
  private List<Shown> shown(UUID me, RoundRule rule, List<Rounds.Answer> answers) {
    Set<UUID> writers = new HashSet<>();
    answers.forEach(
        a -> {
          writers.add(a.student());
          a.replies().forEach(r -> writers.add(r.student()));
        });
    Map<UUID, People.Contact> names = rule.names() ? people.contacts(writers) : Map.of();
    List<Shown> shown = new ArrayList<>();
    for (Rounds.Answer a : answers) {
      boolean own = a.student().equals(me);
      if (own || !a.hidden()) {
        shown.add(
            new Shown(
                a.id(),
                name(names, a.student()),
                own,
                a.words(),
                a.voice(),
                a.changed(),
                a.hidden(),
                a.heldUp(),
                a.replies().stream()
                    .filter(r -> !r.hidden() || r.student().equals(me))
                    .map(
                        r ->
                            new Said(
                                name(names, r.student()),
                                r.student().equals(me),
                                r.words(),
                                r.voice(),
                                r.hidden()))
                    .toList()));
      }
    }
    return shown;
  }

  private static Optional<String> name(Map<UUID, People.Contact> names, UUID student) {
    return Optional.ofNullable(names.get(student)).map(People.Contact::name);
  }

  @PostMapping("/class/tasks/{task}/round")
  String answer(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(defaultValue = "") String words) {
    ListedTask listed = open(me, task);
    rounds.answer(rounds.of(task).orElseThrow(Problem::notFound), listed.section(), me.id(), words);
    return "redirect:/class/tasks/" + task + "/round";
  }

  @PostMapping("/class/tasks/{task}/round/{answer}")
  String reply(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @PathVariable UUID answer,
      @RequestParam(defaultValue = "") String words) {
    ListedTask listed = open(me, task);
    rounds.reply(
        rounds.of(task).orElseThrow(Problem::notFound), listed.section(), me.id(), answer, words);
    return "redirect:/class/tasks/" + task + "/round#answer-" + answer;
  }

  /**
   * A recording that is coming.
   *
   * @param answer to which it replies; nothing if it is the own answer
   * @param words what it says in words, if that was written
   */
  record Coming(@Nullable UUID answer, @Nullable String words, long bytes) {}

  /** How a recording is. */
  record Stand(UUID voice, RoundVoices.State state) {}

  @PostMapping("/class/tasks/{task}/round/voices")
  @ResponseBody
  Stand announce(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Coming coming) {
    ListedTask listed = open(me, task);
    UUID voice =
        voices.announce(
            rounds.of(task).orElseThrow(Problem::notFound),
            listed.section(),
            me.id(),
            Optional.ofNullable(coming.answer()),
            Objects.requireNonNullElse(coming.words(), ""),
            coming.bytes());
    return new Stand(voice, RoundVoices.State.ARRIVING);
  }

  /** The recording is the body: it is written down as it comes. */
  @PostMapping("/class/rounds/voices/{voice}")
  @ResponseBody
  void receive(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID voice, HttpServletRequest request)
      throws IOException {
    own(me, voice);
    try (InputStream body = request.getInputStream()) {
      voices.receive(voice, body);
    }
  }

  @GetMapping("/class/rounds/voices/{voice}")
  @ResponseBody
  Stand stand(@AuthenticationPrincipal SignedIn me, @PathVariable UUID voice) {
    return new Stand(voice, own(me, voice).state());
  }

  /** Sends it although nothing is heard in it. */
  @PostMapping("/class/rounds/voices/{voice}/anyway")
  String sendAllTheSame(@AuthenticationPrincipal SignedIn me, @PathVariable UUID voice) {
    RoundVoices.Recorded of = own(me, voice);
    open(me, of.task());
    voices.sendAllTheSame(voice);
    return "redirect:/class/tasks/" + of.task() + "/round";
  }

  private RoundVoices.Recorded own(SignedIn me, UUID voice) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.ROUND_VOICE, voice);
    RoundVoices.Recorded of = voices.get(voice);
    if (!of.student().equals(me.id())) {
      throw Problem.notFound(); // Others hear it, and no more.
    }
    return of;
  }

  private ListedTask listed(SignedIn me, UUID task) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    return lists.find(me.id(), task).orElseThrow(() -> Problem.conflict("task-not-listed"));
  }

  private ListedTask open(SignedIn me, UUID task) {
    ListedTask listed = listed(me, task);
    if (listed.waits()) {
      throw Problem.conflict("task-waits");
    }
    if (!taken(listed)) {
      throw Problem.conflict("round-over");
    }
    return listed;
  }

  /** A round is a talk of all at one time: it ends when it is due, or may last be improved. */
  private boolean taken(ListedTask listed) {
    Instant last = listed.improve().filter(i -> i.isAfter(listed.due())).orElse(listed.due());
    return !Edge.isOver(last, clock.instant());
  }
}
