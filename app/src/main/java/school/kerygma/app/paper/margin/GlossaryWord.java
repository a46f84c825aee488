package school.kerygma.app.paper.margin;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;

/** A word of a paper that its teacher explains. */
@Entity
@DynamicUpdate
class GlossaryWord {

  @Id @GeneratedValue private UUID id;
  private UUID handoutId;
  private String term;
  private String meaning;

  @SuppressWarnings("NullAway.Init")
  protected GlossaryWord() {}

  GlossaryWord(UUID handoutId, String term, String meaning) {
    this.handoutId = handoutId;
    this.term = term;
    this.meaning = meaning;
  }

  UUID id() {
    return id;
  }

  UUID handoutId() {
    return handoutId;
  }

  String term() {
    return term;
  }

  String meaning() {
    return meaning;
  }

  void mean(String other) {
    this.meaning = other;
  }

  interface Repository extends JpaRepository<GlossaryWord, UUID> {
    List<GlossaryWord> findByHandoutIdInOrderByTerm(Collection<UUID> handouts);
  }
}
