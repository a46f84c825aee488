package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.voice.TimedWord;

/**
 * The captions of one stop as somebody edits them by ear. What is edited gives a new sheet; no two
 * cues of a sheet overlap, whatever is done.
 *
 * @param cues in order, on the stop's clock, which begins with the stop
 */
public record CueSheet(List<Cue> cues) {

  /** No cue is made shorter than this by hand: nobody could see it. */
  public static final long LEAST_MS = 300;

  /** What stands in brackets is heard and not said: "[bell]". */
  private static final Pattern SOUND = Pattern.compile("\\[[^\\[\\]]*]");

  /** One end of a cue. */
  public enum End {
    START,
    END
  }

  public CueSheet {
    cues = List.copyOf(cues);
  }

  /**
   * Captions of any make, which may overlap: two that begin together become one, and one that goes
   * on while the next begins ends there.
   *
   * @param cues in the order of their beginnings
   */
  public static CueSheet of(List<Cue> cues) {
    List<Cue> all = new ArrayList<>();
    for (Cue cue : cues) {
      Cue last = all.isEmpty() ? null : all.getLast();
      if (last == null || last.endMs() <= cue.startMs()) {
        all.add(cue);
      } else if (cue.startMs() - last.startMs() < LEAST_MS) {
        List<String> lines = new ArrayList<>(last.lines());
        lines.addAll(cue.lines());
        long end = Math.max(last.endMs(), cue.endMs());
        all.set(all.size() - 1, new Cue(last.startMs(), end, lines));
      } else {
        all.set(all.size() - 1, new Cue(last.startMs(), cue.startMs(), last.lines()));
        all.add(cue);
      }
    }
    return new CueSheet(all);
  }

  /** The words of a text that are said: those outside brackets. */
  public static List<String> said(String text) {
    return WordMatch.words(SOUND.matcher(text).replaceAll(" "));
  }

  private Cue at(int number) {
    if (number < 0 || number >= cues.size()) {
      throw new IllegalArgumentException("There is no cue " + number);
    }
    return cues.get(number);
  }

  private CueSheet with(int from, int to, List<Cue> instead) {
    List<Cue> all = new ArrayList<>(cues.subList(0, from));
    all.addAll(instead);
    all.addAll(cues.subList(to, cues.size()));
    return new CueSheet(all);
  }

  /**
   * Other words at the same time. Lines that were broken by hand stay so; else they are broken at a
   * phrase.
   *
   * @param text may have a line break; if it is blank the cue goes
   */
  public CueSheet retyped(int number, String text) {
    Cue cue = at(number);
    if (text.isBlank()) {
      return with(number, number + 1, List.of());
    }
    return with(
        number, number + 1, List.of(new Cue(cue.startMs(), cue.endMs(), CueBuilder.lines(text))));
  }

  /**
   * Two cues of one: the second begins with its first word.
   *
   * @param before how many words, counted between blanks, stay in the first; at least 1, and not
   *     all
   * @param words what is said and when, on the stop's clock: the cut falls where its word begins
   */
  public CueSheet split(int number, int before, List<TimedWord> words) {
    Cue cue = at(number);
    List<String> own = WordMatch.words(cue.text());
    if (before < 1 || before >= own.size() || cue.lengthMs() < 2 * LEAST_MS) {
      return this;
    }
    String first = String.join(" ", own.subList(0, before));
    String second = String.join(" ", own.subList(before, own.size()));
    long cut =
        Math.clamp(
            cutAt(cue, first, second, words), cue.startMs() + LEAST_MS, cue.endMs() - LEAST_MS);
    return with(
        number,
        number + 1,
        List.of(
            new Cue(cue.startMs(), cut, CueBuilder.lines(first)),
            new Cue(cut, cue.endMs(), CueBuilder.lines(second))));
  }

  private static long cutAt(Cue cue, String first, String second, List<TimedWord> words) {
    List<TimedWord> inside =
        words.stream()
            .filter(w -> w.startMs() >= cue.startMs() - LEAST_MS && w.startMs() < cue.endMs())
            .toList();
    int before = said(first).size();
    int[] found =
        WordMatch.of(said(first + " " + second), inside.stream().map(TimedWord::text).toList());
    if (before < found.length && found[before] >= 0) {
      return inside.get(found[before]).startMs();
    }
    return cue.startMs() + cue.lengthMs() * first.length() / (first.length() + second.length());
  }

