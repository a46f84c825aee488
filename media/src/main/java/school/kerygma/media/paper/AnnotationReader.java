package school.kerygma.media.paper;

import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSNumber;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.Mark.Kind;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.Word;

/**
 * Reads the annotations of a PDF's page as marks (ISO 32000-1, 12.5.6). What is marked for
 * redaction but not redacted yet (ISO 32000-2, 12.5.6.23) is covered.
 */
final class AnnotationReader {

  /** Subjects that this application writes, to tell its own apart. */
  static final String LIGHT = "Light";

  static final String NUMBER = "Number";

  /** The subject of what is filled in. */
  static final String FILLED = "Filled in";

  private static final Set<String> LINES = Set.of("Underline", "Squiggly", "Highlight");
  private static final Set<String> RINGS = Set.of("Square", "Circle", "Polygon");
  private static final Set<String> INKS = Set.of("Ink", "Line", "PolyLine", "StrikeOut");
  private static final Set<String> NOTES = Set.of("FreeText", "Text");

  /** More than this on a page were not made by hand. */
  private static final int MOST = 500;

  private static final double PEN = 1.4;
  private static final int MOST_BOXES = 200;

  private AnnotationReader() {}

  /** Whether an annotation becomes a mark; then it is not part of the picture. */
  static boolean isMark(PDAnnotation annotation) {
    String kind = String.valueOf(annotation.getSubtype());
    if (annotation.isHidden() || annotation.getRectangle() == null) {
      return false;
    }
    return LINES.contains(kind)
        || RINGS.contains(kind)
        || INKS.contains(kind)
        || kind.equals("Redact")
        || NOTES.contains(kind) && !contents(annotation).isBlank();
  }

  static List<Mark> read(PDPage page, Page shown, UUID pageId) throws IOException {
    List<Mark> marks = new ArrayList<>();
    PageSpace space = PageSpace.of(page);
    for (PDAnnotation annotation : page.getAnnotations(AnnotationReader::isMark)) {
      if (marks.size() >= MOST) {
        break;
      }
      try {
        marks.addAll(marks(annotation, space, shown, pageId));
      } catch (IllegalArgumentException e) {
        // One that lies nowhere is none.
      }
    }
    return List.copyOf(marks);
  }

  private static List<Mark> marks(
      PDAnnotation annotation, PageSpace space, Page shown, UUID pageId) {
    String kind = annotation.getSubtype();
    Box around = space.shown(rectangle(annotation));
    if (NOTES.contains(kind)) {
      return List.of(note(annotation, around, shown, pageId));
    }
    if (INKS.contains(kind)) {
      return ink(annotation, kind, space, shown, pageId);
    }
    List<Box> boxes =
        LINES.contains(kind) || kind.equals("Redact") ? quads(annotation, space) : List.of();
    if (boxes.isEmpty()) {
      boxes = List.of(around);
    }
    Kind as =
        switch (kind) {
          case "Redact" -> Kind.COVER;
          case "Highlight" -> LIGHT.equals(subject(annotation)) ? Kind.LIGHT : Kind.UNDERLINE;
          case "Underline", "Squiggly" -> Kind.UNDERLINE;
          default -> Kind.RING;
        };
    String words = words(shown, boxes);
    List<Mark> marks = new ArrayList<>();
    marks.add(Mark.of(as, pageId, boxes, 0, words));
    comment(annotation, words)
        .ifPresent(text -> marks.add(note(text, around.right(), around.y(), shown, pageId)));
    return marks;
  }

  private static Rectangle2D rectangle(PDAnnotation annotation) {
    var r = annotation.getRectangle();
    return new Rectangle2D.Double(
        r.getLowerLeftX(), r.getLowerLeftY(), r.getWidth(), r.getHeight());
  }

  private static Mark note(PDAnnotation annotation, Box around, Page shown, UUID pageId) {
    String text = contents(annotation).strip();
    if (NUMBER.equals(subject(annotation)) && text.matches("[1-9][0-9]?")) {
      // A number stands before what it counts: its disc lies left of these words.
      Box counted = new Box(around.right() + 1, around.y(), 20, around.height());
      return Mark.of(
          Kind.NUMBER,
          pageId,
          List.of(counted),
          Integer.parseInt(text),
          words(shown, List.of(counted)));
    }
    if (FILLED.equals(subject(annotation)) && !text.isEmpty()) {
      return Mark.of(
          Kind.FILLED,
          pageId,
          List.of(around),
          0,
          text.substring(0, Math.min(Mark.LONGEST_NOTE, text.length())));
    }
    return note(text, around.x(), around.y(), shown, pageId);
  }

