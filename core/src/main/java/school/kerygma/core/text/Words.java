package school.kerygma.core.text;

import java.util.Arrays;
import java.util.List;

/** Words as the eye sees them: what stands between blanks and holds a letter or a digit. */
public final class Words {

  private Words() {}

  public static List<String> of(String text) {
    return Arrays.stream(text.strip().split("\\s+"))
        .filter(w -> w.chars().anyMatch(Character::isLetterOrDigit))
        .toList();
  }

  public static int count(String text) {
    return of(text).size();
  }
}
