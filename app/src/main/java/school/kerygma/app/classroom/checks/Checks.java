package school.kerygma.app.classroom.checks;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.talk.scripts.WalkthroughCopied;
import school.kerygma.core.There;
import school.kerygma.core.check.CheckQuestion;
import school.kerygma.core.check.CheckText;
import school.kerygma.core.check.Judge;
import school.kerygma.core.result.Ungiven;

/** Writes questions down, and judges and keeps what is answered. */
@Service
@Transactional
public class Checks implements Remembers {

  private static final int LONGEST = 4000;
  private static final int LONGEST_ANSWER = 500;

  /** A question with its stop. */
  record Question(UUID id, UUID stop, CheckQuestion question) {}

  /**
   * Where a student stands with a question.
   *
   * @param tries that were made
   * @param right whether the last of them was right
   */
  record State(int tries, boolean right) {

    static final State NONE = new State(0, false);

    /** Whether nothing is asked any more. */
    boolean isOver(CheckQuestion question) {
      return right || tries >= question.setting().tries();
    }
  }

  /** What a student has tried last, and how often. */
  record Answer(UUID question, UUID student, int tries, boolean right, String last) {}

  private final Asked.Repository asked;
  private final Asked.TryRepository tries;
  private final Clock clock;

  Checks(Asked.Repository asked, Asked.TryRepository tries, Clock clock) {
    this.asked = asked;
    this.tries = tries;
    this.clock = clock;
  }

  /** The questions of stops, in the order of the stops as they are given. */
  @Transactional(readOnly = true)
  public List<Question> of(Collection<UUID> stops) {
    return asked(stops).stream()
        .filter(a -> !a.isGone())
        .map(a -> new Question(a.id(), a.stopId(), a.question()))
        .toList();
  }

  private List<Asked> asked(Collection<UUID> stops) {
    return stops.isEmpty() ? List.of() : asked.ofStops(stops);
  }

  @Transactional(readOnly = true)
  public Question get(UUID question) {
    return asked
        .findById(question)
        .filter(a -> !a.isGone())
        .map(a -> new Question(a.id(), a.stopId(), a.question()))
        .orElseThrow(Problem::notFound);
  }

  /** The questions of a stop in writing. */
  @Transactional(readOnly = true)
  public String written(UUID stop) {
    return of(List.of(stop)).stream()
        .map(q -> CheckText.write(q.question()))
        .collect(Collectors.joining("\n\n"));
  }

  /**
   * Writes the questions of a stop. A question keeps its answers as long as it asks the same, or
   * stands where it stood.
   *
   * @return what cannot be read: then nothing is kept
   */
  public List<CheckText.Wrong> write(UUID stop, String text) {
    CheckText.Read read = CheckText.of(text);
    if (!read.wrong().isEmpty()) {
      return read.wrong();
    }
    List<String> bodies = read.questions().stream().map(CheckText::write).toList();
    if (bodies.stream().anyMatch(b -> b.length() > LONGEST) || bodies.size() > CheckQuestion.MOST) {
      throw Problem.refused("checks-too-long");
    }
    List<Asked> before = new ArrayList<>(asked(List.of(stop)));
    Set<UUID> kept = new HashSet<>();
    for (int i = 0; i < bodies.size(); i++) {
      CheckQuestion now = read.questions().get(i);
      int place = i;
      Optional<Asked> same =
          first(before, kept, a -> a.question().prompt().equals(now.prompt()))
              .or(() -> first(before, kept, a -> !a.isGone() && place == before.indexOf(a)));
      if (same.isPresent()) {
        kept.add(same.get().id());
        same.get().become(i, bodies.get(i));
      } else {
        kept.add(asked.save(new Asked(stop, i, bodies.get(i))).id());
      }
    }
    before.stream().filter(a -> !kept.contains(a.id())).forEach(Asked::leave);
    return List.of();
  }

  private static Optional<Asked> first(List<Asked> all, Set<UUID> kept, Predicate<Asked> which) {
    return all.stream().filter(a -> !kept.contains(a.id())).filter(which).findFirst();
  }

  /** Where a student stands with questions. */
  @Transactional(readOnly = true)
  public Map<UUID, State> states(Collection<UUID> questions, UUID student) {
    Map<UUID, State> states = new HashMap<>();
    if (!questions.isEmpty()) {
      tries
          .of(questions, student)
          .forEach(t -> states.put(t.key().questionId(), new State(t.key().number(), t.isRight())));
    }
    return states;
  }

  /**
   * Judges an answer of a student, and keeps it. What cannot be judged costs no try; what is over
   * is not judged again.
   *
   * @param lines of the page that is shown, for a place on it
   */
  Judge.Judged answer(Question question, UUID student, List<String> answer, List<String> lines) {
    State before = states(List.of(question.id()), student).getOrDefault(question.id(), State.NONE);
    if (before.isOver(question.question())) {
      throw Problem.conflict("check-over");
    }
    Judge.Judged judged = judge(question, answer, lines);
    if (judged.verdict() != Judge.Verdict.UNREADABLE) {
      String kept = String.join(" ", answer);
      int made =
          tries.keep(
              question.id(),
              student,
              before.tries() + 1,
              kept.substring(0, Math.min(LONGEST_ANSWER, kept.length())),
              judged.verdict().name(),
              clock.instant());
      if (made == 0) {
        throw Problem.conflict("check-over");
      }
    }
    return judged;
  }

