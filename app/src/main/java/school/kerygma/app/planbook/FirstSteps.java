package school.kerygma.app.planbook;

import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.papers.Handouts;
import school.kerygma.app.posting.Postings;
import school.kerygma.app.scripts.Scripts;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;

/** A new teacher's first quarter of an hour: what has been done of it, and where to do the rest. */
@Component
@Transactional(readOnly = true)
class FirstSteps {

  /** One step: its name in the messages, where it is done, and whether it is. */
  record Step(String name, String path, boolean done) {}

  private final Sections sections;
  private final Handouts handouts;
  private final Scripts scripts;
  private final Postings postings;

  FirstSteps(Sections sections, Handouts handouts, Scripts scripts, Postings postings) {
    this.sections = sections;
    this.handouts = handouts;
    this.scripts = scripts;
    this.postings = postings;
  }

  /** The steps in their order; none once all are done. */
  List<Step> of(UUID teacher) {
    List<SectionView> own = sections.ofTeacher(teacher);
    List<UUID> ids = own.stream().map(SectionView::id).toList();
    if (!postings.ofSections(ids).isEmpty()) {
      return List.of(); // Who has posted has found the way.
    }
    boolean seated = own.stream().anyMatch(s -> !s.students().isEmpty());
    String roster = own.isEmpty() ? "/school" : "/sections/" + own.getFirst().id();
    List<Scripts.Head> talks = scripts.ofTeacher(teacher);
    boolean recorded = talks.stream().anyMatch(Scripts.Head::complete);
    String talk = talks.isEmpty() ? "/walkthroughs" : "/walkthroughs/" + talks.getFirst().id();
    return List.of(
        new Step("term", "/school", true),
        new Step("section", "/school", !own.isEmpty()),
        new Step("students", roster, seated),
        new Step("paper", "/handouts", !handouts.ofTeacher(teacher).isEmpty()),
        new Step("walkthrough", talk, recorded),
        new Step("posting", recorded ? talk + "/post" : talk, false));
  }
}
