package school.kerygma.app.desk.planbook;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.sections.SchoolTime;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.core.walkthrough.Sight;

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
  private final SchoolTime time;

  FirstSteps(
      Sections sections, Handouts handouts, Scripts scripts, Postings postings, SchoolTime time) {
    this.sections = sections;
    this.handouts = handouts;
    this.scripts = scripts;
    this.postings = postings;
    this.time = time;
  }

  /** The steps in their order; none once all are done. */
  List<Step> of(UUID teacher) {
    List<SectionView> own = sections.ofTeacher(teacher);
    List<UUID> ids = own.stream().map(SectionView::id).toList();
    if (!postings.ofSections(ids).isEmpty()) {
      return List.of(); // Who has posted has found the way.
    }
    boolean seated = own.stream().anyMatch(s -> !s.students().isEmpty());
    String roster = own.isEmpty() ? section(teacher) : "/sections/" + own.getFirst().id();
    List<Scripts.Head> all = scripts.ofTeacher(teacher);
    List<Scripts.Head> talks = all.stream().filter(t -> !t.sample()).toList();
    boolean recorded = talks.stream().anyMatch(Scripts.Head::complete);
    String talk = talks.isEmpty() ? "/walkthroughs" : "/walkthroughs/" + talks.getFirst().id();
    return List.of(
        new Step("term", "/school", true),
        new Step("section", section(teacher), !own.isEmpty()),
        new Step("students", roster, seated),
        new Step("paper", "/handouts", hasPapers(teacher, all)),
        new Step("walkthrough", talk, recorded),
        new Step("posting", recorded ? talk + "/post" : talk, false));
  }

  private String section(UUID teacher) {
    return time.ofTeacher(teacher).stream()
        .findFirst()
        .map(t -> "/school/" + t.id() + "/sections/new")
        .orElse("/school");
  }

  /** The papers of a sample are none of the teacher's own. */
  private boolean hasPapers(UUID teacher, List<Scripts.Head> talks) {
    Set<UUID> pages =
        talks.stream()
            .filter(Scripts.Head::sample)
            .flatMap(t -> scripts.stopsOf(t.id()).stream())
            .flatMap(s -> s.sight().stream())
            .map(Sight::pageId)
            .collect(Collectors.toSet());
    Set<UUID> ofSample =
        handouts.pages(pages).values().stream().map(PageView::handout).collect(Collectors.toSet());
    return handouts.ofTeacher(teacher).stream().anyMatch(h -> !ofSample.contains(h.id()));
  }
}
