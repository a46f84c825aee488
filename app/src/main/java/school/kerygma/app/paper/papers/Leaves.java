package school.kerygma.app.paper.papers;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import school.kerygma.core.There;

/** Opens pages: brings what was read on them. */
@Component
class Leaves {

  private final Handout.PageRepository pages;
  private final Handout.TextRepository texts;

  Leaves(Handout.PageRepository pages, Handout.TextRepository texts) {
    this.pages = pages;
    this.texts = texts;
  }

  /** The pages of an edition, in their order. */
  List<Leaf> ofEdition(UUID edition) {
    return opened(pages.ofEdition(edition));
  }

  /** Pages in no order. */
  List<Leaf> among(Collection<UUID> ids) {
    return ids.isEmpty() ? List.of() : opened(pages.among(ids));
  }

  private List<Leaf> opened(List<Handout.PageEntity> all) {
    Map<UUID, Handout.PageText> read = new HashMap<>();
    texts
        .findAllById(all.stream().map(Handout.PageEntity::id).toList())
        .forEach(t -> read.put(t.getId(), t));
    return all.stream()
        .filter(p -> read.containsKey(p.id()))
        .map(p -> There.in(read, p.id()).leaf(p))
        .toList();
  }
}