  /** This cue and the next as one; the last stays as it is. */
  public CueSheet joined(int number) {
    Cue cue = at(number);
    if (number == cues.size() - 1) {
      return this;
    }
    Cue next = cues.get(number + 1);
    String text = cue.text() + " " + next.text();
    return with(
        number, number + 2, List.of(new Cue(cue.startMs(), next.endMs(), CueBuilder.lines(text))));
  }

  /**
   * Moves one end of a cue. Where two cues meet the border is one, and both ends move; else the end
   * goes no farther than its neighbor.
   *
   * @param to when, on the stop's clock
   * @param endMs end of the stop
   */
  public CueSheet moved(int number, End end, long to, long endMs) {
    Cue cue = at(number);
    int other = end == End.START ? number - 1 : number + 1;
    Cue neighbor = other < 0 || other >= cues.size() ? null : cues.get(other);
    if (end == End.START) {
      boolean meets = neighbor != null && neighbor.endMs() == cue.startMs();
      long least = neighbor == null ? 0 : meets ? neighbor.startMs() + LEAST_MS : neighbor.endMs();
      long at = between(to, least, cue.endMs() - LEAST_MS, cue.startMs());
      Cue moved = new Cue(at, cue.endMs(), cue.lines());
      return neighbor != null && meets
          ? with(
              other, number + 1, List.of(new Cue(neighbor.startMs(), at, neighbor.lines()), moved))
          : with(number, number + 1, List.of(moved));
    }
    boolean meets = neighbor != null && neighbor.startMs() == cue.endMs();
    long most = neighbor == null ? endMs : meets ? neighbor.endMs() - LEAST_MS : neighbor.startMs();
    long at = between(to, cue.startMs() + LEAST_MS, most, cue.endMs());
    Cue moved = new Cue(cue.startMs(), at, cue.lines());
    return neighbor != null && meets
        ? with(number, other + 1, List.of(moved, new Cue(at, neighbor.endMs(), neighbor.lines())))
        : with(number, number + 1, List.of(moved));
  }

  /** Where there is no room to move, all stays. */
  private static long between(long to, long least, long most, long now) {
    return least > most ? now : Math.clamp(to, least, most);
  }

  /**
   * A cue where there is none yet, as long as there is room, up to the shortest that can be read.
   *
   * @param from when it shall come; inside a cue it comes after it
   * @param endMs end of the stop
   * @return the same sheet if there is no room
   */
  public CueSheet added(long from, String text, long endMs) {
    int place = 0;
    long start = Math.max(0, from);
    while (place < cues.size() && cues.get(place).startMs() <= start) {
      start = Math.max(start, cues.get(place).endMs());
      place++;
    }
    long end = place < cues.size() ? cues.get(place).startMs() : endMs;
    end = Math.min(end, start + CueBuilder.SHORTEST_MS);
    return text.isBlank() || end - start < LEAST_MS
        ? this
        : with(place, place, List.of(new Cue(start, end, CueBuilder.lines(text))));
  }

  /**
   * Lets cues that are too fast for a level stand longer, where nothing follows at once.
   *
   * @param endMs end of the stop
   */
  public CueSheet unhurried(CaptionLevel level, long endMs) {
    List<Cue> all = new ArrayList<>();
    for (int i = 0; i < cues.size(); i++) {
      Cue cue = cues.get(i);
      long room = i + 1 < cues.size() ? cues.get(i + 1).startMs() : endMs;
      long wanted = Math.min(cue.startMs() + CueBuilder.LONGEST_MS, CueCheck.end(cue, level));
      long end = Math.max(cue.endMs(), Math.min(wanted, room));
      all.add(new Cue(cue.startMs(), end, cue.lines()));
    }
    return new CueSheet(all);
  }

  /** Other words wherever some stand. */
  public CueSheet replaced(Replacement replacement) {
    CueSheet sheet = this;
    for (int i = cues.size() - 1; i >= 0; i--) {
      String text = String.join("\n", cues.get(i).lines());
      if (replacement.count(text) > 0) {
        sheet = sheet.retyped(i, replacement.in(text));
      }
    }
    return sheet;
  }
}
