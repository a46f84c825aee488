package school.kerygma.app.desk.exchange;

import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.frame.CsvFile;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/** A section's marks for other programs. */
@Controller
class MarksFileController {

  private final OneRosterResults results;
  private final Sections sections;
  private final Gate gate;

  MarksFileController(OneRosterResults results, Sections sections, Gate gate) {
    this.results = results;
    this.sections = sections;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}/marks.zip")
  ResponseEntity<byte[]> oneRoster(@AuthenticationPrincipal SignedIn me, @PathVariable UUID id) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    return CsvFile.saved(
        section.name() + " marks.zip",
        MediaType.parseMediaType("application/zip"),
        results.zip(section, me.id()));
  }
}
