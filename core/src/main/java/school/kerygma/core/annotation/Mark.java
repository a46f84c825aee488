package school.kerygma.core.annotation;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import school.kerygma.core.handout.Box;

/**
 * One annotation on a page: a record for each kind. What holds for a kind stands in {@link Kind};
 * compiler, page, PDF and browser ask it there.
 */
public sealed interface Mark {

  /** The kinds, with what holds for each. Written in lower case in files and in storage. */
  enum Kind {
    /** A line around the words. */
    RING(true),
    /** A line under every line of the words. */
    UNDERLINE(true),
    /** A disc with a number before the words. */
    NUMBER(true),
    /** All but the words is dimmed. */
    LIGHT(true),
    /** The words and what is drawn there are taken away from all that leaves the teacher's side. */
    COVER(true),
    /** One line of a pen. */
    INK(false),
    /** A slip with some words of the teacher's own. */
    NOTE(false),
    /** Words of the teacher's own in a blank, a line or a cell. */
    FILLED(false);

    private final boolean quotes;

    Kind(boolean quotes) {
      this.quotes = quotes;
    }

    /** Whether its words are the page's own: such words are not given out from under a cover. */
    public boolean quotes() {
      return quotes;
    }

    /** Whether a page has one of it at a time, the newest. */
    public boolean isOneAPage() {
      return this == LIGHT;
    }

    /** Whether it is shown to others than the page's teacher; a cover is what is not there. */
    public boolean isShown() {
      return this != COVER;
    }

    /** Whether it lies beneath all others: it changes the whole page. */
    public boolean isBeneath() {
      return this == LIGHT;
    }

    /** As it is written in files. */
    public String written() {
      return name().toLowerCase(Locale.ROOT);
    }

    /** The kind that is written so. */
    public static Optional<Kind> named(String written) {
      return Arrays.stream(values()).filter(k -> k.written().equals(written)).findFirst();
    }
  }

  record Ring(UUID pageId, List<Box> boxes, String words) implements Mark {
    public Ring {
      boxes = checked(boxes);
    }

    @Override
    public Kind kind() {
      return Kind.RING;
    }
  }

  record Underline(UUID pageId, List<Box> boxes, String words) implements Mark {
    public Underline {
      boxes = checked(boxes);
    }

    @Override
    public Kind kind() {
      return Kind.UNDERLINE;
    }
  }

  /**
   * A number before words.
   *
   * @param number 1 to 99
   */
  record Number(UUID pageId, List<Box> boxes, int number, String words) implements Mark {
    public Number {
      boxes = checked(boxes);
      if (number < 1 || number > 99) {
        throw new IllegalArgumentException("A NUMBER mark cannot say " + number);
      }
    }

    @Override
    public Kind kind() {
      return Kind.NUMBER;
    }
  }

  record Light(UUID pageId, List<Box> boxes, String words) implements Mark {
    public Light {
      boxes = checked(boxes);
    }

    @Override
    public Kind kind() {
      return Kind.LIGHT;
    }
  }

  record Cover(UUID pageId, List<Box> boxes, String words) implements Mark {
    public Cover {
      boxes = checked(boxes);
    }

    @Override
    public Kind kind() {
      return Kind.COVER;
    }
  }

  /**
   * A line of a pen.
   *
   * @param ink at least one point
   */
  record InkLine(UUID pageId, List<Ink.Point> ink) implements Mark {
    public InkLine {
      if (ink.isEmpty()) {
        throw new IllegalArgumentException("Ink has a line");
      }
      ink = List.copyOf(ink);
    }

    @Override
    public Kind kind() {
      return Kind.INK;
    }

    @Override
    public List<Box> boxes() {
      return List.of(Ink.box(ink));
    }

    @Override
    public String words() {
      return "";
    }
  }

  /**
   * A slip.
   *
   * @param slip where it lies
   * @param words what it says, 1 to {@link #LONGEST_NOTE} characters
   */
  record Note(UUID pageId, Box slip, String words) implements Mark {
    public Note {
      if (words.isBlank() || words.length() > LONGEST_NOTE) {
        throw new IllegalArgumentException("A note says something, in at most 300 characters");
      }
    }

