package school.kerygma.core.annotation;

import java.util.List;
import java.util.Optional;
import school.kerygma.core.handout.TextAnchor;

/**
 * An annotation as the W3C's Web Annotation Data Model (Recommendation of February 2017) has it, as
 * far as marks on papers need it.
 *
 * @param id an IRI
 * @param motivation "highlighting", "commenting" and the like; empty if there is none
 * @param text of its textual body; empty if it has none
 * @param source an IRI: what is annotated
 * @param styleClass how its target is drawn (4.4); empty if that is left open
 * @param selectors each selects the same part of the source (4.2); empty for the whole of it
 */
public record WebAnnotation(
    String id,
    String motivation,
    Optional<String> text,
    String source,
    String styleClass,
    List<Selector> selectors) {

  /** Which part of a source is meant. */
  public sealed interface Selector {

    /**
     * A fragment in the syntax of a specification (4.2.1).
     *
     * @param conformsTo the specification's IRI; empty if it is not told
     * @param refinedBy which part of the fragment is meant (4.3); nothing for the whole of it
     */
    record Fragment(String value, String conformsTo, Optional<Selector> refinedBy)
        implements Selector {}

    /** Words, with some of what stands before and after them (4.2.4). */
    record TextQuote(String exact, String prefix, String suffix) implements Selector {}

    /** From one character to another, the last not included (4.2.5). */
    record TextPosition(int start, int end) implements Selector {}

    /** An area, drawn (4.2.7). */
    record Svg(String value) implements Selector {}
  }

  /** Fragments of PDF: page and viewrect (RFC 3778, 3). */
  public static final String OF_PDF = "http://tools.ietf.org/rfc/rfc3778";

  public WebAnnotation {
    selectors = List.copyOf(selectors);
  }

  /** The words that are quoted, with their place if that is told too. */
  public Optional<TextAnchor> anchor() {
    int start = 0;
    for (Selector selector : selectors) {
      if (selector instanceof Selector.TextPosition position) {
        start = position.start();
      }
    }
    for (Selector selector : selectors) {
      if (selector instanceof Selector.TextQuote quote && !quote.exact().isEmpty()) {
        return Optional.of(new TextAnchor(quote.exact(), quote.prefix(), quote.suffix(), start));
      }
    }
    return Optional.empty();
  }
}
