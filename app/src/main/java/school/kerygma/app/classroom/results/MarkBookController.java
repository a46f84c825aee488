package school.kerygma.app.classroom.results;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.frame.CsvFile;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.result.TermMark;

/** The marks of a section, on a page and as a CSV file (RFC 4180). */
@Controller
class MarkBookController {

  private final MarkBook book;
  private final MarkLines lines;
  private final Sections sections;
  private final Gate gate;

  MarkBookController(MarkBook book, MarkLines lines, Sections sections, Gate gate) {
    this.book = book;
    this.lines = lines;
    this.sections = sections;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}/marks")
  String marks(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    model.addAttribute("section", section);
    MarkBook.Table table = book.of(section);
    model.addAttribute("table", table);
    model.addAttribute("lines", lines.of(section.id(), table));
    model.addAttribute("kinds", section.grading().kinds());
    return "results/marks";
  }

  @GetMapping("/sections/{id}/marks.csv")
  ResponseEntity<byte[]> csv(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    MarkBook.Table table = book.of(section);
    List<List<?>> rows = new ArrayList<>();
    List<String> head = new ArrayList<>(List.of("student"));
    List<String> most = new ArrayList<>(List.of("out of"));
    for (MarkBook.Column c : table.columns()) {
      head.add(c.task().title());
      most.add(c.outOf().map(BigDecimal::toPlainString).orElse(""));
    }
    head.add("percent");
    most.add("100");
    boolean letters = !section.letters().bounds().isEmpty();
    if (letters) {
      head.add("letter");
      most.add("");
    }
    rows.add(head);
    rows.add(most);
    for (MarkBook.Row row : table.rows()) {
      List<String> line = new ArrayList<>(List.of(row.name()));
      row.cells().forEach(c -> line.add(c.state() == TermMark.State.MISSING ? "0" : c.text()));
      line.add(row.mark().percent().map(BigDecimal::toPlainString).orElse(""));
      if (letters) {
        line.add(row.mark().percent().flatMap(section.letters()::of).orElse(""));
      }
      rows.add(line);
    }
    return CsvFile.of(section.name() + " marks.csv", rows);
  }
}