  private static Mark note(String text, double x, double y, Page shown, UUID pageId) {
    String said =
        text.length() <= Mark.LONGEST_NOTE
            ? text
            : text.substring(0, Mark.LONGEST_NOTE - 1) + "\u2026";
    return Mark.of(Kind.NOTE, pageId, List.of(NoteSlip.at(x, y, said, shown.box())), 0, said);
  }

  /** What somebody wrote about the marked words, if it is not just these words. */
  private static Optional<String> comment(PDAnnotation annotation, String words) {
    String text = contents(annotation).strip();
    return text.isEmpty() || plain(text).equals(plain(words))
        ? Optional.empty()
        : Optional.of(text);
  }

  private static String plain(String text) {
    return text.replaceAll("\\s+", " ").strip();
  }

  private static List<Mark> ink(
      PDAnnotation annotation, String kind, PageSpace space, Page shown, UUID pageId) {
    List<List<Ink.Point>> lines = new ArrayList<>();
    switch (kind) {
      case "Ink" -> {
        if (annotation.getCOSObject().getDictionaryObject(COSName.INKLIST)
            instanceof COSArray all) {
          for (int i = 0; i < all.size(); i++) {
            if (all.getObject(i) instanceof COSArray one) {
              lines.add(points(numbers(one), space, width(annotation)));
            }
          }
        }
      }
      case "StrikeOut" ->
          quads(annotation, space)
              .forEach(
                  b ->
                      lines.add(
                          List.of(
                              new Ink.Point(b.x(), b.centerY(), PEN),
                              new Ink.Point(b.right(), b.centerY(), PEN))));
      case "Line" -> lines.add(points(numbers(annotation, COSName.L), space, width(annotation)));
      default -> lines.add(points(numbers(annotation, COSName.VERTICES), space, width(annotation)));
    }
    List<Mark> marks =
        new ArrayList<>(
            lines.stream()
                .filter(line -> !line.isEmpty() && line.size() <= Ink.MOST_POINTS)
                .map(line -> new Mark.InkLine(pageId, line))
                .toList());
    if (!marks.isEmpty()) {
      Box box = marks.getFirst().boxes().getFirst();
      comment(annotation, words(shown, quads(annotation, space)))
          .ifPresent(text -> marks.add(note(text, box.right(), box.y(), shown, pageId)));
    }
    return marks;
  }

  private static double width(PDAnnotation annotation) {
    var style = annotation.getCOSObject().getCOSDictionary(COSName.BS);
    double width = style == null ? PEN : style.getFloat(COSName.W, (float) PEN);
    return width > 0.1 && width < 20 ? width : PEN;
  }

  private static List<Ink.Point> points(List<Double> numbers, PageSpace space, double width) {
    List<Ink.Point> points = new ArrayList<>();
    for (int i = 0; i + 1 < numbers.size(); i += 2) {
      Point2D p = space.shown(numbers.get(i), numbers.get(i + 1));
      points.add(new Ink.Point(p.getX(), p.getY(), width));
    }
    return points;
  }

  /** The boxes of the words that are marked: eight numbers each, in whatever order. */
  private static List<Box> quads(PDAnnotation annotation, PageSpace space) {
    List<Double> numbers = numbers(annotation, COSName.QUADPOINTS);
    List<Box> boxes = new ArrayList<>();
    for (int i = 0; i + 7 < numbers.size() && boxes.size() < MOST_BOXES; i += 8) {
      Rectangle2D box = new Rectangle2D.Double(numbers.get(i), numbers.get(i + 1), 0, 0);
      for (int k = 2; k < 8; k += 2) {
        box.add(numbers.get(i + k), numbers.get(i + k + 1));
      }
      boxes.add(space.shown(box));
    }
    return boxes;
  }

  private static List<Double> numbers(PDAnnotation annotation, COSName key) {
    return annotation.getCOSObject().getDictionaryObject(key) instanceof COSArray array
        ? numbers(array)
        : List.of();
  }

  private static List<Double> numbers(COSArray array) {
    List<Double> numbers = new ArrayList<>();
    for (int i = 0; i < array.size(); i++) {
      if (array.getObject(i) instanceof COSNumber number) {
        numbers.add((double) number.floatValue());
      }
    }
    return numbers;
  }

  private static String contents(PDAnnotation annotation) {
    String text = annotation.getContents();
    return text == null ? "" : text.replace("\0", "");
  }

  private static String subject(PDAnnotation annotation) {
    return String.valueOf(annotation.getCOSObject().getString(COSName.SUBJ));
  }

  private static String words(Page shown, List<Box> boxes) {
    return Word.text(
        shown.words().stream()
            .filter(
                w -> boxes.stream().anyMatch(b -> b.contains(w.box().centerX(), w.box().centerY())))
            .toList());
  }
}
