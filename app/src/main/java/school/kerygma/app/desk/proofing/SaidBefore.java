package school.kerygma.app.desk.proofing;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;
import school.kerygma.core.proof.SayAgain;

/** A sentence of a walkthrough brought from another term that is no longer right. */
@Entity
@Table(name = "say_again")
@DynamicUpdate
class SaidBefore {

  @Id @GeneratedValue private UUID id;
  private UUID walkthroughId;
  private UUID stopId;
  private String quote;
  private String sentence;

  @Enumerated(EnumType.STRING)
  private SayAgain.Why why;

  private String section;

  @Column(name = "becomes")
  private String right;

  @SuppressWarnings("NullAway.Init")
  protected SaidBefore() {}

  SaidBefore(UUID walkthroughId, UUID stopId, SayAgain.Line line) {
    this.walkthroughId = walkthroughId;
    this.stopId = stopId;
    this.quote = cut(line.quote(), 300);
    this.sentence = cut(line.sentence(), 600);
    this.why = line.why();
    this.section = line.section();
    this.right = line.becomes();
  }

  private static String cut(String words, int longest) {
    return words.length() <= longest ? words : words.substring(0, longest);
  }

  UUID id() {
    return id;
  }

  UUID walkthroughId() {
    return walkthroughId;
  }

  UUID stopId() {
    return stopId;
  }

  SayAgain.Line line() {
    return new SayAgain.Line(quote, sentence, why, section, right);
  }

  interface Repository extends JpaRepository<SaidBefore, UUID> {

    List<SaidBefore> findByWalkthroughId(UUID walkthrough);
  }
}
