package school.kerygma.app.paper.marking;

import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.paper.papers.CarriesOver;
import school.kerygma.app.paper.papers.Editions;
import school.kerygma.core.annotation.Carry;
import school.kerygma.core.annotation.Covers;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handout.Box;

/** Puts the marks of an edition on the next, and tells which have no sure place there. */
@Service
@Transactional(readOnly = true)
public class CarriedMarks implements CarriesOver {

  private final StandingMark.Repository marks;
  private final Clock clock;

  CarriedMarks(StandingMark.Repository marks, Clock clock) {
    this.marks = marks;
    this.clock = clock;
  }

  @Override
  @Transactional
  public boolean carry(Editions.Content before, Editions.Content after) {
    List<StandingMark> own = marks.ofPages(before.ids());
    if (own.isEmpty()) {
      return true;
    }
    Carry carry = new Carry(before.pages(), after.pages());
    List<Mark> there =
        new ArrayList<>(marks.ofPages(after.ids()).stream().map(StandingMark::mark).toList());
    boolean sure = true;
    for (StandingMark mark : own) {
      Carry.Covered carried = carried(mark.mark(), carry, before, after);
      sure &= carried.sure() || !(mark.mark() instanceof Mark.Cover);
      if (carried.covers().isEmpty()) {
        mark.lose();
      }
      for (Mark now : carried.covers()) {
        if (there.stream().noneMatch(m -> same(m, now))) {
          marks.save(new StandingMark(UUID.randomUUID(), now, clock.instant()));
          there.add(now);
        }
      }
    }
    return sure;
  }

  /** Where a mark is now: a cover perhaps on several pages, any other on one or none. */
  private static Carry.Covered carried(
      Mark mark, Carry carry, Editions.Content before, Editions.Content after) {
    int page = before.ids().indexOf(mark.pageId());
    boolean picture =
        before.pages().get(page).words().isEmpty()
            && page < after.ids().size()
            && after.pages().get(page).words().isEmpty();
    if (mark instanceof Mark.Cover && !picture) {
      return carry.cover(mark, page, after.ids());
    }
    Optional<Mark> found = carry.mark(mark, page, after.ids());
    // Nothing can be read on a picture: its marks, and above all its covers, stay where they are.
    Optional<Mark> now =
        found.isEmpty() && picture
            ? Optional.of(
                Mark.of(
                    mark.kind(),
                    after.ids().get(page),
                    mark.boxes(),
                    mark.number(),
                    mark.words(),
                    mark.ink()))
            : found;
    // Whether another picture shows the same at the same place, nobody but its teacher can tell.
    return new Carry.Covered(now.stream().toList(), found.isPresent() || !picture);
  }

  /**
   * The covers that have no sure place in an edition that waits for its teacher.
   *
   * @param newest the edition that is shown now
   */
  public List<MarkView> unsure(Editions.Content newest, Editions.Held held) {
    return unsure(newest, held.content());
  }

  private List<MarkView> unsure(Editions.Content before, Editions.Content after) {
    Carry carry = new Carry(before.pages(), after.pages());
    return marks.ofPages(before.ids()).stream()
        .filter(m -> m.mark() instanceof Mark.Cover)
        .filter(m -> !carried(m.mark(), carry, before, after).sure())
        .map(m -> MarkView.of(new Marks.Standing(m.getId(), m.mark(), m.isLost())))
        .toList();
  }

  /** A mark that the new file brought with it is not put there a second time. */
  private static boolean same(Mark there, Mark carried) {
    return there.kind() == carried.kind()
        && there.pageId().equals(carried.pageId())
        && new Covers(there.boxes()).hides(Box.around(carried.boxes()));
  }

  /**
   * The marks of the edition before that lie in the newest on words of which a date or a number is
   * another.
   *
   * @param all editions of a paper, the newest first
   */
  public List<Reworded> reworded(List<Editions.Content> all) {
    if (all.size() < 2) {
      return List.of();
    }
    Editions.Content newest = all.get(0);
    Editions.Content before = all.get(1);
    Carry carry = new Carry(before.pages(), newest.pages());
    return marks.ofPages(before.ids()).stream()
        .flatMap(
            m ->
                carry
                    .carried(m.mark(), before.ids().indexOf(m.mark().pageId()), newest.ids())
                    .filter(Carry.Carried::reworded)
                    .map(
                        c ->
                            new Reworded(
                                MarkView.of(new Marks.Standing(m.getId(), m.mark(), false)),
                                c.mark().words()))
                    .stream())
        .toList();
  }

  /**
   * A mark whose words have changed.
   *
   * @param mark as it was
   * @param now the words under it now
   */
  public record Reworded(MarkView mark, String now) {}

  /**
   * The marks of editions before that the newest has no place for.
   *
   * @param all editions of a paper, the newest first
   */
  public List<MarkView> lost(List<Editions.Content> all) {
    Set<UUID> old = new HashSet<>();
    all.stream().skip(1).forEach(e -> old.addAll(e.ids()));
    return old.isEmpty()
        ? List.of()
        : marks.ofPages(old).stream()
            .filter(StandingMark::isLost)
            .map(m -> MarkView.of(new Marks.Standing(m.getId(), m.mark(), true)))
            .toList();
  }
}
