package school.kerygma.app.classroom.questions;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.ground.accounts.Remembers;
import school.kerygma.app.ground.accounts.Sight;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.core.There;
import school.kerygma.core.question.SameQuestions;

/** Keeps questions and their answers. */
@Service
@Transactional
public class Questions implements Remembers {

  static final int LONGEST = 1000;
  static final int LONGEST_ANSWER = 2000;

  /** Who asks more than that without an answer waits for one first. */
  private static final int MOST_OPEN = 20;

  private static final Limit MOST_BEFORE = Limit.of(50);

  private static final Duration TWICE = Duration.ofMinutes(2);

  /**
   * What a question is about.
   *
   * @param atMs from the beginning of the stop
   */
  public record About(
      Optional<UUID> walkthrough, Optional<UUID> stop, long atMs, Optional<UUID> task) {

    static About task(UUID task) {
      return new About(Optional.empty(), Optional.empty(), 0, Optional.of(task));
    }

    /** The one thing by which questions lie together. */
    UUID place() {
      return stop.or(() -> task).or(() -> walkthrough).orElseThrow();
    }
  }

  /**
   * An answer.
   *
   * @param question as it was asked, or is told to all
   * @param stop that answers it, if it is a new one
   */
  public record Answered(
      UUID id,
      About about,
      String question,
      String words,
      boolean forAll,
      Optional<UUID> stop,
      Instant at) {}

  /** An answer, with the questions that it answers. */
  record Before(Answered answer, List<Line> asked) {

    /** What the form to mend it shows. */
    public String seen() {
      return Seen.of(answer.words());
    }
  }

  /** Something was asked, answered or put aside. */
  record Changed() {}

  /** A question of one person. */
  public record Own(
      UUID id,
      UUID student,
      About about,
      String words,
      Instant asked,
      int others,
      Optional<Answered> answer) {}

  /** Open questions that ask the same. */
  public record Together(About about, List<Line> lines, SameQuestions.Group group) {

    public List<UUID> ids() {
      return lines.stream().map(Line::id).toList();
    }

    public Line first() {
      return lines.getFirst();
    }
  }

  /** One of them. */
  public record Line(
      UUID id, UUID section, UUID student, UUID asker, About about, String words, Instant asked) {}

  private final Question.Repository questions;
  private final Question.AnswerRepository answers;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  Questions(
      Question.Repository questions,
      Question.AnswerRepository answers,
      ApplicationEventPublisher events,
      Clock clock) {
    this.questions = questions;
    this.answers = answers;
    this.events = events;
    this.clock = clock;
  }

  /**
   * Puts a question into the box; the same of the same person a moment later is not another.
   *
   * @param student who asks, or about whom a family asks
   */
  public void ask(UUID section, UUID student, UUID asker, About about, String words) {
    String asked = words.strip().replaceAll("[ \\t]+", " ");
    if (asked.isEmpty() || asked.length() > LONGEST) {
      throw Problem.refused("question").at("words");
    }
    Instant now = clock.instant();
    List<Question> own = questions.ofAsker(asker);
    boolean twice =
        own.stream()
            .anyMatch(
                q ->
                    q.words().equals(asked)
                        && q.about().place().equals(about.place())
                        && q.askedAt().isAfter(now.minus(TWICE)));
    if (twice) {
      return;
    }
    if (own.stream().filter(q -> q.answerId().isEmpty()).count() >= MOST_OPEN) {
      throw Problem.conflict("question-many", MOST_OPEN);
    }
    questions.save(new Question(section, student, asker, about, asked, now));
    events.publishEvent(new Changed());
  }

  /** A person's questions, the newest first, with what was answered. */
  @Transactional(readOnly = true)
  public List<Own> of(UUID asker) {
    List<Question> own = questions.ofAsker(asker);
    Map<UUID, Answered> answered = answered(own);
    Map<UUID, Integer> others = new HashMap<>();
    together(own.stream().map(Question::sectionId).collect(Collectors.toSet()))
        .forEach(t -> t.ids().forEach(id -> others.put(id, t.group().askers() - 1)));
    return own.stream()
        .map(
            q ->
                new Own(
                    q.id(),
                    q.studentId(),
                    q.about(),
                    q.words(),
                    q.askedAt(),
                    others.getOrDefault(q.id(), 0),
                    q.answerId().map(answered::get)))
        .toList();
  }

  private Map<UUID, Answered> answered(List<Question> own) {
    Set<UUID> ids = own.stream().flatMap(q -> q.answerId().stream()).collect(Collectors.toSet());
    return answers.findAllById(ids).stream()
        .map(Questions::view)
        .collect(Collectors.toMap(Answered::id, Function.identity()));
  }

  private static Answered view(Question.Answer a) {
    return new Answered(
        a.id(), a.about(), a.question(), a.words(), a.isForAll(), a.newStopId(), a.answeredAt());
  }

  /** How many of a person's questions were answered since they last looked. */
  @Transactional(readOnly = true)
  public int news(UUID asker) {
    return questions.countUnseen(asker);
  }

  /** They have looked. */
  public void looked(UUID asker) {
    questions.seen(asker, clock.instant());
  }

  /** What all of some sections are told where a walkthrough plays. */
  @Transactional(readOnly = true)
  public List<Answered> forAll(UUID walkthrough, Collection<UUID> sections) {
    return sections.isEmpty()
        ? List.of()
        : answers.forAll(walkthrough, sections).stream().map(Questions::view).toList();
  }

