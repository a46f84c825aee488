package school.kerygma.app.classroom.handin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import jakarta.persistence.Version;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Generated;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.MarkText;

/** What a student has put on a page of their own sheet. */
@Entity
@DynamicUpdate
class OwnMark implements Persistable<UUID> {

  @Id private UUID id;

  @Generated
  @Column(insertable = false, updatable = false)
  private @Nullable Long seq;

  private UUID handInId;
  private UUID pageId;
  private @Nullable String place;

  @Enumerated(EnumType.STRING)
  private Mark.Kind kind;

  private String boxes;
  private String words;
  private String ink;
  private String color;
  private int edits;
  @Version private int version;
  @Transient private boolean kept;

  @SuppressWarnings("NullAway.Init")
  protected OwnMark() {}

  OwnMark(UUID id, UUID handIn, Optional<String> place, Mark mark, String color) {
    this.id = id;
    this.handInId = handIn;
    this.pageId = mark.pageId();
    this.place = place.orElse(null);
    this.kind = mark.kind();
    this.color = color;
    become(mark);
  }

  final void become(Mark mark) {
    this.boxes = MarkText.ofBoxes(mark.boxes());
    this.words = mark.words();
    this.ink = MarkText.ofInk(mark.ink());
    this.edits++;
  }

  /** The same in another version of the work. */
  OwnMark in(UUID handIn) {
    return new OwnMark(UUID.randomUUID(), handIn, Optional.ofNullable(place), mark(), color);
  }

  @PostLoad
  @PostPersist
  void isKept() {
    this.kept = true;
  }

  @Override
  public UUID getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return !kept;
  }

  UUID handInId() {
    return handInId;
  }

  UUID pageId() {
    return pageId;
  }

  Optional<String> place() {
    return Optional.ofNullable(place);
  }

  String words() {
    return words;
  }

  String color() {
    return color;
  }

  int edits() {
    return edits;
  }

  Mark mark() {
    return Mark.of(kind, pageId, MarkText.boxes(boxes), 0, words, MarkText.ink(ink));
  }

  interface Repository extends JpaRepository<OwnMark, UUID> {

    @Query("select m from OwnMark m where m.handInId in :handIns order by m.seq")
    List<OwnMark> of(Collection<UUID> handIns);

    @Query("select m from OwnMark m where m.handInId = :handIn and m.place = :place")
    Optional<OwnMark> at(UUID handIn, String place);

    @Query("select count(m) from OwnMark m where m.handInId = :handIn")
    int countOf(UUID handIn);

    @Query(
        value = "select page_id from hand_in_page where hand_in_id = :handIn order by position",
        nativeQuery = true)
    List<UUID> pages(UUID handIn);

    @Modifying
    @Query(
        value =
            "insert into hand_in_page (hand_in_id, position, page_id) values (:handIn, :position, :page)"
                + " on conflict do nothing",
        nativeQuery = true)
    void add(UUID handIn, int position, UUID page);
  }
}
