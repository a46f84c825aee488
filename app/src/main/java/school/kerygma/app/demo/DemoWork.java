package school.kerygma.app.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.handin.FilesOfWork;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandIns;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.classroom.handin.SelfChecks;
import school.kerygma.app.classroom.handin.Shape;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handin.HandInRule;

/** Hands in what the students of the demonstration have drawn: photos of pencil sketches. */
@Component
class DemoWork {

  static final HandInRule PHOTOS = new HandInRule(Set.of(HandInRule.Kind.FILES), 0, 2);

  private static final List<String> WORDS =
      List.of(
          "All three hold. Draw where the second one bends, and hand it in again.",
          "Clear lines. Say which one you would build.",
          "You found three ways. Mark the load on each.");

  private final HandIns handIns;
  private final FilesOfWork files;
  private final SelfChecks selfChecks;
  private final DemoLooked looked;
  private final Tasks tasks;

  DemoWork(
      HandIns handIns, FilesOfWork files, SelfChecks selfChecks, DemoLooked looked, Tasks tasks) {
    this.handIns = handIns;
    this.files = files;
    this.selfChecks = selfChecks;
    this.looked = looked;
    this.tasks = tasks;
  }

  /** The files that were handed in. */
  List<UUID> files(HandIns.Asked asked) {
    return handIns.ofSection(asked.task(), asked.section()).stream()
        .flatMap(v -> v.files().stream())
        .map(HandedFile::id)
        .toList();
  }

  /**
   * Half of what came is looked at: a level a row, a word, a mark on the page; the first of it is
   * handed back.
   */
  void lookAtHalf(HandIns.Asked asked, UUID teacher, Instant now) {
    TaskView task = tasks.get(asked.task());
    UUID section = asked.section();
    List<HandInVersion> all =
        handIns.ofSection(task.id(), section).stream().filter(v -> v.finding().isEmpty()).toList();
    for (int i = 0; i < all.size() / 2; i++) {
      HandInVersion v = all.get(i);
      looked.give(task, v, teacher, i, WORDS.get(i % WORDS.size()));
    }
    if (!all.isEmpty()) {
      looked.handBack(all.getFirst(), now, LocalDate.ofInstant(now, DemoSchool.ZONE).plusDays(4));
    }
  }

  /**
   * Hands in a photo.
   *
   * @param sketches how many bridges are on it; none is an empty page
   */
  void handIn(HandIns.Asked asked, UUID student, Random random, int sketches) {
    byte[] photo = photo(random, sketches);
    UUID file = files.announce(asked, student, "page.jpg", photo.length, Shape.PHOTO);
    files.receive(file, student, new ByteArrayInputStream(photo));
    handIns.handIn(asked, student, Set.of(), true);
  }

  static HandIns.Asked asked(UUID task, UUID section, Instant due) {
    return new HandIns.Asked(task, section, PHOTOS, due, Optional.empty());
  }

  private static byte[] photo(Random random, int sketches) {
    BufferedImage page = new BufferedImage(900, 1200, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = page.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setPaint(
        new GradientPaint(0, 0, new Color(236, 232, 222), 900, 1200, new Color(205, 203, 198)));
    g.fillRect(0, 0, 900, 1200);
    g.setColor(new Color(70, 70, 74));
    g.setStroke(new BasicStroke(3.2f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    for (int i = 0; i < sketches; i++) {
      bridge(g, random, 120 + random.nextInt(40), 230 + 350 * i, 620 + random.nextInt(60));
    }
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ImageIO.write(page, "jpeg", out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** A deck on two piers, with triangles or an arch above it. */
  private static void bridge(Graphics2D g, Random random, int x, int y, int length) {
    Path2D deck = new Path2D.Double();
    deck.moveTo(x, y);
    for (int i = 1; i <= 12; i++) {
      deck.lineTo(x + i * length / 12.0, y + random.nextGaussian() * 2);
    }
    g.draw(deck);
    for (int pier : new int[] {length / 5, 4 * length / 5}) {
      g.drawLine(x + pier, y, x + pier + random.nextInt(5), y + 90);
    }
    if (random.nextBoolean()) {
      Path2D arch = new Path2D.Double();
      arch.moveTo(x, y);
      arch.quadTo(x + length / 2.0, y - 190 - random.nextInt(40), x + length, y);
      g.draw(arch);
    } else {
      Path2D truss = new Path2D.Double();
      truss.moveTo(x, y);
      for (int i = 1; i <= 8; i++) {
        truss.lineTo(x + i * length / 8.0, (i % 2 == 1 ? y - 100 : y) + random.nextGaussian() * 3);
      }
      g.draw(truss);
      g.drawLine(x + length / 8, y - 100, x + 7 * length / 8, y - 98);
    }
  }
}
