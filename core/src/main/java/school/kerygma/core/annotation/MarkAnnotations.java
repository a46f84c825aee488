package school.kerygma.core.annotation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import school.kerygma.core.annotation.WebAnnotation.Selector;
import school.kerygma.core.handout.Box;
import school.kerygma.core.handout.Page;
import school.kerygma.core.handout.PaperText;
import school.kerygma.core.handout.PaperText.Placed;
import school.kerygma.core.handout.TextAnchor;

/**
 * Marks as web annotations, and web annotations as marks. Words are quoted from the whole text of
 * the paper, a blank between two words; places are fragments of its PDF.
 */
public final class MarkAnnotations {

  private static final Pattern PAGE = Pattern.compile("(?:^|&)page=(\\d{1,4})");
  private static final Pattern RECTANGLE =
      Pattern.compile("(?:^|&)viewrect=(-?[\\d.]+),(-?[\\d.]+),([\\d.]+),([\\d.]+)");
  private static final Pattern PATH = Pattern.compile("\\bd=[\"']([MLml\\d., -]+)[\"']");
  private static final Pattern PLACE =
      Pattern.compile("(-?\\d+(?:\\.\\d+)?)[ ,]+(-?\\d+(?:\\.\\d+)?)");
  private static final Pattern WIDTH = Pattern.compile("stroke-width=[\"']([\\d.]+)");
  private static final double PEN = 2;

  private final List<Page> pages;
  private final PaperText text;

  /**
   * @param pages of the paper that is annotated, from the first
   */
  public MarkAnnotations(List<Page> pages) {
    this.pages = List.copyOf(pages);
    this.text = new PaperText(pages);
  }

  /**
   * A mark as an annotation.
   *
   * @param page index of its page, from 0
   * @throws IllegalArgumentException for a cover: what is covered is given to nobody
   */
  public WebAnnotation of(UUID id, Mark mark, int page, String source, Covers covers) {
    if (!mark.kind().isShown()) {
      throw new IllegalArgumentException("A cover is no annotation");
    }
    List<Selector> selectors = new ArrayList<>();
    List<Placed> words =
        !mark.kind().quotes() || covers.withholds(mark.kind(), mark.boxes())
            ? List.of()
            : text.within(page, mark.boxes());
    if (!words.isEmpty() && text.stretches(words).size() == 1) {
      // The words around may lie under a cover: then only those that are marked are quoted.
      TextAnchor anchor = text.anchor(words);
      boolean open = covers.isEmpty();
      selectors.add(
          new Selector.TextQuote(
              anchor.exact(), open ? anchor.prefix() : "", open ? anchor.suffix() : ""));
      selectors.add(new Selector.TextPosition(words.getFirst().start(), words.getLast().end()));
    }
    selectors.add(
        mark instanceof Mark.InkLine
            ? new Selector.Fragment(
                "page=" + (page + 1),
                WebAnnotation.OF_PDF,
                Optional.of(new Selector.Svg(svg(mark, pages.get(page)))))
            : new Selector.Fragment(
                fragment(page, Box.around(mark.boxes())), WebAnnotation.OF_PDF, Optional.empty()));
    Optional<String> said =
        switch (mark) {
          case Mark.Note note -> Optional.of(note.words());
          case Mark.FilledIn filled -> Optional.of(filled.words());
          case Mark.Number number -> Optional.of("" + number.number());
          default -> Optional.empty();
        };
    return new WebAnnotation(
        "urn:uuid:" + id,
        said.isPresent() ? "commenting" : "highlighting",
        said,
        source,
        mark.kind().written(),
        selectors);
  }

  private static String fragment(int page, Box box) {
    return String.format(
        Locale.ROOT,
        "page=%d&viewrect=%.2f,%.2f,%.2f,%.2f",
        page + 1,
        box.x(),
        box.y(),
        box.width(),
        box.height());
  }

  private static String svg(Mark mark, Page page) {
    String path =
        mark.ink().stream()
            .map(p -> String.format(Locale.ROOT, "%.2f %.2f", p.x(), p.y()))
            .collect(Collectors.joining(" L ", "M ", ""));
    return String.format(
        Locale.ROOT,
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 %.2f %.2f\"><path d=\"%s\" fill=\"none\""
            + " stroke=\"#5B3A5E\" stroke-width=\"%.1f\"/></svg>",
        page.width(),
        page.height(),
        path,
        mark.ink().getFirst().width());
  }

  /**
   * An annotation as a mark.
   *
   * @param ids of the pages
   * @return nothing if what it is about is not in this paper
   */
  public Optional<Mark> mark(WebAnnotation annotation, List<UUID> ids) {
    Optional<Placement> place = place(annotation);
    return place.flatMap(p -> made(annotation, p, ids.get(p.page())));
  }

