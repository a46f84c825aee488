package school.kerygma.app.classroom.classpage;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.OwnSheets;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.classroom.handin.Shape;
import school.kerygma.app.classroom.handin.ShownSheet;
import school.kerygma.app.classroom.handin.TeachersWords;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.LateRule;
import school.kerygma.core.handin.Lateness;
import school.kerygma.core.handin.Quad;

/** A student's own work for a task: put together, handed in, and handed in again. */
@Controller
class OwnWorkController {

  private final TaskLists lists;
  private final HandIns handIns;
  private final OwnSheets ownSheets;
  private final ShownSheet shownSheet;
  private final SelfChecks selfChecks;
  private final TeachersWords words;
  private final Tasks tasks;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;
  private final boolean standIn;

  OwnWorkController(
      TaskLists lists,
      HandIns handIns,
      OwnSheets ownSheets,
      ShownSheet shownSheet,
      SelfChecks selfChecks,
      TeachersWords words,
      Tasks tasks,
      Sections sections,
      People people,
      Gate gate,
      Clock clock,
      @Value("${kerygma.demo}") boolean standIn) {
    this.lists = lists;
    this.handIns = handIns;
    this.ownSheets = ownSheets;
    this.shownSheet = shownSheet;
    this.selfChecks = selfChecks;
    this.words = words;
    this.tasks = tasks;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
    this.standIn = standIn;
  }

  /** What a student writes. */
  record Words(@Nullable String text, @Nullable String link, int seen) {}

  /** What is kept of it. */
  record Kept(String text, String link, int seen, int words) {}

  /** A file that is coming. */
  record Coming(
      @Nullable String name, long bytes, @Nullable Shape shape, OwnSheets.@Nullable Frame frame) {}

  record Announced(UUID file) {}

  @GetMapping("/class/tasks/{task}/work")
  String work(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(required = false) @Nullable String blank,
      @RequestParam(name = "mate", defaultValue = "") Set<UUID> mates,
      Model model) {
    Optional<TaskLists.Closed> closed = lists.closed(me.id(), task);
    if (closed.isPresent()) {
      return closed(me, task, closed.get(), model);
    }
    ListedTask listed = listed(me, task);
    if (listed.waits()) {
      return "redirect:/class"; // It says there what it waits for.
    }
    HandIns.Asked asked = asked(listed);
    SectionView section = sections.get(listed.section());
    List<HandIns.Version> all = handIns.of(task, me.id());
    List<HandIns.Version> sent = all.stream().filter(v -> !v.open()).toList();
    Optional<HandIns.Version> own =
        all.stream().filter(v -> v.student().equals(me.id())).reduce((a, b) -> b);
    boolean done = sent.stream().anyMatch(v -> v.finding().isEmpty() && !v.sending());
    model.addAttribute("listed", listed);
    model.addAttribute("rule", asked.rule());
    model.addAttribute("takes", asked.rule().kinds().stream().map(Enum::name).toList());
    model.addAttribute("standIn", standIn);
    model.addAttribute("mostBytes", HandIns.MOST_BYTES);
    model.addAttribute("section", section);
    model.addAttribute("today", section.calendar().dateOf(clock.instant()));
    model.addAttribute("sent", sent.reversed());
    model.addAttribute("open", own.filter(HandIns.Version::open).orElse(null));
    model.addAttribute("own", own.orElse(null));
    model.addAttribute("sending", own.filter(HandIns.Version::sending).isPresent());
    model.addAttribute(
        "taken", Lateness.takes(asked.due(), asked.improve(), done, clock.instant()));
    model.addAttribute(
        "late",
        done
            ? null
            : Lateness.of(
                    asked.due(),
                    clock.instant(),
                    section.grading().late(listed.task().sheet().kind()),
                    section.calendar())
                .orElse(null));
    LateRule rule = section.grading().late(listed.task().sheet().kind());
    model.addAttribute("lateRule", rule);
    model.addAttribute(
        "again", asked.improve().filter(i -> i.isAfter(asked.due())).orElse(asked.due()));
    model.addAttribute(
        "lateSent",
        sent.isEmpty()
            ? null
            : sent.getLast()
                .begun()
                .flatMap(
                    at ->
                        Lateness.of(
                            sent.getLast().due().orElse(asked.due()), at, rule, section.calendar()))
                .orElse(null));
    model.addAttribute("blank", blank);
    Set<UUID> chosen = new HashSet<>(own.map(HandIns.Version::mates).orElse(Set.of()));
    mates.stream().filter(Objects::nonNull).forEach(chosen::add);
    model.addAttribute("mates", chosen);
    model.addAttribute("answered", words.among(sent.stream().map(HandIns.Version::id).toList()));
    model.addAttribute("criteria", selfChecks.criteria(papers(listed)));
    model.addAttribute("self", own.map(v -> selfChecks.of(v.id())).orElse(Map.of()));
    if (asked.rule().together() > 1) {
      Set<UUID> others = new HashSet<>(section.students());
      others.remove(me.id());
      model.addAttribute(
          "others",
          people.contacts(others).values().stream()
              .sorted((a, b) -> a.name().compareTo(b.name()))
              .toList());
    }
    return "classpage/work";
  }

