package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * Puts captions that somebody has edited in the place of those that were built. An edited one
 * stands as long as the script has its very words; where the script was changed since, what is
 * built from it comes instead.
 */
public final class OwnCues {

  private OwnCues() {}

  /**
   * The captions of a stop.
   *
   * @param built made from the script and the sound, on the stop's clock; they may be of the script
   *     as it was a moment ago
   * @param own as somebody has edited them, on the same clock and for the same sound
   * @param script as it is now
   */
  public static List<Cue> over(List<Cue> built, List<Cue> own, String script) {
    ScriptText text = new ScriptText(script);
    List<List<Integer>> places = text.placesOf(own);
    List<Integer> kept = new ArrayList<>();
    for (int i = 0; i < own.size(); i++) {
      if (isWhole(places.get(i), CueSheet.said(own.get(i).text()).size())) {
        kept.add(i);
      }
    }
    List<List<Integer>> builtPlaces = text.placesOf(built);
    while (true) {
      Set<Integer> covered = new HashSet<>();
      kept.forEach(i -> covered.addAll(places.get(i)));
      List<Cue> needed = new ArrayList<>();
      for (int b = 0; b < built.size(); b++) {
        addNeeded(built.get(b), builtPlaces.get(b), covered, text, needed);
      }
      boolean allFit = !kept.removeIf(i -> needed.stream().anyMatch(n -> overlap(n, own.get(i))));
      if (allFit) {
        List<Cue> stand = kept.stream().map(own::get).toList();
        List<Cue> gone = new ArrayList<>(own);
        gone.removeAll(stand);
        needed.addAll(others(built, builtPlaces, stand, needed, gone));
        List<Cue> all = new ArrayList<>(stand);
        needed.forEach(n -> all.add(within(n, stand)));
        all.sort(Comparator.comparing(Cue::startMs));
        return List.copyOf(all);
      }
    }
  }

  /** Whether all words of a cue stand in the script in a row. */
  private static boolean isWhole(List<Integer> places, int words) {
    return places.size() == words
        && (words == 0 || places.getLast() - places.getFirst() == words - 1);
  }

  /** What a built cue says that no edited one does. */
  private static void addNeeded(
      Cue cue, List<Integer> places, Set<Integer> covered, ScriptText text, List<Cue> needed) {
    List<Integer> open = places.stream().filter(p -> !covered.contains(p)).toList();
    if (open.size() == places.size() && !open.isEmpty()) {
      needed.add(cue); // With words that the script has no more, until it is compiled anew.
    } else if (!open.isEmpty()) {
      String words = String.join(" ", open.stream().map(p -> text.words().get(p)).toList());
      needed.add(new Cue(cue.startMs(), cue.endMs(), CueBuilder.lines(words)));
    }
  }

  /**
   * Built cues that say nothing of the script, of words that it has no more or of what nobody has
   * written: only where an edited one is gone. Until the script is compiled anew they stand there;
   * elsewhere whoever edited the captions has taken them out.
   */
  private static List<Cue> others(
      List<Cue> built,
      List<List<Integer>> places,
      List<Cue> kept,
      List<Cue> needed,
      List<Cue> gone) {
    List<Cue> others = new ArrayList<>();
    for (int b = 0; b < built.size(); b++) {
      Cue cue = built.get(b);
      if (places.get(b).isEmpty()
          && gone.stream().anyMatch(g -> overlap(g, cue))
          && Stream.concat(kept.stream(), needed.stream()).noneMatch(k -> overlap(k, cue))) {
        others.add(cue);
      }
    }
    return others;
  }

  /** Whether two cues want the same time; a little of it at their ends is shared. */
  private static boolean overlap(Cue a, Cue b) {
    long both = Math.min(a.endMs(), b.endMs()) - Math.max(a.startMs(), b.startMs());
    return 2 * both > Math.min(a.lengthMs(), b.lengthMs());
  }

  /** A cue in the time that edited ones leave it. */
  private static Cue within(Cue cue, List<Cue> kept) {
    long start = cue.startMs();
    long end = cue.endMs();
    for (Cue other : kept) {
      if (other.startMs() < end && start < other.endMs()) {
        boolean before = other.startMs() + other.endMs() < start + end;
        start = before ? Math.max(start, other.endMs()) : start;
        end = before ? end : Math.min(end, other.startMs());
      }
    }
    return new Cue(start, Math.max(end, start + 1), cue.lines());
  }
}
