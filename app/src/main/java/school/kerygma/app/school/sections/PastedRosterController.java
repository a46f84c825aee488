package school.kerygma.app.school.sections;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.access.Access.Deed;

/** Lines that are typed or pasted become a roster, after a look. */
@Controller
class PastedRosterController {

  private static final int MAX_FILE = 512 * 1024;

  private static final int MOST_ROWS = 400;

  private final Sections sections;
  private final Rosters rosters;
  private final Gate gate;

  PastedRosterController(Sections sections, Rosters rosters, Gate gate) {
    this.sections = sections;
    this.rosters = rosters;
    this.gate = gate;
  }

  private static List<RosterLine> lines(PastedRoster pasted) {
    return pasted.rows().stream()
        .map(r -> RosterLine.of(r.name(), r.email(), r.guardian(), r.guardianEmail(), r.name()))
        .toList();
  }

  /** The rows of a pasted roster as they were put right; rows without a name are left out. */
  @PostMapping("/sections/{id}/roster/rows")
  String rows(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam MultiValueMap<String, String> form,
      RedirectAttributes flash) {
    check(me, id);
    List<RosterLine> read = new ArrayList<>();
    for (int i = 0; i < MOST_ROWS && form.containsKey("name-" + i); i++) {
      String name = text(form, "name-" + i);
      if (name.isEmpty()) {
        continue;
      }
      for (String address : List.of("email-" + i, "guardianEmail-" + i)) {
        if (!RosterLine.isAddressOrNothing(text(form, address))) {
          throw Problem.refused("email").at(address);
        }
      }
      if (name.contains("@") || name.length() > RosterLine.LONGEST_NAME) {
        throw Problem.refused("name").at("name-" + i);
      }
      read.add(
          RosterLine.of(
              name,
              text(form, "email-" + i),
              text(form, "guardian-" + i),
              text(form, "guardianEmail-" + i),
              name));
    }
    told(rosters.add(me.id(), id, read), flash);
    return back(id);
  }

  private static String text(MultiValueMap<String, String> form, String field) {
    @Nullable String sent = form.getFirst(field);
    return sent == null ? "" : sent.strip();
  }

  private static void told(Rosters.Added added, RedirectAttributes flash) {
    flash.addFlashAttribute("added", added.students());
    flash.addFlashAttribute("already", added.already());
  }

  /** Shows a CSV file, and asks which column holds what; nothing is added yet. */
  @PostMapping("/sections/{id}/roster/file")
  String look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam MultipartFile file,
      Model model)
      throws IOException {
    check(me, id);
    if (file.getSize() > MAX_FILE) {
      throw Problem.refused("roster-table");
    }
    model.addAttribute("section", sections.get(id));
    model.addAttribute("table", RosterTable.read(file.getBytes()));
    model.addAttribute("columns", RosterTable.Column.values());
    return "sections/columns";
  }

  @PostMapping("/sections/{id}/roster/columns")
  String bringIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String table,
      @RequestParam List<RosterTable.Column> column,
      @RequestParam(defaultValue = "false") boolean head,
      RedirectAttributes flash) {
    check(me, id);
    told(rosters.add(me.id(), id, RosterTable.parse(table).lines(column, head)), flash);
    return back(id);
  }

  private void check(SignedIn me, UUID section) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
  }

  private static String back(UUID section) {
    return "redirect:/sections/" + section;
  }

  @PostMapping("/sections/{id}/roster")
  String roster(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @RequestParam String lines,
      Model model,
      RedirectAttributes flash) {
    check(me, id);
    PastedRoster pasted = PastedRoster.read(lines);
    if (pasted.isInDoubt()) {
      model.addAttribute("section", sections.get(id));
      model.addAttribute("rows", pasted.rows());
      return "sections/pasted";
    }
    told(rosters.add(me.id(), id, lines(pasted)), flash);
    return back(id);
  }
}
