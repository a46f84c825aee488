package school.kerygma.app.school.rollcall;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.text.CleanText;

/**
 * The roll calls of a term as a table (RFC 4180): a row for each student, a column for each day.
 */
@Controller
class RollCsv {

  private final RollCalls calls;
  private final Sections sections;
  private final People people;
  private final Gate gate;
  private final Clock clock;

  RollCsv(RollCalls calls, Sections sections, People people, Gate gate, Clock clock) {
    this.calls = calls;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/sections/{id}/roll.csv")
  ResponseEntity<byte[]> term(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    LocalDate today = section.calendar().dateOf(clock.instant());
    LocalDate last = section.calendar().end().isBefore(today) ? section.calendar().end() : today;
    if (!calls.isCalled(id)) {
      throw Problem.notFound();
    }
    LocalDate first = section.calendar().firstMonday();
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
        .header(
            "Content-Disposition",
            ContentDisposition.attachment().filename("roll.csv").build().toString())
        .body(
            write(
                    calls.days(section, first, last),
                    people.contacts(section.students()),
                    calls.between(section, section.students(), first, last))
                .getBytes(StandardCharsets.UTF_8));
  }

  private static String write(
      List<LocalDate> days,
      Map<UUID, People.Contact> names,
      Map<UUID, List<RollCalls.Cell>> cells) {
    StringBuilder out = new StringBuilder();
    List<String> head = new ArrayList<>(List.of("student"));
    days.forEach(d -> head.add(d.toString()));
    try (CSVPrinter csv =
        new CSVPrinter(
            out, CSVFormat.RFC4180.builder().setHeader(head.toArray(String[]::new)).get())) {
      for (People.Contact student :
          names.values().stream().sorted(People.Contact.BY_FAMILY_NAME).toList()) {
        List<String> row = new ArrayList<>(List.of(CleanText.cell(student.name())));
        cells
            .getOrDefault(student.id(), List.of())
            .forEach(c -> row.add(c.presence().name().toLowerCase(Locale.ROOT)));
        csv.printRecord(row);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
