package school.kerygma.app.handouts;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.problems.Problem;
import school.kerygma.app.store.MediaStore;
import school.kerygma.core.annotation.Covers;
import school.kerygma.media.paper.CoveredPicture;

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

  private final Handout.PageRepository pages;
  private final Marks marks;
  private final MediaStore store;

  PagePictures(Handout.PageRepository pages, Marks marks, MediaStore store) {
    this.pages = pages;
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
    Handout.PageEntity of = pages.whole(page).orElseThrow(Problem::notFound);
    try (InputStream in = stored(PageReading.picture(page, size)).getInputStream()) {
      BufferedImage whole = ImageIO.read(in);
      store.put(
          name,
          new ByteArrayInputStream(
              PageReading.encoded(
                  CoveredPicture.of(whole, of.width(), covers.boxes()), photograph(of))));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return stored(name);
  }

  private Resource stored(String name) {
    return store.find(name).orElseThrow(Problem::notFound);
  }

  private MediaType type(UUID page) {
    return photograph(pages.whole(page).orElseThrow(Problem::notFound))
        ? MediaType.IMAGE_JPEG
        : MediaType.IMAGE_PNG;
  }

  private static boolean photograph(Handout.PageEntity page) {
    return page.edition().mediaType().equals("image/jpeg");
  }
}
