package school.kerygma.app.desk.keeping;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import tools.jackson.databind.json.JsonMapper;

/** Gives out all that is kept about a student or a guardian, and erases it. */
@Controller
class ErasingController {

  private final People people;
  private final Sections sections;
  private final List<Remembers> modules;
  private final JsonMapper json;
  private final Gate gate;

  ErasingController(
      People people, Sections sections, List<Remembers> modules, JsonMapper json, Gate gate) {
    this.people = people;
    this.sections = sections;
    this.modules = modules;
    this.json = json;
    this.gate = gate;
  }

  /** Whoever has the section's roster has its students and those who guard them. */
  private void check(SignedIn me, UUID section, UUID person) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    Set<UUID> students = sections.get(section).students();
    if (!students.contains(person) && !people.studentsByGuardian(students).containsKey(person)) {
      throw Problem.notFound();
    }
  }

  @GetMapping("/sections/{id}/copy.json")
  ResponseEntity<String> copy(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam UUID person) {
    check(me, id, person);
    // What a teacher takes along is what they may see; who has founded the school is its office.
    return copyOf(person, sections.founded(me.id(), id) ? Sight.whole() : Sight.of(gate, me));
  }

  /** Everybody may have what is kept about them: all of it. */
  @GetMapping("/me/copy.json")
  ResponseEntity<String> own(@AuthenticationPrincipal SignedIn me) {
    return copyOf(me.id(), Sight.whole());
  }

  private ResponseEntity<String> copyOf(UUID person, Sight sight) {
    People.Contact contact = There.in(people.contacts(Set.of(person)), person);
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("name", contact.name());
    all.put("role", contact.role());
    all.put("email", contact.email().orElse(""));
    for (Remembers module : modules) {
      all.put(module.heading(), module.about(person, sight));
    }
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noStore())
        .contentType(MediaType.APPLICATION_JSON)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(contact.name() + ".json", StandardCharsets.UTF_8)
                .build()
                .toString())
        .body(json.writerWithDefaultPrettyPrinter().writeValueAsString(all));
  }

  /**
   * Erases a student, with those who guard nobody else, or a guardian.
   *
   * @throws Problem if the student sits with teachers who were not asked
   */
  @PostMapping("/sections/{id}/erase")
  String erase(
      @AuthenticationPrincipal SignedIn me, @PathVariable UUID id, @RequestParam UUID person) {
    check(me, id, person);
    Set<UUID> students = new HashSet<>(people.studentsOf(person));
    students.add(person);
    for (UUID student : students) {
      for (SectionView section : sections.ofStudent(student)) {
        if (!gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, section.id())) {
          throw Problem.conflict("sits-elsewhere");
        }
      }
    }
    people.erase(person);
    return "redirect:/sections/" + id;
  }
}
