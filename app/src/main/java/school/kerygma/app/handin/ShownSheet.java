package school.kerygma.app.handin;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import school.kerygma.app.frame.PageJson;

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
      List<String> filled) {}

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
                      own.stream().map(OwnSheets.Put::words).filter(w -> !w.isBlank()).toList());
                })
            .toList();
    model.addAttribute("drawings", drawings);
    model.addAttribute("json", json.of(drawings));
  }
}
