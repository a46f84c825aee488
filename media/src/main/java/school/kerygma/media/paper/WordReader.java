package school.kerygma.media.paper;

import java.io.IOException;
import java.io.StringWriter;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType3Font;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.BrokenWords;
import school.kerygma.core.handout.RightToLeft;
import school.kerygma.core.handout.Word;

/**
 * Reads the words of one page with their boxes. The page is read unturned, then the boxes are
 * turned as the page is shown; if most of its text only stands upright when the page is turned, it
 * is read turned. A box reaches from the baseline up and down by fixed shares of the font size, so
 * that all words of a line are equally high.
 */
final class WordReader extends PDFTextStripper {

  static final double ASCENT = 0.76;
  static final double DESCENT = 0.22;

  /** The Latin ligatures of Unicode's Alphabetic Presentation Forms. */
  private static final Pattern LIGATURES = Pattern.compile("[\\uFB00-\\uFB06]");

  /** Raised letters are smaller than this share of those that they stand at. */
  private static final double SMALLER = 0.85;

  /** They stand higher by this share. */
  private static final double RAISED = 0.15;

  /** Glyphs with more room between them than this share of their size are no word. */
  private static final double APART = 0.6;

  private static final Pattern RAISES = Pattern.compile("[\\p{Nd}*\u2020\u2021]");

  private final List<Word> words = new ArrayList<>();
  private final StringBuilder text = new StringBuilder();
  private final List<TextPosition> glyphs = new ArrayList<>();

  private final int turn;

  /** Glyphs that stand upright as the page is read, and all. */
  private int upright;

  private int all;

  private WordReader(int turn) {
    this.turn = turn;
    setSortByPosition(false);
    setSuppressDuplicateOverlappingText(true);
  }

  static List<Word> read(PDDocument document, int number) throws IOException {
    PDPage page = document.getPage(number - 1);
    int turn = page.getRotation();
    PDRectangle box = page.getCropBox();
    WordReader unturned = run(document, page, number, 0);
    if (turn != 0 && unturned.upright * 2 < unturned.all) {
      return ordered(
          run(document, page, number, turn).words.stream()
              .filter(w -> seen(w.box(), turn, box))
              .toList());
    }
    return ordered(
        unturned.words.stream()
            .map(w -> new Word(w.text(), turned(w.box(), turn, box.getWidth(), box.getHeight())))
            .filter(w -> seen(w.box(), turn, box))
            .toList());
  }

  private static List<Word> ordered(List<Word> words) {
    return BrokenWords.marked(RightToLeft.ordered(words));
  }

  private static WordReader run(PDDocument document, PDPage page, int number, int turn)
      throws IOException {
    int before = page.getRotation();
    page.setRotation(turn);
    try {
      WordReader reader = new WordReader(turn);
      reader.setStartPage(number);
      reader.setEndPage(number);
      reader.writeText(document, new StringWriter());
      return reader;
    } finally {
      page.setRotation(before);
    }
  }

  private static boolean seen(Box box, int turn, PDRectangle page) {
    double width = turn % 180 == 0 ? page.getWidth() : page.getHeight();
    double height = turn % 180 == 0 ? page.getHeight() : page.getWidth();
    return box.overlaps(new Box(0, 0, width, height));
  }

  private static Box turned(Box b, int turn, double width, double height) {
    return switch (Math.floorMod(turn, 360)) {
      case 90 -> new Box(height - b.bottom(), b.x(), b.height(), b.width());
      case 180 -> new Box(width - b.right(), height - b.bottom(), b.width(), b.height());
      case 270 -> new Box(b.y(), width - b.right(), b.height(), b.width());
      default -> b;
    };
  }

  @Override
  protected void writeString(String line, List<TextPosition> positions) {
    for (TextPosition glyph : positions) {
      String letters = glyph.getUnicode();
      if (letters == null || isBlank(letters)) {
        endWord();
      } else {
        if (isRaised(glyph, letters) || isElsewhere(glyph)) {
          endWord();
        }
        text.append(letters);
        glyphs.add(glyph);
        all++;
        upright += isUpright(glyph) ? 1 : 0;
      }
    }
    endWord();
  }

