package school.kerygma.app.desk.exchange;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.core.access.Access.Deed;

/** Bringing rosters in from files. */
@Controller
class RosterController {

  private final RosterUploads uploads;
  private final RosterImports imports;
  private final Gate gate;

  RosterController(RosterUploads uploads, RosterImports imports, Gate gate) {
    this.uploads = uploads;
    this.imports = imports;
    this.gate = gate;
  }

  @GetMapping("/school/{term}/rosters")
  String rosters(@AuthenticationPrincipal SignedIn me, @PathVariable UUID term, Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
    model.addAttribute("term", term);
    return "exchange/rosters";
  }

  @PostMapping("/school/{term}/rosters")
  String look(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @RequestParam List<MultipartFile> files,
      Model model)
      throws IOException {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
    Map<String, byte[]> brought = new HashMap<>();
    for (MultipartFile file : files) {
      brought.put(Optional.ofNullable(file.getOriginalFilename()).orElse(""), file.getBytes());
    }
    model.addAttribute("term", term);
    model.addAttribute("preview", imports.preview(me.id(), term, uploads.keep(me.id(), brought)));
    return "exchange/rosters";
  }

  @PostMapping("/school/{term}/rosters/{id}")
  String bringIn(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID term,
      @PathVariable UUID id,
      Model model) {
    gate.check(me, Deed.CHANGE, Gate.Kind.TERM, term);
    model.addAttribute("term", term);
    model.addAttribute("done", imports.bringIn(me.id(), term, uploads.kept(me.id(), id)));
    uploads.forget(me.id(), id);
    return "exchange/rosters";
  }
}
