package school.kerygma.core.captions;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import school.kerygma.core.text.WordMatch;

/**
 * A script and the captions that say it are one text: what is retyped in a caption is changed in
 * the script, at the words that the caption has of it. Paragraphs and all else stay as they are.
 */
public final class ScriptText {

  private static final Pattern WORD = Pattern.compile("\\S+");

  private final String script;
  private final List<MatchResult> words;

  public ScriptText(String script) {
    this.script = script;
    this.words = WORD.matcher(script).results().toList();
  }

  List<String> words() {
    return words.stream().map(MatchResult::group).toList();
  }

  /**
   * For each cue the words of the script that it says, by their places: the longest row of common
   * words of both, so that sentences that nobody said lie between two cues.
   */
  List<List<Integer>> placesOf(List<Cue> cues) {
    List<String> said = new ArrayList<>();
    cues.forEach(c -> said.addAll(CueSheet.said(c.text())));
    int[] found = WordMatch.of(said, words());
    List<List<Integer>> places = new ArrayList<>();
    int at = 0;
    for (Cue cue : cues) {
      int own = CueSheet.said(cue.text()).size();
      places.add(
          IntStream.range(at, at + own).map(i -> found[i]).filter(i -> i >= 0).boxed().toList());
      at += own;
    }
    return places;
  }

  /**
   * The script after a cue was retyped.
   *
   * @param cues as they were before
   * @param text what the cue says now; blank if it is gone. What stands in brackets is not said.
   */
  public String retyped(List<Cue> cues, int number, String text) {
    List<List<Integer>> places = placesOf(cues);
    List<Integer> own = places.get(number);
    String said = String.join(" ", CueSheet.said(text));
    StringBuilder changed = new StringBuilder(script);
    if (own.isEmpty()) {
      int before =
          places.subList(0, number).stream()
              .flatMap(List::stream)
              .reduce((a, b) -> b)
              .map(i -> words.get(i).end())
              .orElse(0);
      String gap = before == 0 ? "" : " ";
      return said.isEmpty()
          ? script
          : changed
              .insert(before, gap + said + (before == 0 && !script.isBlank() ? " " : ""))
              .toString();
    }
    for (int i = own.size() - 1; i >= 0; i--) {
      MatchResult word = words.get(own.get(i));
      boolean first = i == 0;
      int from = first ? word.start() : word.start() - blanksBefore(word.start());
      changed.replace(from, word.end(), first ? said : "");
    }
    return changed.toString().replaceAll("[ \\t]{2,}", " ").strip();
  }

  private int blanksBefore(int at) {
    int blanks = 0;
    while (at - blanks > 0 && Character.isWhitespace(script.charAt(at - blanks - 1))) {
      blanks++;
    }
    return blanks;
  }
}
