package school.kerygma.app.classroom.checks;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.check.CheckQuestion.Asks;

/** What classes have answered to the questions of a talk. */
@Component
class ClassAnswers {

  /**
   * A question with what a section has answered.
   *
   * @param points that a right answer has earned; 0 if it earns none
   * @param right names of those who were right, with how many tries
   * @param wrong names of those who were not, with their last answer
   * @param none names of those who have not answered
   */
  record Tally(
      String prompt, int points, List<String> right, List<String> wrong, List<String> none) {

    public int of() {
      return right.size() + wrong.size() + none.size();
    }
  }

  /** A section's answers to the questions of a stop. */
  record OfStop(String section, UUID id, int number, String stop, List<Tally> lines) {}

  /**
   * What a teacher reads.
   *
   * @param own whether the talk is the teacher's own
   * @param asked whether anything is asked in it
   */
  record Read(boolean own, boolean asked, List<OfStop> shown) {}

  private final Checks checks;
  private final Scripts scripts;
  private final Postings postings;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  ClassAnswers(
      Checks checks,
      Scripts scripts,
      Postings postings,
      Sections sections,
      People people,
      Gate gate) {
    this.checks = checks;
    this.scripts = scripts;
    this.postings = postings;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  /**
   * What students have answered, section by section.
   *
   * @throws Problem if the teacher has neither the talk nor a class for which it is up
   */
  Read of(SignedIn me, UUID id) {
    boolean own = gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, id);
    List<StopView> stops = scripts.stopsOf(id);
    List<Checks.Question> all = checks.of(stops.stream().map(StopView::id).toList());
    List<Checks.Answer> answers = checks.answers(all.stream().map(Checks.Question::id).toList());
    Map<UUID, DeliveryView> posted = new HashMap<>();
    postings.ofWalkthroughs(Set.of(id)).stream()
        .filter(d -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, d.section()))
        .forEach(d -> posted.put(d.section(), d));
    if (!own && posted.isEmpty()) {
      throw Problem.notFound(); // Whoever teaches a class sees what it has answered.
    }
    List<OfStop> shown = new ArrayList<>();
    for (SectionView whole : sections.among(posted.keySet())) {
      SectionView section = There.in(posted, whole.id()).among(whole);
      Map<UUID, People.Contact> names = people.contacts(section.students());
      for (StopView stop : stops) {
        List<Tally> lines =
            all.stream()
                .filter(q -> q.stop().equals(stop.id()))
                .filter(q -> !(q.question().asks() instanceof Asks.Pause))
                .map(q -> line(q, section, names, answers))
                .toList();
        if (!lines.isEmpty()) {
          shown.add(new OfStop(section.name(), stop.id(), stop.number(), stop.title(), lines));
        }
      }
    }
    return new Read(own, !all.isEmpty(), shown);
  }

  private static Tally line(
      Checks.Question question,
      SectionView section,
      Map<UUID, People.Contact> names,
      List<Checks.Answer> answers) {
    boolean typed =
        Set.of("NUMBER", "WORDS", "WATCHWORD").contains(Posing.kind(question.question().asks()));
    List<String> right = new ArrayList<>();
    List<String> wrong = new ArrayList<>();
    Set<UUID> done = new HashSet<>();
    for (Checks.Answer answer : answers) {
      People.Contact name = names.get(answer.student());
      if (answer.question().equals(question.id()) && name != null) {
        done.add(answer.student());
        if (answer.right()) {
          right.add(answer.tries() > 1 ? name.name() + " (" + answer.tries() + ")" : name.name());
        } else {
          wrong.add(typed ? name.name() + ": \u201c" + answer.last() + "\u201d" : name.name());
        }
      }
    }
    List<String> none =
        section.students().stream()
            .filter(s -> !done.contains(s) && names.containsKey(s))
            .map(s -> There.in(names, s).name())
            .sorted()
            .toList();
    return new Tally(
        question.question().prompt(),
        question.question().setting().points(),
        right.stream().sorted().toList(),
        wrong.stream().sorted().toList(),
        none);
  }
}
