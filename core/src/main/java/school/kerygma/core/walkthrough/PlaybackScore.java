package school.kerygma.core.walkthrough;

import java.util.List;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.annotation.Ink;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.annotation.NoteSlip;
import school.kerygma.core.captions.Cue;
import school.kerygma.core.handout.Box;
import school.kerygma.core.voice.TimedWord;

/**
 * A walkthrough compiled for playback: what the player in the browser and the video renderer both
 * read. All times are milliseconds of the program; all places are points of a page. The JSON form
 * is described by {@code docs/formats/score.schema.json}.
 *
 * <p>Long because it is the format: its parts are read side by side.
 *
 * @param format always {@link #FORMAT}
 * @param title the walkthrough's title
 * @param durationMs length in all
 * @param pages the pages that are shown; everything else refers to them by their index
 * @param stops in running order
 * @param camera keyframes in ascending time; between two keys on the same page the view moves
 *     evenly, and two keys at the same time are a cut
 * @param narrow the same for narrow screens ({@link NarrowCamera}); empty in scores of an earlier
 *     format
 * @param pointer the stretches during which the pointer is seen
 * @param marks in the order in which they were made
 * @param cues captions
 * @param words the transcript, word by word
 * @param language of the captions and the transcript, as BCP 47 writes it
 * @param tracks captions in other languages
 * @param pictures moving pictures, in the order of their beginnings
 */
