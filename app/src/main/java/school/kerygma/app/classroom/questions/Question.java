package school.kerygma.app.classroom.questions;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.app.classroom.questions.Questions.About;

/** A question in the box. */
@Entity
@DynamicUpdate
class Question {

  /** What it is about, in columns. */
  @Embeddable
  record Place(
      @Nullable UUID walkthroughId, @Nullable UUID stopId, long atMs, @Nullable UUID taskId) {

    static Place of(About about) {
      return new Place(
          about.walkthrough().orElse(null),
          about.stop().orElse(null),
          about.atMs(),
          about.task().orElse(null));
    }

    About about() {
      return new About(
          Optional.ofNullable(walkthroughId),
          Optional.ofNullable(stopId),
          atMs,
          Optional.ofNullable(taskId));
    }
  }

  @Id @GeneratedValue private UUID id;
  private UUID sectionId;
  private UUID studentId;
  private UUID askerId;
  private Place place;
  private String words;
  private Instant askedAt;
  private @Nullable UUID answerId;
  private @Nullable Instant seenAt;
  private boolean putAside;
  @Version private int version;

  @SuppressWarnings("NullAway.Init")
  protected Question() {}

  Question(UUID section, UUID student, UUID asker, About about, String words, Instant askedAt) {
    this.sectionId = section;
    this.studentId = student;
    this.askerId = asker;
    this.place = Place.of(about);
    this.words = words;
    this.askedAt = askedAt;
  }

  UUID id() {
    return id;
  }

  UUID sectionId() {
    return sectionId;
  }

  UUID studentId() {
    return studentId;
  }

  UUID askerId() {
    return askerId;
  }

  About about() {
    return place.about();
  }

  String words() {
    return words;
  }

  Instant askedAt() {
    return askedAt;
  }

  Optional<UUID> answerId() {
    return Optional.ofNullable(answerId);
  }

  Optional<Instant> seenAt() {
    return Optional.ofNullable(seenAt);
  }

  void answer(UUID with) {
    this.answerId = with;
    this.putAside = false;
  }

  void seen(Instant at) {
    this.seenAt = at;
  }

  void unseen() {
    this.seenAt = null;
  }

  void putAside(boolean aside) {
    this.putAside = aside;
  }

  interface Repository extends JpaRepository<Question, UUID> {

    @Query(
        "select q from Question q where q.sectionId in :sections and q.answerId is null"
            + " and q.putAside = false order by q.askedAt, q.id")
    List<Question> open(Collection<UUID> sections);

    /** What was answered in class, the newest first. */
    @Query(
        "select q from Question q where q.sectionId in :sections and q.answerId is null"
            + " and q.putAside = true and locate(:find, lower(q.words)) > 0"
            + " order by q.askedAt desc, q.id")
    List<Question> aside(Collection<UUID> sections, String find, Limit most);

    @Query("select q from Question q where q.answerId in :answers")
    List<Question> answeredBy(Collection<UUID> answers);

    @Query("select q from Question q where q.askerId = :asker order by q.askedAt desc, q.id")
    List<Question> ofAsker(UUID asker);

    @Query("select q from Question q where q.studentId = :student order by q.askedAt, q.id")
    List<Question> ofStudent(UUID student);

    @Query(
        "select count(q) from Question q where q.askerId = :asker and q.answerId is not null"
            + " and q.seenAt is null")
    int countUnseen(UUID asker);

    @Modifying
    @Query(
        "update Question q set q.seenAt = :at where q.askerId = :asker and q.answerId is not null"
            + " and q.seenAt is null")
    void seen(UUID asker, Instant at);
  }

  /** What was answered. */
  @Entity(name = "QuestionAnswer")
  @Table(name = "question_answer")
  @DynamicUpdate
  static class Answer {

    @Id @GeneratedValue private UUID id;
    private UUID teacherId;
    private Place place;
    private String question;
    private String words;
    private boolean forAll;
    private @Nullable UUID newStopId;
    private Instant answeredAt;

    @ElementCollection
    @Fetch(FetchMode.SUBSELECT)
    @CollectionTable(
        name = "question_answer_section",
        joinColumns = @JoinColumn(name = "question_answer_id"))
    @Column(name = "section_id")
    private Set<UUID> sections = new HashSet<>();

    @SuppressWarnings("NullAway.Init")
    protected Answer() {}

    Answer(
        UUID teacher,
        About about,
        Set<UUID> sections,
        String question,
        String words,
        boolean forAll,
        Instant answeredAt) {
      this.teacherId = teacher;
      this.place = Place.of(about);
      this.sections.addAll(sections);
      this.question = question;
      this.words = words;
      this.forAll = forAll;
      this.answeredAt = answeredAt;
    }

    UUID id() {
      return id;
    }

    About about() {
      return place.about();
    }

    String question() {
      return question;
    }

    String words() {
      return words;
    }

    boolean isForAll() {
      return forAll;
    }

    Optional<UUID> newStopId() {
      return Optional.ofNullable(newStopId);
    }

    Instant answeredAt() {
      return answeredAt;
    }

    void in(UUID stop) {
      this.newStopId = stop;
    }

    void say(String other) {
      this.words = other;
    }
  }

  interface AnswerRepository extends JpaRepository<Answer, UUID> {

    /** What a teacher has answered, the newest first. */
    @Query(
        "select a from QuestionAnswer a where a.teacherId = :teacher"
            + " and (locate(:find, lower(a.question)) > 0 or locate(:find, lower(a.words)) > 0)"
            + " order by a.answeredAt desc, a.id")
    List<Answer> ofTeacher(UUID teacher, String find, Limit most);

    Optional<Answer> findByIdAndTeacherId(UUID id, UUID teacher);

    @Query(
        "select distinct a from QuestionAnswer a join a.sections s where a.forAll = true"
            + " and a.place.walkthroughId = :walkthrough and s in :sections order by a.answeredAt")
    List<Answer> forAll(UUID walkthrough, Collection<UUID> sections);

    @Query(
        "select distinct a from QuestionAnswer a join a.sections s where a.forAll = true"
            + " and a.place.taskId = :task and s in :sections order by a.answeredAt")
    List<Answer> forAllOfTask(UUID task, Collection<UUID> sections);
  }
}
