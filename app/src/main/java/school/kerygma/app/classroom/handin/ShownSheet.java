package school.kerygma.app.classroom.handin;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.school.frame.PageJson;

/** Puts a student's own sheet into a page that shows it, and does not change it. */
@Component
public class ShownSheet {

  /**
   * A page with what the student put on it.
   *
   * @param filled its words, for who cannot see them
   */
  public record Drawn(
      UUID page,
      int number,
      double width,
      double height,
      List<OwnSheets.Put> marks,
      List<String> filled,
      List<Picture> pictures) {}

  /**
   * A picture in a frame of the page.
   *
   * @param box of the frame, in shares of the page: left, top, width, height, in percent
   */
  public record Picture(UUID file, int look, String label, List<Double> box) {}

  private final OwnSheets sheets;
  private final PageJson json;

  ShownSheet(OwnSheets sheets, PageJson json) {
    this.sheets = sheets;
    this.json = json;
  }

  /** Shows the sheet of a version, if it has one. */
  public void of(UUID version, Model model) {
    OwnSheets.Shown shown = sheets.of(Optional.of(version), List.of());
    List<Drawn> drawings =
        shown.pages().stream()
            .map(
                p -> {
                  List<OwnSheets.Put> own =
                      shown.marks().stream().filter(m -> m.page().equals(p.id())).toList();
                  return new Drawn(
                      p.id(),
                      p.number(),
                      p.width(),
                      p.height(),
                      own,
                      own.stream().map(OwnSheets.Put::words).filter(w -> !w.isBlank()).toList(),
                      pictures(p, shown.pictures()));
                })
            .toList();
    model.addAttribute("drawings", drawings);
    model.addAttribute("json", json.of(drawings));
  }

  private static List<Picture> pictures(OwnSheets.Sheet page, List<OwnSheets.Framed> framed) {
    return framed.stream()
        .filter(f -> f.page().equals(page.id()) && f.ready())
        .flatMap(
            f ->
                page.places().stream()
                    .filter(p -> p.key().equals(f.place()))
                    .map(
                        p ->
                            new Picture(
                                f.file(),
                                f.look(),
                                p.label(),
                                List.of(
                                    100 * p.box().x() / page.width(),
                                    100 * p.box().y() / page.height(),
                                    100 * p.box().width() / page.width(),
                                    100 * p.box().height() / page.height()))))
        .toList();
  }
}