public record PlaybackScore(
    String format,
    String title,
    long durationMs,
    List<ShownPage> pages,
    List<StopPart> stops,
    List<CameraKey> camera,
    List<CameraKey> narrow,
    List<PointerTrack> pointer,
    List<MarkShown> marks,
    List<Cue> cues,
    List<TimedWord> words,
    String language,
    List<Track> tracks,
    List<PictureShown> pictures) {

  public static final String FORMAT = "kerygma-score/8";

  /** In what is spoken where nobody says another. */
  public static final String ENGLISH = "en";

  public PlaybackScore {
    narrow = Objects.requireNonNullElse(narrow, List.of());
    language = Objects.requireNonNullElse(language, ENGLISH);
    tracks = Objects.requireNonNullElse(tracks, List.of());
    pictures = Objects.requireNonNullElse(pictures, List.of());
  }

  /** As it is compiled: what is spoken alone, in English. */
  public PlaybackScore(
      String format,
      String title,
      long durationMs,
      List<ShownPage> pages,
      List<StopPart> stops,
      List<CameraKey> camera,
      List<CameraKey> narrow,
      List<PointerTrack> pointer,
      List<MarkShown> marks,
      List<Cue> cues,
      List<TimedWord> words) {
    this(
        format,
        title,
        durationMs,
        pages,
        stops,
        camera,
        narrow,
        pointer,
        marks,
        cues,
        words,
        ENGLISH,
        List.of(),
        List.of());
  }

  /**
   * Captions in another language than the one that is spoken.
   *
   * @param language as BCP 47 writes it
   */
  public record Track(String language, List<TrackCue> cues) {

    /**
     * What is written in the language, for players that know nothing of stops.
     *
     * @param notChecked what stands over captions that are for other words than those said now
     */
    public List<Cue> written(String notChecked) {
      return cues.stream()
          .filter(c -> !c.spoken())
          .map(c -> c.unchecked() ? marked(c.cue(), notChecked) : c.cue())
          .toList();
    }
  }

  /**
   * One of them.
   *
   * @param unchecked whether other words are said now than those that it was written for
   * @param spoken whether it is in what is spoken: nobody has written it in the other language yet
   */
  public record TrackCue(
      long startMs, long endMs, List<String> lines, boolean unchecked, boolean spoken) {

    Cue cue() {
      return new Cue(startMs, endMs, lines);
    }
  }

  /** The same with other captions. */
  public PlaybackScore captioned(
      List<StopPart> parts, List<Cue> captions, String spoken, List<Track> others) {
    return new PlaybackScore(
        format,
        title,
        durationMs,
        pages,
        parts,
        camera,
        narrow,
        pointer,
        marks,
        captions,
        words,
        spoken,
        others,
        pictures);
  }

  /** The same with other marks. */
  PlaybackScore marked(List<MarkShown> others) {
    return new PlaybackScore(
        format,
        title,
        durationMs,
        pages,
        stops,
        camera,
        narrow,
        pointer,
        others,
        cues,
        words,
        language,
        tracks,
        pictures);
  }

  /** The same with a camera for narrow screens. */
  PlaybackScore narrowed(List<CameraKey> keys) {
    return new PlaybackScore(
        format,
        title,
        durationMs,
        pages,
        stops,
        camera,
        keys,
        pointer,
        marks,
        cues,
        words,
        language,
        tracks,
        pictures);
  }

  /** The same with moving pictures. */
  PlaybackScore pictured(List<PictureShown> others) {
    return new PlaybackScore(
        format,
        title,
        durationMs,
        pages,
        stops,
        camera,
        narrow,
        pointer,
        marks,
        cues,
        words,
        language,
        tracks,
        others);
  }

  /**
   * Moving pictures and when they are seen.
   *
   * @param file that they are in
   * @param kind lower-case name of the {@link TraceEvent.PictureKind}
   * @param page index of the page that they are seen as, or {@link #OVER}
   * @param place where on the stage, 1600 wide and 900 high, if they lie over it
   * @param startMs when they are seen first
   * @param endMs when they are seen no more
   * @param fromMs the moment of the file that is seen first
   * @param still whether that moment is held
   */
  public record PictureShown(
      UUID file,
      String kind,
      int page,
      @Nullable Box place,
      long startMs,
      long endMs,
      long fromMs,
      boolean still) {

    /** They lie over the stage and are no page. */
    public static final int OVER = -1;
  }

  /** A mark comes in over so many milliseconds; ink as long as it took to draw it. */
  public static final long MARK_DRAW_MS = 250;

  /** A page that is shown. */
  public record ShownPage(UUID id, double width, double height) {}

  /**
   * A stop as it is played.
   *
   * @param id the stop
   * @param number from 1, its place in the script
   * @param title its short name
   * @param startMs first millisecond
   * @param endMs first millisecond after it
   * @param unchecked whether it was said again after its words were written, so that its captions
   *     may say what nobody said; not in scores made before this was known
   * @param spoken what is known of what was said
   * @param beginsPart whether a part of a long walkthrough begins with it
   */
  public record StopPart(
      UUID id,
      int number,
      String title,
      long startMs,
      long endMs,
      boolean unchecked,
      Spoken spoken,
      boolean beginsPart) {

    public StopPart {
      spoken = Objects.requireNonNullElse(spoken, Spoken.UNKNOWN);
    }

    /** Whether it plays at a moment. */
    public boolean plays(long atMs) {
      return startMs <= atMs && atMs < endMs;
    }

    /** The same, whose captions have been read. */
    public StopPart read() {
      return new StopPart(id, number, title, startMs, endMs, false, spoken, beginsPart);
    }
  }

  /**
   * What is known of what was said in a stop.
   *
   * @param heard whether its words stand where they were heard; else their places are an estimate
   * @param leftOut sentences of the script that nobody said
   * @param added what is said and not written
   */
  public record Spoken(boolean heard, List<String> leftOut, List<Added> added) {

    /**
     * Something that is said and not written.
     *
     * @param draft what it may be; empty if nobody tried to hear it
     * @param after the sentence of the script that is said before it; empty at the beginning
     */
    public record Added(long startMs, long endMs, String draft, String after) {}

    public static final Spoken UNKNOWN = new Spoken(false, List.of(), List.of());

    /**
     * All drafts of what was added; an ellipsis if something was added and nobody tried to hear it.
     */
    public String draft() {
      String drafts =
          String.join(" ", added.stream().map(Added::draft).filter(d -> !d.isBlank()).toList());
      return drafts.isEmpty() && !added.isEmpty() ? "\u2026" : drafts;
    }

    public Spoken {
      leftOut = List.copyOf(leftOut);
      added = List.copyOf(added);
    }
  }

  /**
   * The captions for players that know nothing of stops.
   *
   * @param notChecked what stands over captions that may say what nobody said
   */
  public List<Cue> spokenCues(String notChecked) {
    return cues.stream()
        .map(
            c ->
                stops.stream().noneMatch(s -> s.unchecked() && s.plays(c.startMs()))
                    ? c
                    : marked(c, notChecked))
        .toList();
  }

  private static Cue marked(Cue cue, String notChecked) {
    return new Cue(
        cue.startMs(),
        cue.endMs(),
        Stream.concat(Stream.of(notChecked), cue.lines().stream()).toList());
  }

  /** Where the camera is at a moment. */
  public record CameraKey(long atMs, int page, Box view) {}

  /** The pointer on one page: it moves evenly between its points and is seen from first to last. */
  public record PointerTrack(int page, List<PointerKey> keys) {}

  /** Where the pointer is at a moment. */
  public record PointerKey(long atMs, double x, double y) {}

  /**
   * A mark and when it is seen.
   *
   * @param kind lower-case name of the {@link Mark.Kind}
   * @param page index of the page
   * @param startMs when it begins to be drawn
   * @param endMs when it is gone
   * @param drawMs how long it takes to draw it; 0 if it is there from the start
   * @param boxes what it marks; of a note its slip
   * @param number what a number mark says, otherwise 0
   * @param words the words it marks; of a note its lines, a line break between two
   * @param ink the line of an ink mark
   * @param badge where what a number mark says stands on the page; nothing if it has no place off
   *     the letters, and in scores made before this was known
   */
  public record MarkShown(
      String kind,
      int page,
      long startMs,
      long endMs,
      long drawMs,
      List<Box> boxes,
      int number,
      String words,
      List<Ink.Point> ink,
      @Nullable Box badge) {

    /**
     * A mark as players draw it.
     *
     * @param page index of its page
     */
    public static MarkShown of(Mark mark, int page, long startMs, long endMs, long drawMs) {
      return new MarkShown(
          mark.kind().written(),
          page,
          startMs,
          endMs,
          drawMs,
          mark.boxes(),
          mark.number(),
          mark instanceof Mark.Note note
              ? String.join("\n", NoteSlip.lines(note.words()))
              : mark.words(),
          mark.ink(),
          null);
    }

    /** What holds for it. */
    public Mark.Kind is() {
      return Mark.Kind.named(kind).orElseThrow();
    }

    /** This mark with other words. */
    public MarkShown saying(String other) {
      return new MarkShown(kind, page, startMs, endMs, drawMs, boxes, number, other, ink, badge);
    }

    /** This mark with its badge in a place. */
    MarkShown badgeAt(Box place) {
      return new MarkShown(kind, page, startMs, endMs, drawMs, boxes, number, words, ink, place);
    }
  }
}
