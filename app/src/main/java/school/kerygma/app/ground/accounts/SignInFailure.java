package school.kerygma.app.ground.accounts;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;

/** A sign-in that failed, counted for the rate limit. */
@Entity
@DynamicUpdate
class SignInFailure {

  /** How long a subject may be. */
  static final int LONGEST = 300;

  @Id @GeneratedValue private UUID id;
  private String subject;
  private Instant at;

  @SuppressWarnings("NullAway.Init")
  protected SignInFailure() {}

  SignInFailure(String subject, Instant at) {
    this.subject = subject;
    this.at = at;
  }

  interface Repository extends JpaRepository<SignInFailure, UUID> {
    long countBySubjectAndAtAfter(String subject, Instant at);

    void deleteByAtBefore(Instant at);

    void deleteBySubject(String subject);
  }
}
