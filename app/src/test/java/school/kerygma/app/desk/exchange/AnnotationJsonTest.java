package school.kerygma.app.desk.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import school.kerygma.core.annotation.WebAnnotation;
import school.kerygma.core.annotation.WebAnnotation.Selector;
import school.kerygma.core.handout.TextAnchor;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The examples of the W3C's Web Annotation Data Model (Recommendation of February 23, 2017), quoted
 * from memory: their structure is the Recommendation's, a name in an IRI may differ.
 */
class AnnotationJsonTest {

  private final JsonMapper mapper = new JsonMapper();
  private final AnnotationJson json = new AnnotationJson(mapper);

  private WebAnnotation only(String text) {
    List<WebAnnotation> read = json.read(text);
    assertThat(read).hasSize(1);
    return read.getFirst();
  }

  /** Section 3.1, the basic annotation. */
  @Test
  void aBasicAnnotationIsAboutTheWholeOfItsTarget() {
    WebAnnotation read =
        only(
            """
            {"@context": "http://www.w3.org/ns/anno.jsonld", "id": "http://example.org/anno1",
             "type": "Annotation", "body": "http://example.org/post1", "target": "http://example.com/page1"}
            """);
    assertThat(read.id()).isEqualTo("http://example.org/anno1");
    assertThat(read.source()).isEqualTo("http://example.com/page1");
    assertThat(read.selectors()).isEmpty();
    assertThat(read.text()).isEmpty();
  }

  /** Section 3.2.4, the embedded textual body, and 3.2.6, bodyValue. */
  @Test
  void aTextualBodyIsReadInBothForms() {
    assertThat(
            only("""
                    {"id": "http://example.org/anno5", "type": "Annotation",
                     "body": {"type": "TextualBody", "value": "<p>j'adore !</p>", "format": "text/html", "language": "fr"},
                     "target": "http://example.org/photo1"}
                    """)
                .text())
        .contains("<p>j'adore !</p>");
    assertThat(
            only("""
                    {"id": "http://example.org/anno9", "type": "Annotation",
                     "bodyValue": "Comment text", "target": "http://example.org/target1"}
                    """)
                .text())
        .contains("Comment text");
  }

  /** Section 4.2.4. Its words find their place in a text, misspelt as they are. */
  private static final String QUOTE =
      """
      {"@context": "http://www.w3.org/ns/anno.jsonld", "id": "http://example.org/anno23", "type": "Annotation",
       "body": "http://example.org/comment1",
       "target": {"source": "http://example.org/page1",
         "selector": {"type": "TextQuoteSelector", "exact": "anotation", "prefix": "this is an ", "suffix": " that has some"}}}
      """;

  @Test
  void aQuotedTextIsFoundByItsNeighbors() {
    WebAnnotation read = only(QUOTE);
    assertThat(read.selectors())
        .containsExactly(new Selector.TextQuote("anotation", "this is an ", " that has some"));
    String page = "No anotation here. Remember that this is an anotation that has some errors.";
    // By hand: the second one begins after "No anotation here. Remember that this is an ".
    assertThat(read.anchor().orElseThrow().in(page)).contains(new TextAnchor.Place(44, 53));
  }

  /** Section 4.2.5. */
  @Test
  void aPositionIsReadAsCharacters() {
    assertThat(
            only("""
                    {"id": "http://example.org/anno24", "type": "Annotation", "body": "http://example.org/review1",
                     "target": {"source": "http://example.org/ebook1",
                       "selector": {"type": "TextPositionSelector", "start": 412, "end": 795}}}
                    """)
                .selectors())
        .containsExactly(new Selector.TextPosition(412, 795));
  }

  /** Sections 4.2.1 and 4.2.7. */
  @Test
  void fragmentsAndDrawnAreasAreRead() {
    assertThat(
            only("""
                    {"id": "http://example.org/anno20", "type": "Annotation",
                     "body": {"source": "http://example.org/video1", "purpose": "describing",
                       "selector": {"type": "FragmentSelector", "conformsTo": "http://www.w3.org/TR/media-frags/", "value": "t=30,60"}},
                     "target": "http://example.org/image1"}
                    """)
                .source())
        .isEqualTo("http://example.org/image1");
    assertThat(
            only("""
                    {"id": "http://example.org/anno27", "type": "Annotation", "body": "http://example.org/road1",
                     "target": {"source": "http://example.org/map1",
                       "selector": {"type": "SvgSelector", "value": "<svg:svg> ... </svg:svg>"}}}
                    """)
                .selectors())
        .containsExactly(new Selector.Svg("<svg:svg> ... </svg:svg>"));
  }

  /** Section 4.2.9: a selection that is refined by another. */
  @Test
  void whatRefinesAFragmentIsReadWithIt() {
    assertThat(
            only("""
                    {"id": "http://example.org/anno29", "type": "Annotation", "body": "http://example.org/comment1",
                     "target": {"source": "http://example.org/page1",
                       "selector": {"type": "FragmentSelector", "value": "para5",
                         "refinedBy": {"type": "TextQuoteSelector", "exact": "Selected Text", "prefix": "text before the ", "suffix": " and text after it"}}}}
                    """)
                .selectors())
        .containsExactly(
            new Selector.Fragment(
                "para5",
                "",
                Optional.of(
                    new Selector.TextQuote(
                        "Selected Text", "text before the ", " and text after it"))));
  }

  /** Sections 5.1 and 5.2: a collection with an embedded first page. */
  @Test
  void aCollectionGivesTheAnnotationsOfItsFirstPage() {
    assertThat(
            json.read(
                """
                {"@context": "http://www.w3.org/ns/anno.jsonld", "id": "http://example.org/collection1",
                 "type": "AnnotationCollection", "label": "Two Annotations", "total": 2,
                 "first": {"id": "http://example.org/page1", "type": "AnnotationPage", "startIndex": 0,
                   "items": [
                     {"id": "http://example.org/anno1", "type": "Annotation", "body": "http://example.net/comment1", "target": "http://example.com/book/chapter1"},
                     {"id": "http://example.org/anno2", "type": "Annotation", "body": "http://example.net/comment2", "target": "http://example.com/book/chapter2"}]}}
                """))
        .extracting(WebAnnotation::id)
        .containsExactly("http://example.org/anno1", "http://example.org/anno2");
  }

  /** What is written is what the Recommendation's example says, property by property. */
  @Test
  void whatWasReadIsWrittenAgainAsItWas() {
    WebAnnotation read = only(QUOTE);
    JsonNode written = mapper.readTree(json.collection("urn:x", "Marks", List.of(read)));
    assertThat(written.path("@context").asString()).isEqualTo("http://www.w3.org/ns/anno.jsonld");
    assertThat(written.path("type").asString()).isEqualTo("AnnotationCollection");
    assertThat(written.path("total").asInt()).isEqualTo(1);
    JsonNode item = written.path("first").path("items").get(0);
    JsonNode expected = mapper.readTree(QUOTE);
    assertThat(item.path("id")).isEqualTo(expected.path("id"));
    assertThat(item.path("type")).isEqualTo(expected.path("type"));
    assertThat(item.path("target")).isEqualTo(expected.path("target"));
  }

  @Test
  void aFileThatIsNoJsonIsRefusedAndStrangeJsonGivesNothing() {
    assertThatThrownBy(() -> json.read("<html>")).isInstanceOf(IllegalArgumentException.class);
    assertThat(json.read("{}")).isEmpty();
    assertThat(json.read("[1, null, {\"target\": {\"selector\": 5}}]")).isEmpty();
  }
}