  /** What there is of a task that has closed: what was handed in, and what was only written. */
  private String closed(SignedIn me, UUID task, TaskLists.Closed closed, Model model) {
    List<HandIns.Version> all = handIns.of(task, me.id());
    model.addAttribute("task", tasks.get(task));
    model.addAttribute("at", closed.at());
    model.addAttribute("section", closed.section());
    model.addAttribute("sent", all.stream().filter(v -> !v.open()).toList().reversed());
    model.addAttribute("open", all.stream().filter(HandIns.Version::open).findFirst().orElse(null));
    model.addAttribute("mine", task + ":" + me.id());
    return "classpage/closed";
  }

  /** A version that was handed in, as it is kept. */
  @GetMapping("/class/hand-ins/{id}")
  String handed(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandIns.Version shown = handIns.get(id);
    model.addAttribute("shown", shown);
    shownSheet.of(id, model);
    TaskView task = tasks.get(shown.task());
    model.addAttribute("rows", words.rows(id, selfChecks.criteria(task, shown.section())));
    model.addAttribute("word", words.of(id).orElse(null));
    model.addAttribute("task", task);
    model.addAttribute("section", sections.get(shown.section()));
    return "classpage/handed";
  }

  /** What is here of it, as files arrive and are looked at. */
  @GetMapping("/class/tasks/{task}/work/files")
  @ResponseBody
  List<HandIns.FileOf> files(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task) {
    listed(me, task);
    return handIns.of(task, me.id()).stream()
        .filter(v -> v.student().equals(me.id()))
        .reduce((a, b) -> b)
        .map(HandIns.Version::files)
        .orElse(List.of());
  }

  @PutMapping("/class/tasks/{task}/work")
  @ResponseBody
  Kept write(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Words words) {
    if (words.text() == null || words.link() == null) {
      throw Problem.unreadable();
    }
    HandIns.Version kept =
        handIns.write(offered(me, task), me.id(), words.text(), words.link(), words.seen());
    return new Kept(kept.text(), kept.link(), kept.edits(), kept.words());
  }

  @PostMapping("/class/tasks/{task}/work/files")
  @ResponseBody
  Announced announce(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @RequestBody Coming coming) {
    if (coming.name() == null || coming.shape() == null) {
      throw Problem.unreadable();
    }
    if (coming.frame() != null) {
      ListedTask listed = open(me, task);
      return new Announced(
          ownSheets.frame(
              asked(listed),
              me.id(),
              papers(listed),
              coming.frame(),
              coming.name(),
              coming.bytes()));
    }
    return new Announced(
        handIns.announce(
            offered(me, task), me.id(), coming.name(), coming.bytes(), coming.shape()));
  }

  /** Where a student sees their work. */
  @PutMapping("/class/tasks/{task}/work/self")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void say(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestBody SelfChecks.Said said) {
    ListedTask listed = open(me, task);
    selfChecks.say(asked(listed), me.id(), papers(listed), said);
  }

  /** A student's own copy of the papers of the task. */
  @GetMapping("/class/tasks/{task}/sheet")
  @ResponseBody
  OwnSheets.Shown sheet(@AuthenticationPrincipal SignedIn me, @PathVariable UUID task) {
    ListedTask listed = listed(me, task);
    checkSheet(listed);
    return ownSheets.of(
        handIns.of(task, me.id()).stream()
            .filter(v -> v.student().equals(me.id()))
            .reduce((a, b) -> b)
            .map(HandIns.Version::id),
        papers(listed));
  }

  private static void checkSheet(ListedTask listed) {
    if (!listed.task().sheet().handIn().orElseThrow().takes(HandInRule.Kind.SHEET)) {
      throw Problem.notFound();
    }
  }

