package school.kerygma.app.classroom.checks;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.io.Serializable;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.check.CheckQuestion;
import school.kerygma.core.check.CheckText;
import school.kerygma.core.check.Judge;

/** A question of a stop. */
@Entity
@Table(name = "check_question")
@DynamicUpdate
class Asked {

  @Id @GeneratedValue private UUID id;
  private UUID stopId;
  private int position;
  private String body;

  /** It is asked no more, and kept for what was answered. */
  private boolean gone;

  @Version private int version;

  @SuppressWarnings("NullAway.Init")
  protected Asked() {}

  Asked(UUID stopId, int position, String body) {
    this.stopId = stopId;
    this.position = position;
    this.body = body;
  }

  UUID id() {
    return id;
  }

  UUID stopId() {
    return stopId;
  }

  String body() {
    return body;
  }

  boolean isGone() {
    return gone;
  }

  CheckQuestion question() {
    return CheckText.of(body).questions().getFirst();
  }

  void become(int other, String written) {
    this.position = other;
    this.body = written;
    this.gone = false;
  }

  void leave() {
    this.gone = true;
  }

  /** One try of a student. */
  @Entity(name = "CheckTry")
  @Table(name = "check_try")
  @DynamicUpdate
  static class Try {

    /**
     * Which.
     *
     * @param number from 1
     */
    @Embeddable
    record Key(UUID questionId, UUID studentId, int number) implements Serializable {}

    @EmbeddedId private Key key;
    private String answer;

    @Enumerated(EnumType.STRING)
    private Judge.Verdict verdict;

    private Instant triedAt;

    @SuppressWarnings("NullAway.Init")
    protected Try() {}

    Key key() {
      return key;
    }

    String answer() {
      return answer;
    }

    boolean isRight() {
      return verdict == Judge.Verdict.RIGHT;
    }

    Instant triedAt() {
      return triedAt;
    }
  }

  interface Repository extends JpaRepository<Asked, UUID> {

    @Query("select a from Asked a where a.stopId in :stops order by a.position")
    List<Asked> ofStops(Collection<UUID> stops);
  }

  interface TryRepository extends JpaRepository<Try, Try.Key> {

    @Query("select t from CheckTry t where t.key.questionId in :questions order by t.key.number")
    List<Try> of(Collection<UUID> questions);

    @Query(
        "select t from CheckTry t where t.key.questionId in :questions and t.key.studentId = :student order by t.key.number")
    List<Try> of(Collection<UUID> questions, UUID student);

    @Query("select t from CheckTry t where t.key.studentId = :student order by t.triedAt")
    List<Try> ofStudent(UUID student);

    /** Questions that a student has tried, and the walkthroughs that ask them. */
    @Query(
        value =
            "select distinct q.id, s.walkthrough_id from check_try t join check_question q on q.id = t.question_id"
                + " join stop s on s.id = q.stop_id where t.student_id = :student",
        nativeQuery = true)
    List<Object[]> walkthroughs(UUID student);

    /**
     * Keeps a try.
     *
     * @return 0 if another tab has made it already
     */
    @Modifying
    @Query(
        value =
            "insert into check_try (question_id, student_id, number, answer, verdict, tried_at)"
                + " values (:question, :student, :number, :answer, :verdict, :at) on conflict do nothing",
        nativeQuery = true)
    int keep(UUID question, UUID student, int number, String answer, String verdict, Instant at);
  }
}
