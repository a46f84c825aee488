package school.kerygma.app.paper.marking;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.app.paper.papers.Handouts;
import school.kerygma.app.paper.papers.Leaf;
import school.kerygma.app.paper.papers.PageView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.NamesOnPage;

/** Warns of students' names on pages that are about to be shown. */
@Service
@Transactional
public class RosterNames {

  /**
   * A name of a roster on a page.
   *
   * @param page where it stands
   * @param label the paper and its page
   * @param sure whether the whole name stands there
   */
  public record Seen(UUID page, UUID handout, String label, String name, boolean sure) {}

  private final Editions editions;
  private final Handouts handouts;
  private final NameLeft.Repository left;
  private final Marks marks;
  private final Sections sections;
  private final People people;

  RosterNames(
      Editions editions,
      Handouts handouts,
      NameLeft.Repository left,
      Marks marks,
      Sections sections,
      People people) {
    this.editions = editions;
    this.handouts = handouts;
    this.left = left;
    this.marks = marks;
    this.sections = sections;
    this.people = people;
  }

  /** The names of a teacher's students that can be read on some pages, and were not left there. */
  @Transactional(readOnly = true)
  public List<Seen> on(UUID teacher, Collection<UUID> pageIds) {
    return onLeaves(teacher, editions.leaves(pageIds));
  }

  /** The same for pages that are open already. */
  @Transactional(readOnly = true)
  public List<Seen> onLeaves(UUID teacher, Collection<Leaf> shown) {
    List<String> names = shown.isEmpty() ? List.of() : names(teacher);
    if (names.isEmpty()) {
      return List.of();
    }
    List<UUID> pageIds = shown.stream().map(Leaf::id).toList();
    Map<UUID, PageView> views = handouts.pages(pageIds);
    Set<NameLeft.Key> known =
        left.ofHandouts(shown.stream().map(p -> p.handout()).distinct().toList()).stream()
            .map(NameLeft::key)
            .collect(Collectors.toSet());
    Map<UUID, List<Mark>> standing = marks.of(pageIds);
    List<Seen> seen = new ArrayList<>();
    for (Leaf page : shown) {
      Covers covers = Covers.of(standing.getOrDefault(page.id(), List.of()));
      UUID handout = page.handout();
      for (NamesOnPage.Found found : NamesOnPage.find(covers.leave(page.page().words()), names)) {
        if (!known.contains(new NameLeft.Key(handout, found.name()))) {
          seen.add(
              new Seen(
                  page.id(),
                  handout,
                  There.in(views, page.id()).label(),
                  found.name(),
                  found.sure()));
        }
      }
    }
    return List.copyOf(seen);
  }

  /** The names of all students of a teacher. */
  @Transactional(readOnly = true)
  public List<String> names(UUID teacher) {
    Set<UUID> students =
        sections.ofTeacher(teacher).stream()
            .flatMap(s -> s.students().stream())
            .collect(Collectors.toSet());
    return people.contacts(students).values().stream()
        .map(People.Contact::name)
        .distinct()
        .sorted()
        .toList();
  }

  /** Covers a name wherever it stands on a page. */
  List<Marks.Standing> cover(UUID page, String name) {
    Leaf on = editions.leaf(page);
    List<Box> boxes =
        NamesOnPage.find(on.page().words(), List.of(name)).stream()
            .flatMap(f -> f.boxes().stream())
            .toList();
    if (boxes.isEmpty()) {
      return List.of(); // In the meantime it is covered, or the page has been read anew.
    }
    return List.of(
        marks.make(
            page, UUID.randomUUID(), new Marks.Drawn(Mark.Kind.COVER, boxes, 0, "", List.of(), 0)));
  }

  /** Leaves a name on a paper. */
  void leave(UUID page, String name) {
    Leaf on = editions.leaf(page);
    if (name.isBlank() || name.length() > 200) {
      throw Problem.refused("name");
    }
    left.save(new NameLeft(new NameLeft.Key(on.handout(), name)));
  }
}
