package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A file of captions as somebody brings it in: WebVTT or SubRip. It is read strictly, and what is
 * wrong is said with its line: players pass over what they do not understand, and nobody would see
 * that captions are missing. Tags, settings, styles and comments are passed over; captions without
 * words are none.
 *
 * @param cues in order of their beginnings
 */
public record CaptionFile(List<Cue> cues) {

  /** What is wrong with a file. */
  public enum Fault {
    /** Neither WebVTT nor SubRip. */
    NO_CAPTIONS,
    /** A line of times was expected, or one is not written as it should be. */
    TIMES,
    /** A caption ends before it begins. */
    BACKWARDS
  }

  /** A file that cannot be taken. */
  public static final class Unreadable extends RuntimeException {

    private final Fault fault;
    private final int line;
    private final String text;

    Unreadable(Fault fault, int line, String text) {
      super(fault + " in line " + line + ": " + text);
      this.fault = fault;
      this.line = line;
      this.text = text.length() > MOST_SHOWN ? text.substring(0, MOST_SHOWN) + "…" : text;
    }

    public Fault fault() {
      return fault;
    }

    /** From 1. */
    public int line() {
      return line;
    }

    /** What stands in the line, at most 60 characters of it. */
    public String text() {
      return text;
    }
  }

  private static final int MOST_SHOWN = 60;

  /** More captions than this are no walkthrough's: three hours have about 4,000. */
  private static final int MOST_CUES = 20_000;

  private static final String CLOCK = "(?:(\\d{1,4}):)?(\\d{1,2}):(\\d{1,2})[.,](\\d{1,3})";
  private static final Pattern TIMES =
      Pattern.compile("\\s*" + CLOCK + "\\s*-->\\s*" + CLOCK + "(?:\\s.*)?");

  /** What was meant to be a line of times. */
  private static final Pattern MEANT = Pattern.compile("\\d:\\d\\d");

  private static final Pattern MEANT_TWICE =
      Pattern.compile(MEANT.pattern() + ".*" + MEANT.pattern());

  public CaptionFile {
    cues = List.copyOf(cues);
  }

  /**
   * Reads a file.
   *
   * @throws Unreadable if it is broken
   */
  public static CaptionFile read(String file) {
    String text = file.replace("\uFEFF", "").replace("\r\n", "\n").replace('\r', '\n');
    return new CaptionFile(new Reader(List.of(text.split("\n", -1))).cues());
  }

  /** Reads block after block, line by line. */
  private static final class Reader {

    private final List<String> lines;
    private final List<Cue> cues = new ArrayList<>();
    private int at;

    Reader(List<String> lines) {
      this.lines = lines;
    }

    private boolean more() {
      return at < lines.size();
    }

    private String line() {
      return more() ? lines.get(at) : "";
    }

    private boolean blank() {
      return line().isBlank();
    }

    private Unreadable unreadable(Fault fault) {
      int shown = Math.min(at, lines.size() - 1);
      return new Unreadable(fault, shown + 1, lines.get(shown).strip());
    }

    List<Cue> cues() {
      boolean webVtt = line().matches("WEBVTT(?:[ \\t].*)?");
      if (webVtt) {
        skip();
      } else if (lines.stream()
          .noneMatch(l -> l.contains("-->") || MEANT_TWICE.matcher(l).find())) {
        throw unreadable(Fault.NO_CAPTIONS);
      }
      while (more()) {
        if (blank()) {
          at++;
        } else if (webVtt && line().matches("(?:NOTE|STYLE|REGION)(?:[ \\t].*)?")) {
          skip();
        } else {
          cue();
        }
        if (cues.size() > MOST_CUES) {
          throw unreadable(Fault.NO_CAPTIONS);
        }
      }
      if (cues.isEmpty()) {
        at = 0;
        throw unreadable(Fault.NO_CAPTIONS);
      }
      cues.sort(Comparator.comparing(Cue::startMs));
      return cues;
    }

    /** Whether a line is there and says no times: then the line before it was meant to. */
    private boolean isText(int number) {
      return number < lines.size()
          && !lines.get(number).isBlank()
          && !MEANT.matcher(lines.get(number)).find();
    }

    private void skip() {
      while (more() && !blank()) {
        at++;
      }
    }

    private void cue() {
      if (!line().contains("-->") && !(MEANT.matcher(line()).find() && isText(at + 1))) {
        at++; // Its number or name.
      }
      Matcher times = TIMES.matcher(line());
      if (!times.matches()) {
        at -= more() && !blank() ? 0 : 1; // A number alone is what was meant to be a caption.
        throw unreadable(Fault.TIMES);
      }
      long start = millis(times, 1);
      long end = millis(times, 5);
      if (start < 0 || end < 0) {
        throw unreadable(Fault.TIMES);
      }
      if (end <= start) {
        throw unreadable(Fault.BACKWARDS);
      }
      List<String> text = new ArrayList<>();
      for (at++; more() && !blank(); at++) {
        if (line().contains("-->")) {
          throw unreadable(Fault.TIMES); // Two captions without a blank line between them.
        }
        String plain = WebVtt.plain(line().replaceAll("\\{\\\\[^}]*}", "")).strip();
        if (!plain.isEmpty()) {
          text.add(plain);
        }
      }
      if (!text.isEmpty()) {
        cues.add(new Cue(start, end, text));
      }
    }

    /** -1 for minutes or seconds that are none. */
    private static long millis(Matcher m, int group) {
      long hours = m.group(group) == null ? 0 : Long.parseLong(m.group(group));
      long minutes = Long.parseLong(m.group(group + 1));
      long seconds = Long.parseLong(m.group(group + 2));
      long millis = Long.parseLong((m.group(group + 3) + "00").substring(0, 3));
      return minutes > 59 || seconds > 59
          ? -1
          : ((hours * 60 + minutes) * 60 + seconds) * 1000 + millis;
    }
  }
}
