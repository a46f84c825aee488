package school.kerygma.app.desk.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import school.kerygma.core.annotation.WebAnnotation;
import school.kerygma.core.annotation.WebAnnotation.Selector;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Writes and reads web annotations in the JSON-LD form of the W3C's Web Annotation Data Model. */
@Component
class AnnotationJson {

  private static final String CONTEXT = "http://www.w3.org/ns/anno.jsonld";

  private final JsonMapper json;

  AnnotationJson(JsonMapper json) {
    this.json = json;
  }

  /** A collection with one page of all annotations (Data Model, 5). */
  String collection(String id, String label, List<WebAnnotation> annotations) {
    ObjectNode collection = json.createObjectNode();
    collection.put("@context", CONTEXT);
    collection.put("id", id);
    collection.put("type", "AnnotationCollection");
    collection.put("label", label);
    collection.put("total", annotations.size());
    ObjectNode first = collection.putObject("first");
    first.put("id", id + "#page-1");
    first.put("type", "AnnotationPage");
    first.put("startIndex", 0);
    ArrayNode items = first.putArray("items");
    annotations.forEach(a -> items.add(node(a)));
    return json.writerWithDefaultPrettyPrinter().writeValueAsString(collection);
  }

  private ObjectNode node(WebAnnotation annotation) {
    ObjectNode node = json.createObjectNode();
    node.put("id", annotation.id());
    node.put("type", "Annotation");
    if (!annotation.motivation().isEmpty()) {
      node.put("motivation", annotation.motivation());
    }
    annotation
        .text()
        .ifPresent(
            text -> {
              ObjectNode body = node.putObject("body");
              body.put("type", "TextualBody");
              body.put("value", text);
              body.put("format", "text/plain");
            });
    ObjectNode target = node.putObject("target");
    target.put("source", annotation.source());
    if (!annotation.styleClass().isEmpty()) {
      target.put("styleClass", annotation.styleClass());
    }
    List<ObjectNode> selectors = annotation.selectors().stream().map(this::node).toList();
    if (selectors.size() == 1) {
      target.set("selector", selectors.getFirst());
    } else if (!selectors.isEmpty()) {
      target.putArray("selector").addAll(selectors);
    }
    return node;
  }

  private ObjectNode node(Selector selector) {
    ObjectNode node = json.createObjectNode();
    switch (selector) {
      case Selector.Fragment(String value, String conformsTo, Optional<Selector> refinedBy) -> {
        node.put("type", "FragmentSelector");
        if (!conformsTo.isEmpty()) {
          node.put("conformsTo", conformsTo);
        }
        node.put("value", value);
        refinedBy.ifPresent(r -> node.set("refinedBy", node(r)));
      }
      case Selector.TextQuote(String exact, String prefix, String suffix) -> {
        node.put("type", "TextQuoteSelector");
        node.put("exact", exact);
        if (!prefix.isEmpty()) {
          node.put("prefix", prefix);
        }
        if (!suffix.isEmpty()) {
          node.put("suffix", suffix);
        }
      }
      case Selector.TextPosition(int start, int end) -> {
        node.put("type", "TextPositionSelector");
        node.put("start", start);
        node.put("end", end);
      }
      case Selector.Svg(String value) -> {
        node.put("type", "SvgSelector");
        node.put("value", value);
      }
    }
    return node;
  }

  /**
   * Reads one annotation, a list, a page or a collection of them. What is not of a kind that papers
   * have is left out.
   *
   * @throws IllegalArgumentException if it is no JSON
   */
  List<WebAnnotation> read(String text) {
    JsonNode root;
    try {
      root = json.readTree(text);
    } catch (JacksonException e) {
      throw new IllegalArgumentException("No JSON", e);
    }
    JsonNode page = root.path("first").isObject() ? root.path("first") : root;
    JsonNode all = page.path("items").isArray() ? page.path("items") : page;
    List<WebAnnotation> annotations = new ArrayList<>();
    if (all.isArray()) {
      all.forEach(n -> annotations.addAll(annotations(n)));
    } else {
      annotations.addAll(annotations(all));
    }
    return annotations;
  }

  private static List<WebAnnotation> annotations(JsonNode node) {
    JsonNode targets = node.path("target");
    List<WebAnnotation> annotations = new ArrayList<>();
    for (JsonNode target : targets.isArray() ? targets : List.of(targets)) {
      String source = target.isString() ? target.asString() : target.path("source").asString("");
      if (!source.isEmpty()) {
        annotations.add(
            new WebAnnotation(
                node.path("id").asString(""),
                first(node.path("motivation")).asString(""),
                text(node),
                source,
                first(target.path("styleClass")).asString(""),
                selectors(target.path("selector"))));
      }
    }
    return annotations;
  }

  private static JsonNode first(JsonNode node) {
    return node.isArray() && !node.isEmpty() ? node.get(0) : node;
  }

  private static Optional<String> text(JsonNode node) {
    if (node.path("bodyValue").isString()) {
      return Optional.of(node.path("bodyValue").asString());
    }
    JsonNode bodies = node.path("body");
    for (JsonNode body : bodies.isArray() ? bodies : List.of(bodies)) {
      if (body.path("value").isString()) {
        return Optional.of(body.path("value").asString());
      }
    }
    return Optional.empty();
  }

  private static List<Selector> selectors(JsonNode node) {
    List<Selector> selectors = new ArrayList<>();
    for (JsonNode one : node.isArray() ? node : List.of(node)) {
      selector(one).ifPresent(selectors::add);
    }
    return selectors;
  }

  private static Optional<Selector> selector(JsonNode node) {
    return switch (node.path("type").asString("")) {
      case "FragmentSelector" ->
          Optional.of(
              new Selector.Fragment(
                  node.path("value").asString(""),
                  node.path("conformsTo").asString(""),
                  selector(node.path("refinedBy"))));
      case "TextQuoteSelector" ->
          Optional.of(
              new Selector.TextQuote(
                  node.path("exact").asString(""),
                  node.path("prefix").asString(""),
                  node.path("suffix").asString("")));
      case "TextPositionSelector" ->
          Optional.of(
              new Selector.TextPosition(node.path("start").asInt(0), node.path("end").asInt(0)));
      case "SvgSelector" -> Optional.of(new Selector.Svg(node.path("value").asString("")));
      default -> Optional.empty();
    };
  }
}
