package school.kerygma.app.paper.marking;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.store.MediaStore;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.PageGone;
import school.kerygma.app.paper.papers.PageReading;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.annotation.Covers;
import school.kerygma.media.paper.CoveredPicture;
import school.kerygma.media.paper.PagePng;

/**
 * The pictures of pages: the whole one for the teacher whose paper it is, and for everybody else
 * the one from which all that is covered is taken away.
 */
@Service
@Transactional(readOnly = true)
public class PagePictures {

  /**
   * A picture.
   *
   * @param version changes with what is covered
   */
  public record Picture(Resource bytes, MediaType type, String version) {}

  private final Handouts handouts;
  private final Marks marks;
  private final MediaStore store;

  PagePictures(Handouts handouts, Marks marks, MediaStore store) {
    this.handouts = handouts;
    this.marks = marks;
    this.store = store;
  }

  private static String covered(UUID page, PageReading.Size size, Covers covers) {
    return PageReading.picture(page, size) + "-" + version(covers);
  }

  private static String version(Covers covers) {
    byte[] what = covers.boxes().toString().getBytes(StandardCharsets.UTF_8);
    return UUID.nameUUIDFromBytes(what).toString();
  }

  @EventListener
  void on(PageGone gone) {
    forget(gone.page());
  }

  /** Removes what was made for the covers that a page has now; they are about to change. */
  void forget(UUID page) {
    Covers covers = marks.covers(page);
    for (PageReading.Size size : PageReading.Size.values()) {
      store.delete(covered(page, size, covers));
    }
  }

  /** The whole picture, for the eyes of its teacher only. */
  Picture whole(UUID page, PageReading.Size size) {
    return new Picture(stored(PageReading.picture(page, size)), type(page), "whole");
  }

  /** The picture as it leaves the teacher's side. */
  public Picture open(UUID page, PageReading.Size size) {
    Covers covers = marks.covers(page);
    if (covers.isEmpty()) {
      return new Picture(stored(PageReading.picture(page, size)), type(page), "open");
    }
    String name = covered(page, size, covers);
    Resource bytes = store.find(name).orElseGet(() -> made(page, size, covers, name));
    return new Picture(bytes, type(page), version(covers));
  }

  private Resource made(UUID page, PageReading.Size size, Covers covers, String name) {
    double width =
        Optional.ofNullable(handouts.pages(List.of(page)).get(page))
            .map(PageView::width)
            .orElseThrow(Problem::notFound);
    try (InputStream in = stored(PageReading.picture(page, size)).getInputStream()) {
      BufferedImage whole = ImageIO.read(in);
      store.put(
          name,
          new ByteArrayInputStream(
              encoded(
                  CoveredPicture.of(whole, width, covers.boxes()), handouts.isPhotograph(page))));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return stored(name);
  }

  private Resource stored(String name) {
    return store.find(name).orElseThrow(Problem::notFound);
  }

  private MediaType type(UUID page) {
    return handouts.isPhotograph(page) ? MediaType.IMAGE_JPEG : MediaType.IMAGE_PNG;
  }

  private static byte[] encoded(BufferedImage image, boolean photograph) throws IOException {
    if (!photograph) {
      return PagePng.write(image);
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    ImageIO.write(image, "jpeg", bytes);
    return bytes.toByteArray();
  }
}
