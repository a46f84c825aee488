package school.kerygma.app.classroom.classpage;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;

/** The page of a student or a family as one of their teachers may see it. */
@Component
class SeenAs {

  /**
   * Where the links of a page lead.
   *
   * @param at begins the addresses of papers and walkthroughs
   * @param home the page itself
   * @param as whose page a teacher looks at; empty if it is one's own
   * @param section from which the teacher came
   */
  record Seen(String at, String home, Optional<String> as, Optional<SectionView> section) {

    static Seen own(String home) {
      return new Seen(home, home, Optional.empty(), Optional.empty());
    }

    public boolean byTeacher() {
      return as.isPresent();
    }
  }

  private final Sections sections;
  private final People people;
  private final Gate gate;

  SeenAs(Sections sections, People people, Gate gate) {
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  /**
   * Whose page a teacher sees.
   *
   * @param person a student of the section, or a guardian of one
   * @throws Problem if the teacher may not see the roster, or the person is not of it
   */
  Seen of(SignedIn me, UUID section, UUID person) {
    gate.check(me, Deed.CHANGE, Gate.Kind.ROSTER, section);
    SectionView of = sections.get(section);
    if (!of.students().contains(person)
        && !people.studentsByGuardian(of.students()).containsKey(person)) {
      throw Problem.notFound();
    }
    String at = "/sections/" + section + "/as/" + person;
    String name = There.in(people.contacts(List.of(person)), person).name();
    return new Seen(at, at, Optional.of(name), Optional.of(of));
  }

  /**
   * Puts the page into a model.
   *
   * @param pages as they are, or as they will be
   * @return its template
   */
  String show(ClassPages pages, Seen seen, UUID person, @Nullable UUID talk, Model model) {
    SectionView section = seen.section().orElseThrow();
    UUID in = section.id();
    model.addAttribute("seen", seen);
    if (section.students().contains(person)) {
      model.addAttribute(
          "page", pages.ofStudent(person, in, talk, s -> s.id().equals(in)).orElseThrow());
      return "classpage/student";
    }
    Set<UUID> here = new HashSet<>(people.studentsOf(person));
    here.retainAll(section.students());
    model.addAttribute("page", pages.ofFamily(here, s -> s.id().equals(in)));
    return "classpage/family";
  }
}