    @Override
    public Kind kind() {
      return Kind.NOTE;
    }

    @Override
    public List<Box> boxes() {
      return List.of(slip);
    }
  }

  /**
   * Words that are filled in, in one line.
   *
   * @param line where they stand; its height says how large they are
   * @param words 1 to {@link #LONGEST_NOTE} characters
   */
  record FilledIn(UUID pageId, Box line, String words) implements Mark {

    /** The size of the letters, as a share of the height of the line. */
    public static final double LETTERS = 0.72;

    /** Where the letters stand, as a share of the height of the line from its top. */
    public static final double BASELINE = 0.78;

    public FilledIn {
      if (words.isBlank() || words.length() > LONGEST_NOTE) {
        throw new IllegalArgumentException("What is filled in says something, in 300 characters");
      }
    }

    @Override
    public Kind kind() {
      return Kind.FILLED;
    }

    @Override
    public List<Box> boxes() {
      return List.of(line);
    }
  }

  /** The longest note, in characters. */
  int LONGEST_NOTE = 300;

  private static List<Box> checked(List<Box> boxes) {
    if (boxes.isEmpty() || boxes.size() > 200) {
      throw new IllegalArgumentException("A mark covers 1 to 200 boxes, not " + boxes.size());
    }
    return List.copyOf(boxes);
  }

  Kind kind();

  /** The page it is on. */
  UUID pageId();

  /** What it marks, in points of the page; at least one. */
  List<Box> boxes();

  /** The words it marks, for those who cannot see it; of a note what it says; may be empty. */
  String words();

  /** What a number mark says; 0 for the other kinds. */
  default int number() {
    return 0;
  }

  /** The line of ink; empty for the other kinds. */
  default List<Ink.Point> ink() {
    return List.of();
  }

  /** Whether it takes the place of one that was there before. */
  default boolean replaces(Mark before) {
    return kind().isOneAPage() && before.kind() == kind() && before.pageId().equals(pageId());
  }

  /** This mark with other words; ink says nothing. */
  default Mark saying(String other) {
    return of(kind(), pageId(), boxes(), number(), other, ink());
  }

  /** This mark around other places. */
  default Mark on(UUID page, List<Box> other) {
    return of(kind(), page, other, number(), words(), ink());
  }

  /** This mark elsewhere, as it is drawn. */
  default Mark moved(UUID page, double dx, double dy) {
    return of(
        kind(),
        page,
        boxes().stream().map(b -> new Box(b.x() + dx, b.y() + dy, b.width(), b.height())).toList(),
        number(),
        words(),
        ink().stream().map(p -> new Ink.Point(p.x() + dx, p.y() + dy, p.width())).toList());
  }

  /**
   * A mark as it is written in files and in storage.
   *
   * @param number 0 for all but number marks
   * @param ink empty for all but ink, of which only this is read
   * @throws IllegalArgumentException without a box, or with a number, ink or no words where they do
   *     not belong
   */
  static Mark of(
      Kind kind, UUID pageId, List<Box> boxes, int number, String words, List<Ink.Point> ink) {
    if (kind != Kind.NUMBER && number != 0) {
      throw new IllegalArgumentException("A " + kind + " mark cannot say " + number);
    }
    if (kind != Kind.INK && !ink.isEmpty()) {
      throw new IllegalArgumentException("Only ink has a line, not " + kind);
    }
    return switch (kind) {
      case RING -> new Ring(pageId, boxes, words);
      case UNDERLINE -> new Underline(pageId, boxes, words);
      case NUMBER -> new Number(pageId, boxes, number, words);
      case LIGHT -> new Light(pageId, boxes, words);
      case COVER -> new Cover(pageId, boxes, words);
      case INK -> new InkLine(pageId, ink);
      case NOTE -> new Note(pageId, checked(boxes).getFirst(), words);
      case FILLED -> new FilledIn(pageId, checked(boxes).getFirst(), words);
    };
  }

  /** A mark without ink. */
  static Mark of(Kind kind, UUID pageId, List<Box> boxes, int number, String words) {
    return of(kind, pageId, boxes, number, words, List.of());
  }
}
