package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PaperText;
import school.kerygma.core.handout.PaperText.Placed;
import school.kerygma.core.handout.TextAnchor;

/**
 * The way from an edition of a paper to a newer one: where marks, frames and places of the one lie
 * on the other. They go with their words, which are found again by quote and position; what has no
 * words of its own goes with the nearest.
 */
public final class Carry {

  /**
   * A place on the newer edition.
   *
   * @param page index of the page, from 0
   * @param dx how far it has moved to the right, in points
   * @param dy how far it has moved down
   */
  public record Shift(int page, double dx, double dy) {

    public Box of(Box box) {
      return new Box(box.x() + dx, box.y() + dy, box.width(), box.height());
    }
  }

  /**
   * Where something lies on the newer edition.
   *
   * @param whole false if some of its words are gone
   */
  public record Landed(Shift shift, List<Box> boxes, boolean whole) {}

  /** Words further away than this say nothing of a place, in points. */
  private static final double REACH = 120;

  /** Words set anew within so many points stand as they stood. */
  private static final double AS_BEFORE = 2;

  /**
   * A mark on the newer edition.
   *
   * @param reworded whether a date or a number in its words has changed
   */
  public record Carried(Mark mark, boolean reworded) {}

  private final PaperText before;
  private final PaperText after;
  private final Reworded reworded;

  public Carry(List<Page> before, List<Page> after) {
    this.before = new PaperText(before);
    this.after = new PaperText(after);
    this.reworded = new Reworded(this.before, this.after);
  }

  /**
   * Carries a mark over.
   *
   * @param page index of its page, from 0
   * @param pages the ids of the newer edition's pages
   * @return nothing if its words are there no more
   */
  public Optional<Mark> mark(Mark mark, int page, List<UUID> pages) {
    return carried(mark, page, pages).map(Carried::mark);
  }

  /**
   * Carries a mark over, and says whether its words have changed. Where only a date or a number in
   * them has, it lies on the line that has the new one.
   *
   * @param page index of its page, from 0
   * @param pages the ids of the newer edition's pages
   * @return nothing if its words are there no more
   */
  public Optional<Carried> carried(Mark mark, int page, List<UUID> pages) {
    if (mark instanceof Mark.Note
        || mark instanceof Mark.FilledIn
        || before.within(page, mark.boxes()).isEmpty()) {
      return near(page, Box.around(mark.boxes()))
          .map(s -> new Carried(shifted(mark, s, pages), false));
    }
    return landed(page, mark.boxes())
        .filter(Landed::whole)
        .map(l -> new Carried(on(mark, l, pages, mark.words()), false))
        .or(() -> mark instanceof Mark.Cover ? Optional.empty() : reworded(mark, page, pages));
  }

  private static Mark on(Mark mark, Landed landed, List<UUID> pages, String words) {
    return mark instanceof Mark.InkLine
        ? shifted(mark, landed.shift(), pages)
        : Mark.of(
            mark.kind(),
            pages.get(landed.shift().page()),
            landed.boxes(),
            mark.number(),
            words,
            mark.ink());
  }

  private Optional<Carried> reworded(Mark mark, int page, List<UUID> pages) {
    List<Placed> own = before.within(page, mark.boxes());
    List<Placed> now = new ArrayList<>();
    for (List<Placed> stretch : before.stretches(own)) {
      List<Placed> found = reworded.found(stretch);
      if (found.isEmpty() || !now.isEmpty() && found.getFirst().page() != now.getFirst().page()) {
        return Optional.empty();
      }
      now.addAll(found);
    }
    Landed landed = new Landed(shift(own, now), PaperText.lines(now), true);
    String words =
        now.stream().map(p -> p.word().text()).collect(java.util.stream.Collectors.joining(" "));
    return Optional.of(new Carried(on(mark, landed, pages, words), true));
  }

  /**
   * Where a cover lies now.
   *
   * @param covers one for each page on which its words stand now
   * @param sure false if some of what it covered was not found again: it may stand there open, in
   *     other words or at another place
   */
  public record Covered(List<Mark> covers, boolean sure) {}

