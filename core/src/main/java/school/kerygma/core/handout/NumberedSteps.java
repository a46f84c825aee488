package school.kerygma.core.handout;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds numbered instructions: lines that begin with "1.", "2)" or "(3)", one number after the
 * other.
 */
public final class NumberedSteps {

  private static final Pattern LABEL = Pattern.compile("\\(?(\\d{1,2})[.)]");

  /** Lines of one step are no further apart than this share of a line's height. */
  private static final double AIR = 0.9;

  /** A line this far left of its number, in points, belongs to the step no more. */
  private static final double OUTDENT = 2;

  private NumberedSteps() {}

  /**
   * A step.
   *
   * @param number as it is written
   * @param start where its label begins in the text of the page
   * @param labelEnd where its label ends
   * @param end where its last word ends
   */
  public record Step(int number, int start, int labelEnd, int end) {}

  /** The steps of a page; a number that stands alone is none. */
  public static List<Step> of(Page page) {
    List<PageLines.Placed> lines = PageLines.of(page);
    List<Integer> labeled = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      if (number(lines.get(i)).isPresent()) {
        labeled.add(i);
      }
    }
    List<Step> steps = new ArrayList<>();
    for (int i = 0; i < labeled.size(); i++) {
      int own = number(lines.get(labeled.get(i))).getAsInt();
      boolean followed =
          i + 1 < labeled.size() && number(lines.get(labeled.get(i + 1))).getAsInt() == own + 1;
      boolean follows = i > 0 && number(lines.get(labeled.get(i - 1))).getAsInt() == own - 1;
      if (followed || follows) {
        steps.add(step(lines, labeled.get(i), own));
      }
    }
    return steps;
  }

  private static OptionalInt number(PageLines.Placed line) {
    Matcher label = LABEL.matcher(line.words().getFirst().word().text());
    return label.matches()
        ? OptionalInt.of(Integer.parseInt(Objects.requireNonNull(label.group(1))))
        : OptionalInt.empty();
  }

  private static Step step(List<PageLines.Placed> lines, int at, int number) {
    PageLines.Placed first = lines.get(at);
    PageLines.Placed last = first;
    for (int i = at + 1; i < lines.size() && number(lines.get(i)).isEmpty(); i++) {
      Box line = lines.get(i).box();
      boolean sameLine = Line.besides(last.box(), line);
      boolean near =
          line.y() - last.box().bottom() < AIR * last.box().height() && line.y() > last.box().y();
      if (!sameLine && (!near || line.x() < first.box().x() - OUTDENT)) {
        break;
      }
      last = lines.get(i);
    }
    return new Step(number, first.start(), first.words().getFirst().end(), last.end());
  }
}
