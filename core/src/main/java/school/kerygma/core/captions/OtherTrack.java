package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import school.kerygma.core.text.WordMatch;
import school.kerygma.core.voice.TimedWord;

/**
 * Captions in another language than the one that is spoken, kept in step with what is said: each
 * knows the words that it was written for. When a stop is said again it moves to where they are
 * said now, and where they differ it is marked as one whose words have changed.
 *
 * @param cues in order, on the stop's clock
 */
public record OtherTrack(List<OtherCue> cues) {

  /**
   * A caption in another language.
   *
   * @param of the spoken words that it was written for; empty if nothing was said there
   */
  public record OtherCue(Cue cue, String of) {}

  /**
   * Where it stands now.
   *
   * @param changed whether other words are said than those that it was written for
   */
  public record InStep(Cue cue, String of, boolean changed) {}

  public OtherTrack {
    cues = List.copyOf(cues);
  }

  /** The words that are said while a cue stands. */
  public static String saidDuring(Cue cue, List<TimedWord> words) {
    return String.join(
        " ",
        words.stream()
            .filter(w -> cue.startMs() <= middle(w) && middle(w) < cue.endMs())
            .map(TimedWord::text)
            .toList());
  }

  private static long middle(TimedWord word) {
    return (word.startMs() + word.endMs()) / 2;
  }

  /**
   * The captions for what is said now.
   *
   * @param sameSound whether the stop still has the sound that they were written for: then they
   *     stay where they are
   * @param words what is said now, in order, on the stop's clock
   * @param endMs end of the stop: what would come after it is left away
   */
  public List<InStep> now(boolean sameSound, List<TimedWord> words, long endMs) {
    List<String> of = new ArrayList<>();
    cues.forEach(c -> of.addAll(WordMatch.words(c.of())));
    int[] found = WordMatch.of(of, words.stream().map(TimedWord::text).toList());
    List<InStep> now = new ArrayList<>();
    int at = 0;
    long before = 0;
    for (OtherCue other : cues) {
      int own = WordMatch.words(other.of()).size();
      boolean changed = !isWhole(found, at, own);
      Cue cue = other.cue();
      if (!sameSound) {
        long[] said = said(found, at, own, words);
        long start = Math.max(before, said.length > 0 ? said[0] : cue.startMs());
        long end = said.length > 0 ? said[1] : start + cue.lengthMs();
        end = Math.max(end, start + Math.min(cue.lengthMs(), CueBuilder.SHORTEST_MS));
        end = Math.min(Math.min(end, next(found, at + own, words, endMs)), endMs);
        at += own;
        if (end - start < CueSheet.LEAST_MS) {
          end = Math.min(endMs, start + CueSheet.LEAST_MS);
        }
        if (end <= start) {
          continue;
        }
        cue = new Cue(start, end, cue.lines());
        before = end;
      } else {
        at += own;
      }
      now.add(new InStep(cue, other.of(), changed));
    }
    return List.copyOf(now);
  }

  private static boolean isWhole(int[] found, int from, int words) {
    for (int i = from; i < from + words; i++) {
      if (found[i] < 0 || i > from && found[i] != found[i - 1] + 1) {
        return false;
      }
    }
    return true;
  }

  /** From the first of some words that is found to the last; nothing if none is. */
  private static long[] said(int[] found, int from, int words, List<TimedWord> now) {
    long start = -1;
    long end = -1;
    for (int i = from; i < from + words; i++) {
      if (found[i] >= 0) {
        start = start < 0 ? now.get(found[i]).startMs() : start;
        end = now.get(found[i]).endMs();
      }
    }
    return start < 0 ? new long[0] : new long[] {start, end};
  }

  /** When the next words that are found are said. */
  private static long next(int[] found, int from, List<TimedWord> now, long endMs) {
    for (int i = from; i < found.length; i++) {
      if (found[i] >= 0) {
        return now.get(found[i]).startMs();
      }
    }
    return endMs;
  }
}