  /**
   * Carries a cover over. Its lines may have come to stand on several pages: each of them is
   * covered where it stands.
   *
   * @param page index of its page, from 0
   * @param pages the ids of the newer edition's pages
   */
  public Covered cover(Mark cover, int page, List<UUID> pages) {
    if (before.within(page, cover.boxes()).isEmpty()) {
      Optional<Mark> moved = mark(cover, page, pages);
      return new Covered(moved.stream().toList(), moved.isPresent());
    }
    boolean sure = true;
    Map<Integer, List<Box>> byPage = new TreeMap<>();
    for (Box box : cover.boxes()) {
      List<Placed> own = before.within(page, List.of(box));
      List<Placed> here = new ArrayList<>();
      for (List<Placed> stretch : before.stretches(own)) {
        List<Placed> found = foundOnPages(stretch);
        sure &= !found.isEmpty();
        here.addAll(found);
      }
      sure &= !own.isEmpty();
      boolean onePage = here.stream().map(Placed::page).distinct().count() == 1;
      if (onePage && here.size() == own.size() && asBefore(own, here)) {
        Shift shift = shift(own, here);
        byPage.computeIfAbsent(shift.page(), p -> new ArrayList<>()).add(shift.of(box));
      } else {
        Map<Integer, List<Placed>> parts = new TreeMap<>();
        here.forEach(p -> parts.computeIfAbsent(p.page(), k -> new ArrayList<>()).add(p));
        parts.forEach(
            (on, words) ->
                byPage.computeIfAbsent(on, p -> new ArrayList<>()).addAll(PaperText.lines(words)));
      }
    }
    List<Mark> covers = new ArrayList<>();
    byPage.forEach(
        (on, boxes) ->
            covers.add(
                new Mark.Cover(pages.get(on), boxes.stream().distinct().toList(), cover.words())));
    return new Covered(covers, sure);
  }

  private static Mark shifted(Mark mark, Shift by, List<UUID> pages) {
    return mark.moved(pages.get(by.page()), by.dx(), by.dy());
  }

  /**
   * Where the words in some boxes stand now.
   *
   * @param page index of the page, from 0
   * @return nothing if none of them is found, or they stand on several pages now
   */
  public Optional<Landed> landed(int page, List<Box> boxes) {
    boolean whole = true;
    Shift first = null;
    List<Box> now = new ArrayList<>();
    for (Box box : boxes) {
      List<Placed> own = before.within(page, List.of(box));
      List<Placed> here = new ArrayList<>();
      for (List<Placed> stretch : before.stretches(own)) {
        List<Placed> found = found(stretch);
        if (found.isEmpty() || first != null && found.getFirst().page() != first.page()) {
          whole = false;
        } else {
          first = first == null ? shift(stretch, found) : first;
          here.addAll(found);
        }
      }
      if (!own.isEmpty() && here.size() == own.size() && asBefore(own, here)) {
        now.add(shift(own, here).of(box));
      } else {
        now.addAll(PaperText.lines(here));
      }
    }
    return first == null
        ? Optional.empty()
        : Optional.of(new Landed(first, now.stream().distinct().toList(), whole));
  }

  /** How many words stand in a box of a page of the older edition. */
  public int wordsIn(int page, Box box) {
    return before.within(page, List.of(box)).size();
  }

  /** The words of a stretch on the newer edition, if all of them stand together on one page. */
  private List<Placed> found(List<Placed> stretch) {
    List<Placed> found = foundOnPages(stretch);
    return found.stream().map(Placed::page).distinct().count() == 1 ? found : List.of();
  }

  /** The words of a stretch on the newer edition, if all of them follow one another. */
  private List<Placed> foundOnPages(List<Placed> stretch) {
    TextAnchor anchor = before.anchor(stretch);
    List<Placed> found =
        anchor
            .in(after.text())
            .map(place -> after.between(place.start(), place.end()))
            .orElse(List.of());
    // "art" is not found again in "party".
    boolean wholeWords = found.size() == stretch.size();
    return wholeWords ? found : List.of();
  }

  private static Shift shift(List<Placed> before, List<Placed> after) {
    Box from = before.getFirst().word().box();
    Box to = after.getFirst().word().box();
    return new Shift(after.getFirst().page(), to.x() - from.x(), to.y() - from.y());
  }

  /** Whether words stand to each other as they stood: then a box around them goes with them. */
  private static boolean asBefore(List<Placed> before, List<Placed> after) {
    Shift shift = shift(before, after);
    for (int i = 0; i < before.size(); i++) {
      Box from = before.get(i).word().box();
      Box to = after.get(i).word().box();
      if (Math.abs(to.x() - from.x() - shift.dx()) > AS_BEFORE
          || Math.abs(to.y() - from.y() - shift.dy()) > AS_BEFORE) {
        return false;
      }
    }
    return true;
  }

  /** How a place has moved: as the words that are nearest to it and found again. */
  public Optional<Shift> near(int page, Box box) {
    for (List<Placed> words : before.near(page, box, REACH)) {
      List<Placed> found = found(words);
      if (!found.isEmpty()) {
        return Optional.of(shift(words, found));
      }
    }
    return Optional.empty();
  }
}