  private record Placement(int page, List<Box> boxes, String words, List<Ink.Point> ink) {}

  private Optional<Placement> place(WebAnnotation annotation) {
    Optional<Placement> quoted =
        annotation
            .anchor()
            .flatMap(a -> a.in(text.text()))
            .map(p -> text.between(p.start(), p.end()))
            .filter(words -> words.stream().map(Placed::page).distinct().count() == 1)
            .map(
                words ->
                    new Placement(
                        words.getFirst().page(),
                        PaperText.lines(words),
                        PaperText.text(words),
                        List.of()));
    if (quoted.isPresent() || annotation.anchor().isPresent()) {
      return quoted; // A quote that is not there is not put somewhere else.
    }
    return annotation.selectors().stream()
        .filter(Selector.Fragment.class::isInstance)
        .map(Selector.Fragment.class::cast)
        .flatMap(f -> place(f).stream())
        .findFirst();
  }

  private Optional<Placement> place(Selector.Fragment fragment) {
    Matcher page = PAGE.matcher(fragment.value());
    if (!page.find()) {
      return Optional.empty();
    }
    int index = Integer.parseInt(page.group(1)) - 1;
    if (index < 0 || index >= pages.size()) {
      return Optional.empty();
    }
    if (fragment.refinedBy().orElse(null) instanceof Selector.Svg(String drawn)) {
      List<Ink.Point> line = line(drawn);
      return line.isEmpty()
          ? Optional.empty()
          : Optional.of(new Placement(index, List.of(Ink.box(line)), "", line));
    }
    Matcher box = RECTANGLE.matcher(fragment.value());
    if (!box.find()) {
      return Optional.empty();
    }
    List<Box> boxes =
        List.of(
            new Box(
                Double.parseDouble(box.group(1)),
                Double.parseDouble(box.group(2)),
                Math.max(0.01, Double.parseDouble(box.group(3))),
                Math.max(0.01, Double.parseDouble(box.group(4)))));
    String words = PaperText.text(text.within(index, boxes));
    return Optional.of(new Placement(index, boxes, words, List.of()));
  }

  private static List<Ink.Point> line(String svg) {
    Matcher path = PATH.matcher(svg);
    if (!path.find()) {
      return List.of();
    }
    Matcher wide = WIDTH.matcher(svg);
    double width = wide.find() ? Math.clamp(Double.parseDouble(wide.group(1)), 0.2, 20) : PEN;
    List<Ink.Point> line = new ArrayList<>();
    Matcher place = PLACE.matcher(path.group(1));
    while (place.find() && line.size() < Ink.MOST_POINTS) {
      line.add(
          new Ink.Point(
              Double.parseDouble(place.group(1)), Double.parseDouble(place.group(2)), width));
    }
    return line;
  }

  private Optional<Mark> made(WebAnnotation annotation, Placement place, UUID page) {
    if (!place.ink().isEmpty()) {
      return Optional.of(new Mark.InkLine(page, place.ink()));
    }
    Mark.Kind kind = kind(annotation);
    return switch (kind) {
      case NUMBER -> {
        String said = annotation.text().orElse("");
        yield said.matches("[1-9][0-9]?")
            ? Optional.of(Mark.of(kind, page, place.boxes(), Integer.parseInt(said), place.words()))
            : Optional.empty();
      }
      case NOTE -> {
        String said = annotation.text().orElse("").strip();
        String kept = said.substring(0, Math.min(Mark.LONGEST_NOTE, said.length()));
        Box at = place.boxes().getFirst();
        boolean own = annotation.anchor().isEmpty();
        yield kept.isBlank()
            ? Optional.empty()
            : Optional.of(
                Mark.of(
                    kind,
                    page,
                    List.of(
                        NoteSlip.at(
                            at.x(),
                            own ? at.y() : at.bottom() + 2,
                            kept,
                            pages.get(place.page()).box())),
                    0,
                    kept));
      }
      case FILLED -> {
        String said = annotation.text().orElse("").strip();
        String kept = said.substring(0, Math.min(Mark.LONGEST_NOTE, said.length()));
        yield kept.isBlank()
            ? Optional.empty()
            : Optional.of(Mark.of(kind, page, place.boxes(), 0, kept));
      }
      case INK -> Optional.empty();
      default -> Optional.of(Mark.of(kind, page, place.boxes(), 0, place.words()));
    };
  }

  private static Mark.Kind kind(WebAnnotation annotation) {
    return Mark.Kind.named(annotation.styleClass())
        .orElse(annotation.text().isPresent() ? Mark.Kind.NOTE : Mark.Kind.UNDERLINE);
  }
}