  private static Set<UUID> papers(ListedTask listed) {
    return listed.task().sheet().in(listed.section()).handouts();
  }

  /** What is kept of a mark; nothing if it is gone. */
  record KeptMark(OwnSheets.@Nullable Put mark) {}

  @PutMapping("/class/tasks/{task}/sheet/{mark}")
  @ResponseBody
  KeptMark put(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @PathVariable UUID mark,
      @RequestBody OwnSheets.Sent sent) {
    ListedTask listed = open(me, task);
    checkSheet(listed);
    return new KeptMark(
        ownSheets.keep(asked(listed), me.id(), papers(listed), mark, sent).orElse(null));
  }

  @DeleteMapping("/class/tasks/{task}/sheet/{mark}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeMarkAway(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID task, @PathVariable UUID mark) {
    ownSheets.takeAway(offered(me, task), me.id(), mark);
  }

  /** The file is the body: it is written down as it comes. */
  @PostMapping("/class/work/files/{file}")
  @ResponseBody
  void receive(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID file, HttpServletRequest request)
      throws IOException {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    try (InputStream body = request.getInputStream()) {
      handIns.receive(file, me.id(), body);
    }
  }

  @PostMapping("/class/work/files/{file}/turn")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void turn(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    handIns.turn(askedOf(me, file), file, me.id());
  }

  /** Where a sheet seems to lie in a photo: eight numbers, or nothing. */
  record Corners(@Nullable String corners) {}

  @GetMapping("/class/work/files/{file}/corners")
  @ResponseBody
  Corners corners(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    return new Corners(handIns.edges(file, me.id()).map(Quad::toString).orElse(null));
  }

  /** Straightens a photo between four corners, or shows it as it was taken. */
  @PutMapping("/class/work/files/{file}/corners")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void straighten(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID file,
      @RequestBody Corners straightened) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    try {
      handIns.straighten(
          askedOf(me, file),
          file,
          me.id(),
          Optional.ofNullable(straightened.corners()).map(Quad::read));
    } catch (IllegalArgumentException e) {
      throw Problem.refused("hand-in-corners");
    }
  }

  @PostMapping("/class/work/files/{file}/earlier")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void earlier(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    handIns.earlier(askedOf(me, file), file, me.id());
  }

  @PostMapping("/class/work/files/{file}/away")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeAway(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.TAKE_PART, Gate.Kind.HAND_IN_FILE, file);
    handIns.takeAway(askedOf(me, file), file, me.id());
  }

  /** Hands it in, or asks first whether it is meant to be so empty. */
  @PostMapping("/class/tasks/{task}/work")
  String handIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID task,
      @RequestParam(name = "mate", defaultValue = "") Set<UUID> mates,
      @RequestParam(defaultValue = "false") boolean anyway) {
    mates.remove(null);
    HandIns.HandedIn came = handIns.handIn(offered(me, task), me.id(), mates, anyway);
    String back = "redirect:/class/tasks/" + task + "/work";
    // With whom it is handed in stays chosen while something is asked.
    String with = mates.stream().map(m -> "&mate=" + m).collect(Collectors.joining());
    return came.finding().map(f -> back + "?blank=" + f + with).orElse(back);
  }

  private ListedTask listed(SignedIn me, UUID task) {
    TaskLists.Closed closed = lists.closed(me.id(), task).orElse(null);
    if (closed != null) {
      throw Problem.conflict(
          "task-closed", new Wording().moment(closed.at(), closed.section().zone()));
    }
    gate.check(me, Deed.TAKE_PART, Gate.Kind.TASK, task);
    return lists
        .find(me.id(), task)
        .filter(t -> t.task().sheet().handIn().isPresent())
        .orElseThrow(() -> Problem.conflict("task-not-listed"));
  }

  /** What is asked where a file is handed in. */
  private HandIns.Asked askedOf(SignedIn me, UUID file) {
    return offered(me, handIns.taskOf(file));
  }

  private HandIns.Asked offered(SignedIn me, UUID task) {
    return asked(open(me, task));
  }

  private ListedTask open(SignedIn me, UUID task) {
    ListedTask listed = listed(me, task);
    if (listed.waits()) {
      throw Problem.conflict("task-waits");
    }
    return listed;
  }

  private static HandIns.Asked asked(ListedTask listed) {
    HandInRule rule = listed.task().sheet().handIn().orElseThrow();
    return new HandIns.Asked(
        listed.task().id(), listed.section(), rule, listed.due(), listed.improve());
  }
}
