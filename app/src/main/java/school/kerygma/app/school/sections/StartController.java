package school.kerygma.app.school.sections;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.FirstSignIn;
import school.kerygma.app.ground.accounts.HasMail;
import school.kerygma.app.ground.accounts.NewAccount;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.time.TimeZones;

/** The way from an empty database to a school: only the very first visitor can take it. */
@Controller
class StartController {

  private final People people;
  private final SchoolTime time;
  private final FirstSignIn signIn;
  private final TransactionTemplate inTransaction;
  private final HasMail mail;
  private final Clock clock;

  /** So many zones are named where one has to be chosen. */
  private static final int MOST_NAMED = 6;

  StartController(
      People people,
      SchoolTime time,
      FirstSignIn signIn,
      TransactionTemplate inTransaction,
      HasMail mail,
      Clock clock) {
    this.mail = mail;
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
    model.addAttribute("zones", TimeZones.all());
    model.addAttribute("mail", mail.hasMail());
    model.addAttribute("today", LocalDate.ofInstant(clock.instant(), ZoneId.systemDefault()));
    return "sections/start";
  }

  /**
   * The zone that is meant.
   *
   * @throws Problem if it is none, or may be several; then they are named
   */
  private static ZoneId zone(String said) {
    List<TimeZones.Named> found = TimeZones.find(said);
    if (found.size() > 1) {
      throw Problem.refused(
              "zone-several",
              said,
              found.stream()
                  .limit(MOST_NAMED)
                  .map(z -> z.zone().getId())
                  .collect(Collectors.joining(", ")))
          .at("zone");
    }
    return found.stream()
        .findFirst()
        .map(TimeZones.Named::zone)
        .orElseThrow(() -> Problem.refused("zone").at("zone"));
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
    NewAccount.check(name, password);
    if (!People.isAddress(email)) {
      throw Problem.refused("email");
    }
    ZoneId here = zone(zone);
    UUID teacher =
        inTransaction.execute(
            t -> {
              people.oneAtATime();
              if (!people.nobodyYet()) {
                throw Problem.conflict("begun");
              }
              UUID id = people.addTeacher(name.strip(), email, password);
              time.found(id, school, here, "Term", firstDay, weeks);
              return id;
            });
    signIn.signIn(teacher, request, response);
    return "redirect:/plan";
  }
}
