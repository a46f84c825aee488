package school.kerygma.app.handin;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import jakarta.persistence.Version;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.Generated;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

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
    this.boxes =
        mark.boxes().stream()
            .map(
                b ->
                    String.format(
                        Locale.ROOT, "%.2f %.2f %.2f %.2f", b.x(), b.y(), b.width(), b.height()))
            .collect(Collectors.joining("\n"));
    this.words = mark.words();
    this.ink =
        mark.ink().stream()
            .map(p -> String.format(Locale.ROOT, "%.2f %.2f %.1f", p.x(), p.y(), p.width()))
            .collect(Collectors.joining("\n"));
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
    return Mark.of(
        kind,
        pageId,
        numbers(boxes).stream().map(n -> new Box(n[0], n[1], n[2], n[3])).toList(),
        0,
        words,
        numbers(ink).stream().map(n -> new Ink.Point(n[0], n[1], n[2])).toList());
  }

  private static List<double[]> numbers(String text) {
    List<double[]> numbers = new ArrayList<>();
    for (String line : text.lines().toList()) {
      String[] part = line.split(" ");
      double[] values = new double[part.length];
      for (int i = 0; i < part.length; i++) {
        values[i] = Double.parseDouble(part[i]);
      }
      numbers.add(values);
    }
    return numbers;
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
