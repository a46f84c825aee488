package school.kerygma.core.annotation;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import school.kerygma.core.handout.Box;

/** The places of marks in writing, one a line, in points of the page with two decimals. */
public final class MarkText {

  private MarkText() {}

  public static String ofBoxes(List<Box> boxes) {
    return boxes.stream()
        .map(
            b ->
                String.format(
                    Locale.ROOT,
                    "%.2f %.2f %.2f %.2f",
                    b.x(),
                    b.y(),
                    Math.max(b.width(), 0.01),
                    Math.max(b.height(), 0.01)))
        .collect(Collectors.joining("\n"));
  }

  public static String ofInk(List<Ink.Point> ink) {
    return ink.stream()
        .map(p -> String.format(Locale.ROOT, "%.2f %.2f %.1f", p.x(), p.y(), p.width()))
        .collect(Collectors.joining("\n"));
  }

  /** As {@link #ofBoxes} writes them. */
  public static List<Box> boxes(String text) {
    return numbers(text).map(n -> new Box(n[0], n[1], n[2], n[3])).toList();
  }

  /** As {@link #ofInk} writes it. */
  public static List<Ink.Point> ink(String text) {
    return numbers(text).map(n -> new Ink.Point(n[0], n[1], n[2])).toList();
  }

  private static Stream<double[]> numbers(String text) {
    return text.lines()
        .map(line -> Stream.of(line.split(" ")).mapToDouble(Double::parseDouble).toArray());
  }
}