  static Judge.Judged judge(Question question, List<String> answer, List<String> lines) {
    if (answer.size() > CheckQuestion.MOST * 2
        || answer.stream().anyMatch(a -> a == null || a.length() > LONGEST_ANSWER)) {
      throw Problem.unreadable();
    }
    return Judge.of(question.id(), question.question().asks(), answer, lines);
  }

  /**
   * How a class did with the questions of a stop.
   *
   * @param answered how many have answered
   * @param wrong of those how many were wrong the first time, or in the end
   */
  public record Failed(int answered, int wrong) {

    public double share() {
      return answered == 0 ? 0 : (double) wrong / answered;
    }
  }

  /** How some students did with the questions of stops; stops without answers are not there. */
  @Transactional(readOnly = true)
  public Map<UUID, Failed> failed(Collection<UUID> stops, Collection<UUID> students) {
    Map<UUID, UUID> stopOf = new HashMap<>();
    of(stops).forEach(q -> stopOf.put(q.id(), q.stop()));
    Map<UUID, Failed> failed = new HashMap<>();
    for (Answer a : answers(stopOf.keySet())) {
      if (students.contains(a.student())) {
        boolean wrong = !a.right() || a.tries() > 1;
        failed.merge(
            There.in(stopOf, a.question()),
            new Failed(1, wrong ? 1 : 0),
            (x, y) -> new Failed(x.answered() + y.answered(), x.wrong() + y.wrong()));
      }
    }
    return failed;
  }

  /**
   * What students have answered to the questions of stops, by stop and student; a question that
   * only waits asks nothing. Stops that ask nothing are not there.
   */
  @Transactional(readOnly = true)
  public Map<UUID, Map<UUID, Ungiven.Answers>> answered(
      Collection<UUID> stops, Collection<UUID> students) {
    Map<UUID, Question> asking = new HashMap<>();
    of(stops).stream()
        .filter(q -> !(q.question().asks() instanceof CheckQuestion.Asks.Pause))
        .forEach(q -> asking.put(q.id(), q));
    Map<UUID, Map<UUID, Ungiven.Answers>> all = new HashMap<>();
    for (Question q : asking.values()) {
      Ungiven.Answers asked = new Ungiven.Answers(0, 1, 0, q.question().setting().points(), 0);
      students.forEach(s -> add(all, q.stop(), s, asked));
    }
    for (Answer a : answers(asking.keySet())) {
      if (students.contains(a.student())) {
        Question q = There.in(asking, a.question());
        int right = a.right() ? 1 : 0;
        add(
            all,
            q.stop(),
            a.student(),
            new Ungiven.Answers(right, 0, right * q.question().setting().points(), 0, 1));
      }
    }
    return all;
  }

  private static void add(
      Map<UUID, Map<UUID, Ungiven.Answers>> all, UUID stop, UUID student, Ungiven.Answers more) {
    all.computeIfAbsent(stop, first -> new HashMap<>()).merge(student, more, Ungiven.Answers::and);
  }

  /** What students have answered to questions: of each the last try. */
  @Transactional(readOnly = true)
  public List<Answer> answers(Collection<UUID> questions) {
    Map<List<UUID>, Answer> last = new HashMap<>();
    if (!questions.isEmpty()) {
      tries
          .of(questions)
          .forEach(
              t ->
                  last.put(
                      List.of(t.key().questionId(), t.key().studentId()),
                      new Answer(
                          t.key().questionId(),
                          t.key().studentId(),
                          t.key().number(),
                          t.isRight(),
                          t.answer())));
    }
    return List.copyOf(last.values());
  }

  /** A copied walkthrough asks the same; nobody has answered it yet. */
  @EventListener
  void on(WalkthroughCopied copied) {
    for (Question question : of(copied.stops().keySet())) {
      UUID stop = There.in(copied.stops(), question.stop());
      int position = of(List.of(stop)).size();
      asked.saveAndFlush(new Asked(stop, position, CheckText.write(question.question())));
    }
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        // All tries at a question are of one of the two.
        Kept.oneEach("check_try", "student_id", "question_id"));
  }

  @Override
  public String heading() {
    return "answers";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    Map<UUID, UUID> talks = new HashMap<>();
    tries.walkthroughs(person).forEach(r -> talks.put((UUID) r[0], (UUID) r[1]));
    return tries.ofStudent(person).stream()
        .filter(t -> sight.sees(Gate.Kind.WALKTHROUGH, There.in(talks, t.key().questionId())))
        .map(
            t ->
                Map.of(
                    "question",
                    t.key().questionId().toString(),
                    "try",
                    t.key().number(),
                    "answer",
                    t.answer(),
                    "right",
                    t.isRight(),
                    "at",
                    t.triedAt().toString()))
        .toList();
  }
}
