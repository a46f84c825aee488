package school.kerygma.app.classroom.handin;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.handin.HandInRule;
import school.kerygma.core.handin.Lateness;

/** What was handed in, as a teacher sees it; and its files, for whoever may see them. */
@Controller
class HandInController {

  /**
   * A student of the section.
   *
   * @param newest what counts of what was handed in
   * @param late how late it is
   * @param versions how often it was handed in
   */
  record Row(
      String name, HandIns.@Nullable Version newest, @Nullable Lateness late, int versions) {}

  private final HandIns handIns;
  private final HandInFiles files;
  private final ShownSheet shownSheet;
  private final SelfChecks selfChecks;
  private final TeachersWords words;
  private final Tasks tasks;
  private final Postings postings;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  HandInController(
      HandIns handIns,
      HandInFiles files,
      ShownSheet shownSheet,
      SelfChecks selfChecks,
      TeachersWords words,
      Tasks tasks,
      Postings postings,
      Sections sections,
      People people,
      Gate gate,
      Clock clock) {
    this.handIns = handIns;
    this.files = files;
    this.shownSheet = shownSheet;
    this.selfChecks = selfChecks;
    this.words = words;
    this.tasks = tasks;
    this.postings = postings;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  /** Who has handed something in for a task. */
  @GetMapping("/sections/{section}/tasks/{task}/work")
  String ofTask(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID section,
      @PathVariable UUID task,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    gate.check(me, Deed.CHANGE, Gate.Kind.TASK, task);
    SectionView of = sections.get(section);
    TaskView shown = tasks.get(task);
    Optional<Instant> due = due(shown, of);
    List<Row> rows = rows(shown, of, due);
    model.addAttribute("section", of);
    model.addAttribute("task", shown);
    model.addAttribute("due", due.orElse(null));
    model.addAttribute("rows", rows);
    model.addAttribute(
        "answered",
        words.among(
            rows.stream().filter(r -> r.newest() != null).map(r -> r.newest().id()).toList()));
    model.addAttribute("here", rows.stream().filter(r -> r.newest() != null).count());
    model.addAttribute(
        "blank",
        rows.stream().filter(r -> r.newest() != null && r.newest().finding().isPresent()).count());
    model.addAttribute("late", rows.stream().filter(r -> r.late() != null).count());
    return "handin/of-task";
  }

  /** All students of a section, and what they have handed in, by name. */
  private List<Row> rows(TaskView task, SectionView of, Optional<Instant> due) {
    Map<UUID, List<HandIns.Version>> byStudent = new HashMap<>();
    for (HandIns.Version version : handIns.ofSection(task.id(), of.id())) {
      version
          .students()
          .forEach(s -> byStudent.computeIfAbsent(s, first -> new ArrayList<>()).add(version));
    }
    Set<UUID> all = new HashSet<>(of.students());
    all.addAll(byStudent.keySet());
    Map<UUID, People.Contact> names = people.contacts(all);
    return all.stream()
        .filter(names::containsKey)
        .map(
            s -> {
              List<HandIns.Version> own = byStudent.getOrDefault(s, List.of());
              return new Row(
                  names.get(s).name(),
                  own.isEmpty() ? null : own.getLast(),
                  late(own, task, of, due).orElse(null),
                  own.size());
            })
        .sorted(Comparator.comparing(Row::name))
        .toList();
  }

  private Optional<Instant> due(TaskView task, SectionView section) {
    Instant now = clock.instant();
    return Standing.of(
            postings.ofSections(List.of(section.id())).stream().map(d -> d.at(now)).toList(), now)
        .due(task, section)
        .map(Standing.Due::at);
  }

  /**
   * How late work is: by the first version in which something was done. If the due moment was moved
   * since, the later of the two counts.
   */
  private static Optional<Lateness> late(
      List<HandIns.Version> own, TaskView task, SectionView section, Optional<Instant> due) {
    Optional<HandIns.Version> counts =
        own.stream()
            .filter(v -> v.finding().isEmpty())
            .findFirst()
            .or(() -> own.stream().findFirst());
    return counts.flatMap(
        v -> {
          Instant then = v.due().orElseThrow();
          Instant by = due.filter(then::isBefore).orElse(then);
          return Lateness.of(
              by,
              v.begun().orElseThrow(),
              section.grading().late(task.sheet().kind()),
              section.calendar());
        });
  }

  /** One version, whole. */
  @GetMapping("/hand-ins/{id}")
  String one(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandIns.Version version = handIns.get(id);
    SectionView section = sections.get(version.section());
    TaskView task = tasks.get(version.task());
    Optional<Instant> due = due(task, section);
    List<HandIns.Version> own =
        handIns.ofSection(task.id(), section.id()).stream()
            .filter(v -> v.students().contains(version.student()))
            .toList();
    List<Row> handed = rows(task, section, due).stream().filter(r -> r.newest() != null).toList();
    int last = -1;
    for (int i = 0; i < handed.size(); i++) {
      if (handed.get(i).newest().students().equals(version.students())) {
        last = i;
      }
    }
    model.addAttribute("next", last + 1 < handed.size() ? handed.get(last + 1) : null);
    model.addAttribute("seconds", task.sheet().handIn().map(HandInRule::seconds).orElse(0));
    model.addAttribute("shown", version);
    model.addAttribute("section", section);
    model.addAttribute("task", task);
    model.addAttribute("versions", own);
    model.addAttribute("late", late(own, task, section, due).orElse(null));
    shownSheet.of(version.id(), model);
    List<SelfChecks.Criterion> criteria = selfChecks.criteria(task, section.id());
    model.addAttribute("criteria", criteria);
    model.addAttribute("rows", words.rows(version.id(), criteria));
    model.addAttribute("word", words.of(version.id()).orElse(null));
    model.addAttribute(
        "names",
        people.contacts(version.students()).values().stream()
            .map(People.Contact::name)
            .sorted()
            .toList());
    return "handin/one";
  }

  /** A teacher's word of a version: where they see it by the rubric, and what they write. */
  @PostMapping("/hand-ins/{id}/word")
  String say(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam(defaultValue = "") String text,
      @RequestParam MultiValueMap<String, String> form) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandIns.Version version = handIns.get(id);
    List<SelfChecks.Criterion> criteria =
        selfChecks.criteria(tasks.get(version.task()), version.section());
    Map<String, String> levels = new HashMap<>();
    for (int i = 0; i < criteria.size(); i++) {
      String level = form.getFirst("level-" + i);
      levels.put(criteria.get(i).name(), level == null ? "" : level);
    }
    words.say(id, me.id(), text, levels, criteria);
    return "redirect:/hand-ins/" + id;
  }

