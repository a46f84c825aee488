package school.kerygma.app.classroom.term;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.messages.NoteMail;
import school.kerygma.app.classroom.notes.Note;
import school.kerygma.app.classroom.notes.Notes;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Deed;

/**
 * The term of one student: what the facts say, what was written, and a note that is begun from it.
 */
@Controller
class StudentTermController {

  private final Terms terms;
  private final TermFacts facts;
  private final Notes notes;
  private final NoteMail mail;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  StudentTermController(
      Terms terms,
      TermFacts facts,
      Notes notes,
      NoteMail mail,
      Sections sections,
      People people,
      Gate gate) {
    this.terms = terms;
    this.facts = facts;
    this.notes = notes;
    this.mail = mail;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  @GetMapping("/sections/{id}/term/{student}")
  String term(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @RequestParam(defaultValue = "NOTHING") TermFacts.About about,
      Model model) {
    SectionView section = check(me, id, student);
    Term term = terms.of(section);
    Term.OfStudent own =
        term.students().stream()
            .filter(s -> s.student().equals(student))
            .findFirst()
            .orElseThrow(Problem::notFound);
    List<Note> written = notes.about(id, Set.of(student));
    model.addAttribute("section", section);
    model.addAttribute("weeks", term.weeks().reversed());
    model.addAttribute("own", own);
    model.addAttribute("facts", facts.of(own, section));
    model.addAttribute("guardians", people.guardiansOf(Set.of(student)));
    model.addAttribute("about", about);
    model.addAttribute("draft", facts.draft(about, own, section));
    model.addAttribute("written", written);
    model.addAttribute("sent", mail.sent(written.stream().map(Note::id).toList()));
    return "term/student";
  }

  /** Sends what the teacher has before them; nothing is ever sent without. */
  @PostMapping("/sections/{id}/term/{student}/note")
  String write(
      @AuthenticationPrincipal SignedIn me,
      @PathVariable UUID id,
      @PathVariable UUID student,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "false") boolean child,
      @RequestParam(defaultValue = "false") boolean family) {
    SectionView section = check(me, id, student);
    notes.write(section, student, me.id(), words, child, family);
    return "redirect:/sections/" + id + "/term/" + student + "#written";
  }

  private SectionView check(SignedIn me, UUID id, UUID student) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, id);
    SectionView section = sections.get(id);
    if (!section.students().contains(student)) {
      throw Problem.notFound();
    }
    return section;
  }
}
