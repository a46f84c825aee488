package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import school.kerygma.core.handout.PaperText;
import school.kerygma.core.handout.PaperText.Placed;
import school.kerygma.core.text.WordMatch;

/**
 * Finds words again in which only a date or a number has changed: "Friday, October 9" where
 * "Thursday, October 15" stands now.
 */
final class Reworded {

  private static final Pattern CHANGES =
      Pattern.compile(
          "\\W*(?:\\S*\\d\\S*|(?:mon|tues|wednes|thurs|fri|satur|sun)day(?:'s)?|(?:mon|tues?|wed|thurs?|fri|sat|sun)\\.?|january|february|march|april|may|june|july|august|september|october|november|december|(?:jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec)\\.?|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|noon|midnight|[ap]\\.?m\\.?)\\W*",
          Pattern.CASE_INSENSITIVE);

  /** So many words that have not changed must stand in or beside those that are looked for. */
  private static final int FIRM = 2;

  private static final int BESIDE = 4;

  private final PaperText before;
  private final PaperText after;
  private int @Nullable [] places;

  Reworded(PaperText before, PaperText after) {
    this.before = before;
    this.after = after;
  }

  /** The words that stand now where these stood; none if that is not sure. */
  List<Placed> found(List<Placed> stretch) {
    List<Placed> old = before.words();
    List<Placed> now = after.words();
    int[] at = places();
    int first = old.indexOf(stretch.getFirst());
    int last = first + stretch.size() - 1;
    if (first < 0 || last >= at.length) {
      return List.of();
    }
    List<Placed> found = new ArrayList<>();
    for (int i = first; i <= last; i++) {
      if (at[i] < 0 || i > first && at[i] != at[i - 1] + 1) {
        return List.of();
      }
      found.add(now.get(at[i]));
    }
    boolean together = found.stream().map(Placed::page).distinct().count() == 1;
    return together && firm(old, at, first, last) >= FIRM ? found : List.of();
  }

  /** How many words of the stretch, and right beside it, are the same as they were. */
  private static int firm(List<Placed> old, int[] at, int first, int last) {
    int firm = 0;
    for (int i = Math.max(0, first - BESIDE); i <= Math.min(at.length - 1, last + BESIDE); i++) {
      boolean beside = at[i] >= 0 && at[i] - at[first] == i - first;
      if (beside && !CHANGES.matcher(old.get(i).word().text()).matches()) {
        firm++;
      }
    }
    return firm;
  }

  private int[] places() {
    int[] known = places;
    if (known == null) {
      known = WordMatch.of(kept(before), kept(after));
      places = known;
    }
    return known;
  }

  /** The words, all dates and numbers alike. */
  private static List<String> kept(PaperText text) {
    return text.words().stream()
        .map(w -> w.word().text())
        .map(w -> CHANGES.matcher(w).matches() ? "#" : w)
        .toList();
  }
}
