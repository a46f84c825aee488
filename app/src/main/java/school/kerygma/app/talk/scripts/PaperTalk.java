package school.kerygma.app.talk.scripts;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.margin.Facts;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.plan.planning.TaskView;
import school.kerygma.app.plan.planning.Tasks;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.PageLines;
import school.kerygma.core.proof.Outline;

/**
 * Begins a walkthrough with a paper: a stop for its beginning and one for each of its parts, framed
 * from heading to heading, and tied to the tasks that ask to read it where their words agree.
 */
@Service
@Transactional
class PaperTalk {

  private static final int MOST_STOPS = 20;
  private static final int LONGEST_TITLE = 80;

  /** Words shorter than this say nothing of what a task is about. */
  private static final int CONTENT_WORD = 4;

  private record Planned(String title, PageView page, Box frame) {}

  private final Scripts scripts;
  private final StopOrder stopOrder;
  private final Handouts handouts;
  private final Editions editions;
  private final Facts facts;
  private final Tasks tasks;

  PaperTalk(
      Scripts scripts,
      StopOrder stopOrder,
      Handouts handouts,
      Editions editions,
      Facts facts,
      Tasks tasks) {
    this.scripts = scripts;
    this.stopOrder = stopOrder;
    this.handouts = handouts;
    this.editions = editions;
    this.facts = facts;
    this.tasks = tasks;
  }

  /** Writes the walkthrough; returns its id. */
  UUID begin(UUID owner, UUID handout) {
    Handouts.View paper = handouts.get(handout);
    Editions.Content opened = editions.opened(handout);
    List<Planned> planned = planned(paper, opened);
    List<TaskView> reading = tasks.among(tasks.reading(handout));
    UUID walkthrough = scripts.write(owner, paper.title());
    for (int i = 0; i < planned.size(); i++) {
      UUID stop =
          i == 0 ? scripts.stopsOf(walkthrough).getFirst().id() : stopOrder.addStop(walkthrough, i);
      Planned plan = planned.get(i);
      scripts.show(stop, plan.page().id(), plan.frame());
      StopView framed = scripts.stopsOf(walkthrough).get(i);
      scripts.say(stop, framed.version(), plan.title(), "");
      scripts.tie(stop, about(plan.title(), i == 0, reading));
    }
    return walkthrough;
  }

  private List<Planned> planned(Handouts.View paper, Editions.Content opened) {
    List<PageView> pages = paper.shown();
    List<Outline.Part> parts =
        facts.of(opened).outline().parts().stream()
            .filter(p -> !p.label().isEmpty() && p.page() <= pages.size())
            .limit(MOST_STOPS - 1)
            .toList();
    List<Planned> planned = new ArrayList<>();
    if (parts.isEmpty()) {
      pages.stream()
          .limit(MOST_STOPS)
          .forEach(p -> planned.add(new Planned(paper.title(), p, p.box())));
      return planned;
    }
    Map<UUID, Leaf> leaves = new HashMap<>();
    opened.leaves().forEach(l -> leaves.put(l.id(), l));
    List<Double> tops = new ArrayList<>();
    for (Outline.Part part : parts) {
      tops.add(top(leaves.get(pages.get(part.page() - 1).id()), part.start()));
    }
    PageView first = pages.getFirst();
    double until = parts.getFirst().page() == 1 ? tops.getFirst() : first.height();
    planned.add(new Planned(paper.title(), first, frame(first, 0, until)));
    for (int i = 0; i < parts.size(); i++) {
      Outline.Part part = parts.get(i);
      PageView page = pages.get(part.page() - 1);
      boolean next = i + 1 < parts.size() && parts.get(i + 1).page() == part.page();
      planned.add(
          new Planned(
              name(part), page, frame(page, tops.get(i), next ? tops.get(i + 1) : page.height())));
    }
    return planned;
  }

  private static String name(Outline.Part part) {
    String name = part.title().isEmpty() ? part.label() : part.label() + ": " + part.title();
    return name.substring(0, Math.min(LONGEST_TITLE, name.length())).strip();
  }

  private static Box frame(PageView page, double top, double bottom) {
    return new Box(0, top, page.width(), Math.max(60, bottom - top));
  }

  /** Where the line stands in which a part begins. */
  private static double top(@Nullable Leaf leaf, int start) {
    return leaf == null
        ? 0
        : PageLines.of(leaf.page()).stream()
            .filter(l -> l.end() > start)
            .findFirst()
            .map(l -> Math.max(0, l.box().y() - 6))
            .orElse(0.0);
  }

  /** The tasks that a stop explains: those whose words it has; the first stop has what is left. */
  private static Set<UUID> about(String title, boolean first, List<TaskView> reading) {
    Set<UUID> about = new HashSet<>();
    for (TaskView task : reading) {
      Set<String> common = words(task.title());
      common.retainAll(words(title));
      if (!common.isEmpty() || first && reading.size() == 1) {
        about.add(task.id());
      }
    }
    return about;
  }

  private static Set<String> words(String text) {
    Set<String> words = new HashSet<>();
    for (String word : text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+")) {
      if (word.length() >= CONTENT_WORD) {
        words.add(word);
      }
    }
    return words;
  }
}
