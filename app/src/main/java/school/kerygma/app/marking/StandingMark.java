package school.kerygma.app.marking;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import org.hibernate.annotations.DynamicUpdate;
import org.springframework.data.domain.Persistable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** A mark that stands on a page of an edition, with or without a recording. */
@Entity
@DynamicUpdate
class StandingMark implements Persistable<UUID> {

  @Id private UUID id;

  @Column(insertable = false, updatable = false)
  private Long seq;

  private UUID pageId;

  @Enumerated(EnumType.STRING)
  private Mark.Kind kind;

  private String boxes;
  private int number;
  private String words;
  private String ink;
  private boolean lost;
  private Instant madeAt;

  @SuppressWarnings("NullAway.Init")
  protected StandingMark() {}

  StandingMark(UUID id, Mark mark, Instant madeAt) {
    this.id = id;
    this.pageId = mark.pageId();
    this.kind = mark.kind();
    this.boxes = write(mark.boxes());
    this.number = mark.number();
    this.words = mark.words().replace("\0", "");
    this.ink =
        lines(
            mark.ink().stream()
                .map(p -> String.format(Locale.ROOT, "%.2f %.2f %.1f", p.x(), p.y(), p.width()))
                .toList());
    this.madeAt = madeAt;
  }

  private static String write(List<Box> boxes) {
    return lines(
        boxes.stream()
            .map(
                b ->
                    String.format(
                        Locale.ROOT,
                        "%.2f %.2f %.2f %.2f",
                        b.x(),
                        b.y(),
                        Math.max(b.width(), 0.01),
                        Math.max(b.height(), 0.01)))
            .toList());
  }

  private static String lines(List<String> all) {
    return String.join("\n", all);
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

  @Override
  public UUID getId() {
    return id;
  }

  /** Marks are never changed, only made and taken away. */
  @Override
  public boolean isNew() {
    return seq == null;
  }

  UUID pageId() {
    return pageId;
  }

  boolean isLost() {
    return lost;
  }

  void lose() {
    this.lost = true;
  }

  Mark mark() {
    return Mark.of(
        kind,
        pageId,
        numbers(boxes).stream().map(b -> new Box(b[0], b[1], b[2], b[3])).toList(),
        number,
        words,
        numbers(ink).stream().map(p -> new Ink.Point(p[0], p[1], p[2])).toList());
  }

  interface Repository extends JpaRepository<StandingMark, UUID> {
    @Query("select m from StandingMark m where m.pageId in :pages order by m.seq")
    List<StandingMark> ofPages(Collection<UUID> pages);
  }
}
