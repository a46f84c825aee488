package school.kerygma.app.classroom.results;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.classroom.handin.OwnSheets;
import school.kerygma.app.classroom.handin.ShownSheet;
import school.kerygma.core.There;
import school.kerygma.core.handin.TextChanges;

/**
 * A version of a student's work on a page: its sheet, the marks on it, what changed since the one
 * before.
 */
@Component
class ShownVersion {

  /**
   * What changed.
   *
   * @param number of the version before
   * @param text piece by piece; none if it is the same
   * @param files that are new, or are others than before under the same name
   * @param were by the id of such a file the one in whose place it stands, if both have pages
   * @param gone names of files that were there before
   * @param filled words that stand on the own sheet now and did not
   * @param emptied words that stood there
   */
  record Changes(
      int number,
      List<TextChanges.Piece> text,
      Set<UUID> files,
      Map<UUID, HandedFile> were,
      List<String> gone,
      List<String> filled,
      List<String> emptied) {

    public boolean isNothing() {
      return text.isEmpty()
          && files.isEmpty()
          && gone.isEmpty()
          && filled.isEmpty()
          && emptied.isEmpty();
    }
  }

  private final OwnSheets sheets;
  private final ShownSheet shownSheet;
  private final ResultMarks marks;
  private final Remarks remarks;
  private final Replies replies;
  private final boolean standIn;

  ShownVersion(
      OwnSheets sheets,
      ShownSheet shownSheet,
      ResultMarks marks,
      Remarks remarks,
      Replies replies,
      @Value("${kerygma.demo}") boolean standIn) {
    this.standIn = standIn;
    this.sheets = sheets;
    this.shownSheet = shownSheet;
    this.marks = marks;
    this.remarks = remarks;
    this.replies = replies;
  }

  /** Puts it there. */
  void show(HandInVersion version, List<HandInVersion> all, Model model) {
    shownSheet.of(version.id(), model);
    model.addAttribute("marks", marks.text(version.id()));
    remarks.show(version, true, model);
    model.addAttribute("replies", replies.of(List.of(version.id())));
    model.addAttribute("standIn", standIn);
    model.addAttribute("changes", changes(version, all).orElse(null));
  }

  /** What changed since the version before; nothing for the first. */
  private Optional<Changes> changes(HandInVersion version, List<HandInVersion> all) {
    return all.stream()
        .filter(v -> v.number() < version.number() && !v.open())
        .reduce((a, b) -> a.number() > b.number() ? a : b)
        .map(before -> between(before, version));
  }

  private Changes between(HandInVersion before, HandInVersion after) {
    var puts = sheets.puts(List.of(before.id(), after.id()));
    List<String> was = words(There.in(puts, before.id()));
    List<String> is = words(There.in(puts, after.id()));
    Map<UUID, HandedFile> were = were(before.files(), after.files());
    return new Changes(
        before.number(),
        before.text().strip().equals(after.text().strip())
            ? List.of()
            : TextChanges.between(before.text(), after.text()),
        after.files().stream()
            .filter(f -> before.files().stream().noneMatch(b -> same(b, f)))
            .map(HandedFile::id)
            .collect(Collectors.toSet()),
        were,
        before.files().stream()
            .filter(b -> after.files().stream().noneMatch(f -> same(b, f)))
            .filter(b -> !were.containsValue(b))
            .map(HandedFile::name)
            .toList(),
        is.stream().filter(w -> !was.contains(w)).toList(),
        was.stream().filter(w -> !is.contains(w)).toList());
  }

  /** The file of the same name; else, if one was exchanged for one, that. */
  private static Map<UUID, HandedFile> were(List<HandedFile> before, List<HandedFile> after) {
    List<HandedFile> left = new ArrayList<>(paged(before, after));
    List<HandedFile> fresh = paged(after, before);
    Map<UUID, HandedFile> were = new HashMap<>();
    for (HandedFile f : fresh) {
      left.stream()
          .filter(b -> b.name().equals(f.name()))
          .findFirst()
          .ifPresent(b -> were.put(f.id(), b));
    }
    left.removeAll(were.values());
    List<HandedFile> others = fresh.stream().filter(f -> !were.containsKey(f.id())).toList();
    if (left.size() == 1 && others.size() == 1) {
      were.put(others.getFirst().id(), left.getFirst());
    }
    return were;
  }

  /** Files with pages that the others do not have. */
  private static List<HandedFile> paged(List<HandedFile> files, List<HandedFile> others) {
    return files.stream()
        .filter(f -> f.pages() > 0 && others.stream().noneMatch(o -> same(o, f)))
        .toList();
  }

  private static List<String> words(List<OwnSheets.Put> puts) {
    return puts.stream().map(OwnSheets.Put::words).filter(w -> !w.isBlank()).toList();
  }

  /** A file that was taken over from the version before. */
  private static boolean same(HandedFile one, HandedFile other) {
    return one.name().equals(other.name()) && one.bytes() == other.bytes();
  }
}
