package school.kerygma.media.paper;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/** Sets a page of the application as a paper. */
public final class HtmlPaper {

  /** Faces that are installed with what opens office papers; without them the PDF's own serve. */
  private static final Path FACES = Path.of("/usr/share/fonts/truetype/liberation2");

  /** The name under which a style asks for the face. */
  public static final String FACE = "Kerygma Sans";

  private HtmlPaper() {}

  /**
   * Writes a PDF.
   *
   * @param xhtml well-formed, with its style in it; nothing is fetched from anywhere
   * @throws IOException if it cannot be set or written
   */
  public static void write(String xhtml, OutputStream to) throws IOException {
    PdfRendererBuilder builder = new PdfRendererBuilder();
    face(builder, "LiberationSans-Regular.ttf", 400);
    face(builder, "LiberationSans-Bold.ttf", 700);
    builder.useUriResolver((base, uri) -> null);
    builder.withHtmlContent(xhtml, null);
    builder.toStream(to);
    builder.run();
  }

  private static void face(PdfRendererBuilder builder, String file, int weight) {
    Path face = FACES.resolve(file);
    if (Files.isReadable(face)) {
      builder.useFont(face.toFile(), FACE, weight, FontStyle.NORMAL, true);
    }
  }
}