  /** What all of some sections are told about a task. */
  @Transactional(readOnly = true)
  public List<Answered> forAllOfTask(UUID task, Collection<UUID> sections) {
    return sections.isEmpty()
        ? List.of()
        : answers.forAllOfTask(task, sections).stream().map(Questions::view).toList();
  }

  /** The open questions of sections, those that ask the same side by side. */
  @Transactional(readOnly = true)
  public List<Together> together(Collection<UUID> sections) {
    if (sections.isEmpty()) {
      return List.of();
    }
    Map<UUID, Question> byId =
        questions.open(sections).stream()
            .collect(
                Collectors.toMap(
                    Question::id, Function.identity(), (a, b) -> a, java.util.LinkedHashMap::new));
    List<SameQuestions.Asked> asked =
        byId.values().stream()
            .map(
                q ->
                    new SameQuestions.Asked(
                        q.id(), q.askerId(), q.about().place(), q.about().atMs(), q.words()))
            .toList();
    return SameQuestions.of(asked).stream()
        .map(
            g ->
                new Together(
                    There.in(byId, g.all().getFirst().id()).about(),
                    g.all().stream().map(a -> line(There.in(byId, a.id()))).toList(),
                    g))
        .toList();
  }

  private static Line line(Question q) {
    return new Line(
        q.id(), q.sectionId(), q.studentId(), q.askerId(), q.about(), q.words(), q.askedAt());
  }

  @Transactional(readOnly = true)
  List<Line> lines(Collection<UUID> ids) {
    return questions.findAllById(ids).stream().map(Questions::line).toList();
  }

  /**
   * Answers questions that ask the same.
   *
   * @param forAll whether everybody is told, where it was asked
   * @param heading the question as all are told it
   */
  public UUID answer(
      UUID teacher, Collection<UUID> ids, String heading, String words, boolean forAll) {
    String said = checked(words);
    if (heading.length() > LONGEST) {
      throw Problem.refused("question-answer").at("words");
    }
    List<Question> all =
        questions.findAllById(ids).stream().filter(q -> q.answerId().isEmpty()).toList();
    if (all.isEmpty()) {
      throw Problem.conflict("question-answered");
    }
    Question first = all.getFirst();
    Question.Answer answer =
        answers.saveAndFlush(
            new Question.Answer(
                teacher,
                first.about(),
                all.stream().map(Question::sectionId).collect(Collectors.toSet()),
                heading.isBlank() ? first.words() : heading.strip(),
                said,
                forAll,
                clock.instant()));
    all.forEach(q -> q.answer(answer.id()));
    events.publishEvent(new Changed());
    return answer.id();
  }

  /** An answer is given in a stop of its own. */
  void answerIn(UUID answer, UUID stop) {
    answers.findById(answer).orElseThrow(Problem::notFound).in(stop);
  }

  /** They were answered in class, or are to be answered after all. */
  void putAside(Collection<UUID> ids, boolean aside) {
    questions.findAllById(ids).forEach(q -> q.putAside(aside));
    events.publishEvent(new Changed());
  }

  /**
   * What a teacher has answered.
   *
   * @param find what stands in the question or the answer; all if it is empty
   * @return the newest first, no more than {@link #MOST_BEFORE}
   */
  @Transactional(readOnly = true)
  List<Before> before(UUID teacher, String find) {
    List<Question.Answer> found =
        answers.ofTeacher(teacher, find.strip().toLowerCase(Locale.ROOT), MOST_BEFORE);
    Map<UUID, List<Line>> asked =
        questions.answeredBy(found.stream().map(Question.Answer::id).toList()).stream()
            .collect(
                Collectors.groupingBy(
                    q -> q.answerId().orElseThrow(),
                    Collectors.mapping(Questions::line, Collectors.toList())));
    return found.stream()
        .map(a -> new Before(view(a), asked.getOrDefault(a.id(), List.of())))
        .toList();
  }

  /** What was answered in class, the newest first. */
  @Transactional(readOnly = true)
  List<Line> aside(Collection<UUID> sections, String find) {
    return sections.isEmpty()
        ? List.of()
        : questions.aside(sections, find.strip().toLowerCase(Locale.ROOT), MOST_BEFORE).stream()
            .map(Questions::line)
            .toList();
  }

  /**
   * Says an answer in other words. Who asked is told of it as of a new one.
   *
   * @param seen what the form was opened with
   * @throws Problem if it is not one of the teacher's
   */
  void mend(UUID teacher, UUID answer, String seen, String words) {
    Question.Answer mended =
        answers.findByIdAndTeacherId(answer, teacher).orElseThrow(Problem::notFound);
    Seen.check(seen, Seen.of(mended.words()));
    String said = checked(words);
    if (!said.equals(mended.words())) {
      mended.say(said);
      questions.answeredBy(List.of(answer)).forEach(Question::unseen);
    }
  }

  private static String checked(String words) {
    String said = words.strip();
    if (said.isEmpty() || said.length() > LONGEST_ANSWER) {
      throw Problem.refused("question-answer").at("words");
    }
    return said;
  }

  @Override
  public List<Kept> kept() {
    return List.of(
        Kept.theirs("question", "student_id"),
        Kept.theirs("question", "asker_id"),
        Kept.teachers("question_answer", "teacher_id"));
  }

  @Override
  public String heading() {
    return "questions";
  }

  @Override
  @Transactional(readOnly = true)
  public List<?> about(UUID person, Sight sight) {
    return questions.ofStudent(person).stream()
        .filter(q -> sight.sees(Gate.Kind.ROSTER, q.sectionId()))
        .map(q -> Map.of("question", q.words(), "at", q.askedAt().toString()))
        .toList();
  }
}
