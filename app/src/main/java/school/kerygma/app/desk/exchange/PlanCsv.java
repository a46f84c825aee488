package school.kerygma.app.desk.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.classroom.posting.Standing;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.plan.planning.TaskSheet;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.app.plan.planning.Worths;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.plan.ChoiceBoard;
import school.kerygma.core.text.CleanText;
import school.kerygma.core.time.DueRuleText;

/** A term's plan as a CSV file (RFC 4180), a line for each task of each section. */
@Controller
class PlanCsv {

  private static final String[] COLUMNS = {
    "section",
    "day",
    "task",
    "how",
    "minutes",
    "answers",
    "points",
    "kind",
    "worth",
    "required",
    "opens",
    "due",
    "improve",
    "where",
    "ways",
    "pick",
    "due at",
    "improve until",
    "closes at",
    "zone",
    "word",
    "unit",
    "hand in",
    "posted",
    "points for"
  };

  private final Tasks tasks;
  private final Sections sections;
  private final Postings postings;
  private final Clock clock;

  PlanCsv(Tasks tasks, Sections sections, Postings postings, Clock clock) {
    this.postings = postings;
    this.clock = clock;
    this.tasks = tasks;
    this.sections = sections;
  }

  private record Line(SectionView section, LocalDate day, TaskView task) {}

  @GetMapping("/plan.csv")
  ResponseEntity<byte[]> plan(@AuthenticationPrincipal SignedIn me) {
    List<SectionView> own = sections.ofTeacher(me.id());
    if (own.isEmpty()) {
      throw Problem.notFound();
    }
    List<LocalDate> begins = own.stream().map(s -> s.calendar().firstMonday()).sorted().toList();
    List<LocalDate> ends = own.stream().map(s -> s.calendar().end()).sorted().toList();
    List<TaskView> planned =
        tasks.between(
            own.stream().map(SectionView::id).toList(), begins.getFirst(), ends.getLast());
    List<Line> lines =
        own.stream()
            .flatMap(
                s ->
                    planned.stream()
                        .filter(t -> t.sheet().days().containsKey(s.id()))
                        .map(t -> new Line(s, t.sheet().days().get(s.id()), t.in(s.id()))))
            .sorted(
                Comparator.comparing((Line l) -> l.section().name())
                    .thenComparing(Line::day)
                    .thenComparing(l -> l.task().position()))
            .toList();
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
        .header(
            "Content-Disposition",
            ContentDisposition.attachment().filename("plan.csv").build().toString())
        .body(
            write(
                    lines,
                    Worths.of(own, planned),
                    Standing.of(
                        postings.ofSections(own.stream().map(SectionView::id).toList()),
                        clock.instant()))
                .getBytes(StandardCharsets.UTF_8));
  }

  /** A moment on the school's clock, to the minute (ISO 8601 without an offset). */
  private static String local(Optional<Instant> at, SectionView section) {
    return at.map(
            i ->
                LocalDateTime.ofInstant(i, section.zone())
                    .truncatedTo(ChronoUnit.MINUTES)
                    .toString())
        .orElse("");
  }

  private static String write(List<Line> lines, Worths worths, Standing standing) {
    StringBuilder out = new StringBuilder();
    try (CSVPrinter csv =
        new CSVPrinter(out, CSVFormat.RFC4180.builder().setHeader(COLUMNS).get())) {
      for (Line line : lines) {
        TaskSheet sheet = line.task().sheet();
        SectionView of = line.section();
        Optional<Standing.Due> due = standing.due(line.task(), of);
        Optional<DeliveryView> delivery = standing.delivery(line.task().id(), of.id());
        OptionalDouble worth = worths.share(line.section().id(), sheet);
        csv.printRecord(
            harmless(line.section().name()),
            line.day(),
            harmless(sheet.title()),
            harmless(sheet.detail()),
            sheet.minutes(),
            sheet.answers(),
            sheet.points(),
            harmless(sheet.kind()),
            worth.isPresent() ? String.format(Locale.ROOT, "%.4f", worth.getAsDouble()) : "",
            sheet.required() ? "yes" : "no",
            sheet.opens().name().toLowerCase(Locale.ROOT).replace('_', ' '),
            sheet.due().map(DueRuleText::write).orElse(""),
            sheet.improve(),
            harmless(sheet.place()),
            sheet.board().map(PlanCsv::ways).orElse(""),
            sheet.board().map(b -> "" + b.pick()).orElse(""),
            local(due.map(Standing.Due::at), of),
            local(due.flatMap(Standing.Due::improve), of),
            local(delivery.flatMap(d -> d.moments().closesAt()), of),
            of.zone().getId(),
            harmless(sheet.word()),
            sheet.unit().map(u -> u.first() + "/" + u.last()).orElse(""),
            sheet
                .handIn()
                .map(
                    h ->
                        h.kinds().stream()
                            .map(k -> k.name().toLowerCase(Locale.ROOT))
                            .sorted()
                            .collect(Collectors.joining(" ")))
                .orElse(""),
            delivery.map(d -> d.state().name().toLowerCase(Locale.ROOT)).orElse(""),
            sheet.points() == null ? "" : sheet.pointsFor().name().toLowerCase(Locale.ROOT));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }

  private static String ways(ChoiceBoard board) {
    return harmless(
        board.ways().stream().map(ChoiceBoard.Way::line).collect(Collectors.joining(" | ")));
  }

  private static String harmless(@Nullable String text) {
    return CleanText.cell(String.valueOf(text));
  }
}