  /** All pages as one PDF, for who hands it in and who reads it. */
  @GetMapping("/media/hand-ins/{id}/pages.pdf")
  ResponseEntity<byte[]> pages(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id)
      throws IOException {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN, id);
    HandIns.Version version = handIns.get(id);
    if (!version.isOnePdf()) {
      throw Problem.notFound();
    }
    String title = tasks.get(version.task()).title();
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    files.writePdf(version, title, pdf);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(title + ".pdf", StandardCharsets.UTF_8)
                .build()
                .toString())
        .contentType(MediaType.APPLICATION_PDF)
        .body(pdf.toByteArray());
  }

  /** A page of a file, as it is seen. */
  @GetMapping("/media/hand-ins/{file}/{page}/{size}")
  ResponseEntity<Resource> page(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID file,
      @PathVariable int page,
      @PathVariable String size) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    if (!Set.of("s", "l").contains(size)) {
      throw Problem.notFound();
    }
    HandIn.Piece piece = handIns.piece(file);
    Resource picture = files.shown(piece, page, size).orElseThrow(Problem::notFound);
    boolean jpeg = piece.mediaType().equals(MediaType.IMAGE_JPEG_VALUE);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(jpeg ? MediaType.IMAGE_JPEG : MediaType.IMAGE_PNG)
        .body(picture);
  }

  /** A spoken or filmed answer, to be played. */
  @GetMapping("/media/hand-ins/{file}/answer")
  ResponseEntity<Resource> answer(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    HandIn.Piece piece = handIns.piece(file);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache().cachePrivate())
        .contentType(MediaType.parseMediaType(piece.mediaType()))
        .body(files.made(piece).orElseThrow(Problem::notFound));
  }

  /** A file as it came: to be saved, never to be opened here. */
  @GetMapping("/media/hand-ins/{file}/original")
  ResponseEntity<Resource> original(@AuthenticationPrincipal SignedIn me, @PathVariable UUID file) {
    gate.check(me, Deed.SEE, Gate.Kind.HAND_IN_FILE, file);
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(handIns.piece(file).name(), StandardCharsets.UTF_8)
                .build()
                .toString())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(files.original(handIns.piece(file)));
  }
}
