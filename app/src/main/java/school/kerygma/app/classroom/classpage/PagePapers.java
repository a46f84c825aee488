package school.kerygma.app.classroom.classpage;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.paper.papers.SetPapers;
import school.kerygma.app.paper.papers.TakingIn;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;

/**
 * Makes papers of the pages of students and families, so that they can be shown and marked in a
 * walkthrough: as they are on a day, without anybody's name.
 */
@Service
@Transactional
class PagePapers {

  /** When a day's page is looked at: what goes up in the morning is up then. */
  private static final LocalTime LOOKED_AT = LocalTime.of(9, 0);

  private final ClassPages pages;
  private final SetPapers papers;
  private final People people;
  private final MessageSource messages;

  PagePapers(ClassPages pages, SetPapers papers, People people, MessageSource messages) {
    this.pages = pages;
    this.papers = papers;
    this.people = people;
    this.messages = messages;
  }

  /**
   * Makes a paper of a page.
   *
   * @param teacher who gets it
   * @param section whose part of the page is shown
   * @param person a student of the section, or a guardian of one
   */
  TakingIn.TakenIn make(UUID teacher, SectionView section, UUID person, LocalDate day) {
    Instant moment = day.atTime(LOOKED_AT).atZone(section.zone()).toInstant();
    ClassPages then = pages.at(moment);
    Map<String, Object> shown = new HashMap<>();
    shown.put("section", section);
    shown.put("today", day);
    boolean student = section.students().contains(person);
    if (student) {
      shown.put(
          "page",
          then.ofStudent(person, section.id(), null, s -> s.id().equals(section.id()))
              .orElseThrow());
    } else {
      List<UUID> here =
          people.studentsOf(person).stream().filter(section.students()::contains).toList();
      shown.put("page", then.ofFamily(here, s -> s.id().equals(section.id())));
    }
    String name =
        messages.getMessage(
            student ? "class-paper.student" : "class-paper.family",
            new Object[] {section.name(), new Wording().date(day)},
            Locale.ENGLISH);
    String template = student ? "classpage/paper-of-student" : "classpage/paper-of-family";
    return papers.set(teacher, name, template, shown);
  }
}
