package school.kerygma.media.paper;

import java.awt.geom.Point2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationFreeText;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationHighlight;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationInk;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationMarkup;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationSquare;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationTextMarkup;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationUnderline;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDBorderStyleDictionary;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** Writes marks as the annotations of ISO 32000-1, 12.5.6, each with its appearance. */
final class AnnotationWriter {

  private static final PDColor PLUM = rgb(0x5B, 0x3A, 0x5E);
  private static final PDColor STRAW = rgb(0xF2, 0xDF, 0x9B);

  /** Air between words and the ring around them, and the thickness of lines, in points. */
  private static final double AIR = 3;

  private static final float LINE = 1.9f;
  private static final double DISC = 16;

  private AnnotationWriter() {}

  private static PDColor rgb(int red, int green, int blue) {
    return new PDColor(new float[] {red / 255f, green / 255f, blue / 255f}, PDDeviceRGB.INSTANCE);
  }

  static void write(PDDocument document, PDPage page, List<NamedMark> marks) throws IOException {
    PageSpace space = PageSpace.of(page);
    List<PDAnnotation> all = new ArrayList<>(page.getAnnotations());
    Covers covers = Covers.of(marks.stream().map(NamedMark::mark).toList());
    for (NamedMark named : marks) {
      if (named.mark().kind().isShown()) {
        PDAnnotationMarkup annotation = annotation(named.mark(), space);
        annotation.setAnnotationName(named.name());
        annotation.setContents(said(named.mark(), covers));
        annotation.setPrinted(true);
        annotation.setPage(page);
        annotation.constructAppearances(document);
        all.add(annotation);
      }
    }
    page.setAnnotations(all);
  }

  private static String said(Mark mark, Covers covers) {
    return mark instanceof Mark.Number number ? "" + number.number() : covers.open(mark).words();
  }

  private static PDAnnotationMarkup annotation(Mark mark, PageSpace space) {
    return switch (mark) {
      case Mark.Ring _ -> {
        PDAnnotationSquare ring = new PDAnnotationSquare();
        ring.setRectangle(space.user(Box.around(mark.boxes()).grownBy(AIR)));
        ring.setColor(PLUM);
        ring.setBorderStyle(border(LINE));
        yield ring;
      }
      case Mark.Underline _ -> words(new PDAnnotationUnderline(), mark, space, PLUM);
      case Mark.Light _ -> {
        PDAnnotationTextMarkup light = words(new PDAnnotationHighlight(), mark, space, STRAW);
        light.setSubject(AnnotationReader.LIGHT);
        yield light;
      }
      case Mark.Number _ -> {
        Box words = mark.boxes().getFirst();
        Box disc = new Box(words.x() - DISC - 1, words.centerY() - DISC / 2, DISC, DISC);
        PDAnnotationFreeText number = text(space.user(disc), 11);
        number.setSubject(AnnotationReader.NUMBER);
        yield number;
      }
      case Mark.FilledIn filled -> {
        Box line = filled.line();
        PDAnnotationFreeText text =
            text(
                space.user(line),
                (int) Math.max(4, Math.round(line.height() * Mark.FilledIn.LETTERS)));
        text.setSubject(AnnotationReader.FILLED);
        text.setBorderStyle(border(0));
        yield text;
      }
      case Mark.Note _ -> text(space.user(mark.boxes().getFirst()), 9);
      case Mark.InkLine _ -> ink(mark, space);
      case Mark.Cover _ -> throw new IllegalArgumentException("A cover is no annotation");
    };
  }

  private static PDBorderStyleDictionary border(float width) {
    PDBorderStyleDictionary border = new PDBorderStyleDictionary();
    border.setWidth(width);
    return border;
  }

  /** A quadrilateral for every line, its corners in the order that readers expect: like a Z. */
  private static PDAnnotationTextMarkup words(
      PDAnnotationTextMarkup annotation, Mark mark, PageSpace space, PDColor color) {
    float[] quads = new float[8 * mark.boxes().size()];
    int at = 0;
    for (Box b : mark.boxes()) {
      for (Point2D corner :
          List.of(
              space.user(b.x(), b.y()),
              space.user(b.right(), b.y()),
              space.user(b.x(), b.bottom()),
              space.user(b.right(), b.bottom()))) {
        quads[at++] = (float) corner.getX();
        quads[at++] = (float) corner.getY();
      }
    }
    annotation.setQuadPoints(quads);
    annotation.setRectangle(space.user(Box.around(mark.boxes()).grownBy(1)));
    annotation.setColor(color);
    return annotation;
  }

  private static PDAnnotationFreeText text(PDRectangle place, int size) {
    PDAnnotationFreeText text = new PDAnnotationFreeText();
    text.setRectangle(place);
    text.setDefaultAppearance("/Helv " + size + " Tf 0.357 0.227 0.369 rg");
    text.setColor(rgb(0xFF, 0xFF, 0xFF));
    text.setBorderStyle(border(1));
    return text;
  }

  private static PDAnnotationInk ink(Mark mark, PageSpace space) {
    PDAnnotationInk ink = new PDAnnotationInk();
    float[] line = new float[2 * mark.ink().size()];
    int at = 0;
    double width = 0;
    for (Ink.Point p : mark.ink()) {
      Point2D user = space.user(p.x(), p.y());
      line[at++] = (float) user.getX();
      line[at++] = (float) user.getY();
      width += p.width() / mark.ink().size();
    }
    ink.setInkList(new float[][] {line});
    ink.setRectangle(space.user(mark.boxes().getFirst().grownBy(1)));
    ink.setColor(PLUM);
    ink.setBorderStyle(border((float) width)); // An annotation's line is equally wide throughout.
    return ink;
  }
}