  /**
   * Whether a glyph is the number of a footnote, or an exponent: a word of its own after the one
   * that it stands at. The letters of "16th" stay with it.
   */
  private boolean isRaised(TextPosition glyph, String letters) {
    if (glyphs.isEmpty() || !isUpright(glyph)) {
      return false;
    }
    TextPosition last = glyphs.getLast();
    double size = size(last);
    double up = last.getY() - glyph.getY();
    boolean raised = size(glyph) < SMALLER * size && up > RAISED * size;
    return raised && RAISES.matcher(letters).matches();
  }

  /** Whether a glyph stands apart from the one before it, to whichever side the text runs. */
  private boolean isElsewhere(TextPosition glyph) {
    if (glyphs.isEmpty() || !isUpright(glyph)) {
      return false;
    }
    TextPosition last = glyphs.getLast();
    double right = glyph.getX() - last.getX() - last.getWidth();
    double left = last.getX() - glyph.getX() - glyph.getWidth();
    return Math.max(right, left) > APART * size(last);
  }

  /** The letters of a word that is read from right to left, but drawn from left to right. */
  private void turnAround() {
    String letters = text.toString();
    boolean rightToLeft =
        RightToLeft.runsLeft(letters) && letters.codePoints().noneMatch(Character::isDigit);
    boolean drawnLeftToRight =
        glyphs.size() > 1 && glyphs.getLast().getX() > glyphs.getFirst().getX();
    if (rightToLeft && drawnLeftToRight) {
      text.setLength(0);
      glyphs.reversed().forEach(g -> text.append(g.getUnicode()));
    }
  }

  /** Spaces that do not break are spaces too (Unicode, category Zs). */
  private static boolean isBlank(String letters) {
    return letters
        .codePoints()
        .allMatch(c -> Character.isWhitespace(c) || Character.isSpaceChar(c));
  }

  private void endWord() {
    turnAround();
    if (!glyphs.isEmpty() && !isBlank(text.toString())) {
      List<Box> boxes = glyphs.stream().map(this::box).flatMap(Optional::stream).toList();
      if (!boxes.isEmpty()) {
        words.add(new Word(plain(text), Box.around(boxes)));
      }
    }
    text.setLength(0);
    glyphs.clear();
  }

  /** Letters as they are typed: ligatures taken apart, accents with their letters. */
  private static String plain(CharSequence letters) {
    return LIGATURES
        .matcher(Normalizer.normalize(letters, Normalizer.Form.NFC))
        .replaceAll(m -> Normalizer.normalize(m.group(), Normalizer.Form.NFKC));
  }

  private boolean isUpright(TextPosition glyph) {
    return Math.floorMod(Math.round(glyph.getDir()) - turn, 360) == 0;
  }

  /**
   * The font's size on the page, by the text rendering matrix (ISO 32000-2, 9.4.4): a page may be
   * scaled as a whole, and its text small. A Type 3 font has an em of its own, of which only its
   * box tells.
   */
  private static double size(TextPosition glyph) {
    double scale = Math.abs(glyph.getYScale());
    if (!(glyph.getFont() instanceof PDType3Font own)) {
      return scale;
    }
    double box = own.getBoundingBox() == null ? 0 : own.getBoundingBox().getHeight();
    double em = Math.abs(own.getFontMatrix().getScaleY()) * box;
    if (em > 0) {
      return em * scale;
    }
    return glyph.getHeight() > 0 ? glyph.getHeight() / ASCENT : scale;
  }

  private Optional<Box> box(TextPosition glyph) {
    double size = size(glyph);
    double width = glyph.getWidth();
    double height = isUpright(glyph) ? size : glyph.getHeight();
    if (!(size > 0) || !(width > 0) && !(height > 0)) {
      return Optional.empty();
    }
    double x = glyph.getX();
    double baseline = glyph.getY();
    if (isUpright(glyph)) {
      return Optional.of(
          Box.between(
              x, baseline - ASCENT * size, x + Math.max(width, 0.01), baseline + DESCENT * size));
    }
    // Text set at an angle: a square of the font size around its origin is near enough to mark it.
    return Optional.of(
        Box.between(x - size / 2, baseline - size / 2, x + size / 2, baseline + size / 2));
  }
}
