package school.kerygma.app.paper.marking;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.core.annotation.Mark;

/**
 * A page with its marks, as others than its teacher see them.
 *
 * @param width in points
 * @param height in points
 */
public record Drawing(UUID page, double width, double height, List<MarkView> marks) {

  /** The pages of a paper, in their order. */
  public static List<Drawing> of(List<PageView> pages, Marks marks) {
    Map<UUID, List<Mark>> open = marks.open(pages.stream().map(PageView::id).toList());
    return pages.stream()
        .map(
            p ->
                new Drawing(
                    p.id(),
                    p.width(),
                    p.height(),
                    open.getOrDefault(p.id(), List.of()).stream()
                        .map(m -> MarkView.of(new Marks.Standing(new UUID(0, 0), m, false)))
                        .toList()))
        .toList();
  }
}
