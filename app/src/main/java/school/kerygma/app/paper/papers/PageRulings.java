package school.kerygma.app.paper.papers;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import school.kerygma.core.rubric.Ruling;

/** Writes rulings as one line each: left, top, right, bottom. */
final class PageRulings {

  private PageRulings() {}

  static String write(List<Ruling> rulings) {
    StringBuilder text = new StringBuilder();
    for (Ruling r : rulings) {
      text.append(
          String.format(Locale.ROOT, "%.2f %.2f %.2f %.2f%n", r.x1(), r.y1(), r.x2(), r.y2()));
    }
    return text.toString();
  }

  static List<Ruling> read(String text) {
    List<Ruling> rulings = new ArrayList<>();
    for (String line : text.lines().toList()) {
      String[] part = line.split(" ");
      rulings.add(
          new Ruling(
              Double.parseDouble(part[0]),
              Double.parseDouble(part[1]),
              Double.parseDouble(part[2]),
              Double.parseDouble(part[3])));
    }
    return rulings;
  }
}
