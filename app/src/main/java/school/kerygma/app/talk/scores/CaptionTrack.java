package school.kerygma.app.talk.scores;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.jpa.repository.JpaRepository;

/**
 * Captions of a stop as they were edited, or in another language than the one that is spoken; or
 * what is seen in it, in somebody's own words.
 */
@Entity
@DynamicUpdate
class CaptionTrack {

  /** The kinds of WebVTT that are kept. */
  enum Kind {
    CAPTIONS,
    DESCRIPTIONS
  }

  @Id @GeneratedValue private UUID id;
  private UUID stopId;

  @Enumerated(EnumType.STRING)
  private Kind kind;

  private String language;

  /** For which sound they are: see {@link Captioned#basis}. */
  private String basis;

  /** The parts of takes that were played then, as JSON: so they follow cuts. */
  private String parts;

  /** A list of {@link OtherTrack.OtherCue} as JSON. */
  private String body;

  @Version private int version;

  @SuppressWarnings("NullAway.Init")
  protected CaptionTrack() {}

  CaptionTrack(UUID stopId, Kind kind, String language, String basis, String parts, String body) {
    this.stopId = stopId;
    this.kind = kind;
    this.language = language;
    this.basis = basis;
    this.parts = parts;
    this.body = body;
  }

  UUID stopId() {
    return stopId;
  }

  Kind kind() {
    return kind;
  }

  String language() {
    return language;
  }

  String basis() {
    return basis;
  }

  String body() {
    return body;
  }

  String parts() {
    return parts;
  }

  void keep(String sound, String played, String cues) {
    this.basis = sound;
    this.parts = played;
    this.body = cues;
  }

  interface Repository extends JpaRepository<CaptionTrack, UUID> {

    List<CaptionTrack> findByStopIdIn(Collection<UUID> stops);

    Optional<CaptionTrack> findByStopIdAndKindAndLanguage(UUID stop, Kind kind, String language);
  }
}
