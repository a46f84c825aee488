package school.kerygma.app.sections;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.accounts.FirstSignIn;
import school.kerygma.app.accounts.People;
import school.kerygma.app.problems.Problem;

/** The way from an empty database to a school: only the very first visitor can take it. */
@Controller
class StartController {

  private final People people;
  private final SchoolTime time;
  private final FirstSignIn signIn;
  private final TransactionTemplate inTransaction;
  private final Clock clock;

  StartController(
      People people,
      SchoolTime time,
      FirstSignIn signIn,
      TransactionTemplate inTransaction,
      Clock clock) {
    this.people = people;
    this.time = time;
    this.signIn = signIn;
    this.inTransaction = inTransaction;
    this.clock = clock;
  }

  @GetMapping("/start")
  String start(Model model) {
    if (!people.nobodyYet()) {
      return "redirect:/sign-in";
    }
    model.addAttribute("zones", zones());
    model.addAttribute("today", LocalDate.ofInstant(clock.instant(), ZoneId.systemDefault()));
    return "sections/start";
  }

  private static List<String> zones() {
    return ZoneId.getAvailableZoneIds().stream()
        .filter(z -> z.contains("/") && !z.startsWith("Etc/") && !z.startsWith("SystemV/"))
        .sorted()
        .toList();
  }

  @PostMapping("/start")
  String found(
      @RequestParam String name,
      @RequestParam String email,
      @RequestParam String password,
      @RequestParam String school,
      @RequestParam String zone,
      @RequestParam LocalDate firstDay,
      @RequestParam(defaultValue = "12") int weeks,
      HttpServletRequest request,
      HttpServletResponse response) {
    People.checkAccount(name, password);
    if (!People.isAddress(email)) {
      throw Problem.refused("email");
    }
    if (!zones().contains(zone)) {
      throw Problem.refused("zone");
    }
    UUID teacher =
        inTransaction.execute(
            t -> {
              people.oneAtATime();
              if (!people.nobodyYet()) {
                throw Problem.conflict("begun");
              }
              UUID id = people.addTeacher(name.strip(), email, password);
              time.found(id, school, ZoneId.of(zone), "Term", firstDay, weeks);
              return id;
            });
    signIn.signIn(teacher, request, response);
    return "redirect:/school";
  }
}
