package school.kerygma.app.ground.door;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import school.kerygma.core.text.CleanText;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;

/**
 * Hands on only clean text, from forms and from scripts. What a form's field of one line brings
 * stays one line.
 */
@Component
class CleanWords extends OncePerRequestFilter {

  /** The fields of forms that take several lines. */
  private static final Set<String> SEVERAL_LINES =
      Set.of(
          "lines", "table", "ways", "toStudents", "toFamilies", "forSubstitute", "text", "value");

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    chain.doFilter(new Cleaned(request), response);
  }

  private static String clean(String field, String value) {
    return SEVERAL_LINES.contains(field) ? CleanText.of(value) : CleanText.line(value);
  }

  private static final class Cleaned extends HttpServletRequestWrapper {

    Cleaned(HttpServletRequest request) {
      super(request);
    }

    @Override
    public @Nullable String getParameter(String name) {
      String value = super.getParameter(name);
      return value == null ? null : clean(name, value);
    }

    @Override
    public String @Nullable [] getParameterValues(String name) {
      String[] values = super.getParameterValues(name);
      return values == null
          ? null
          : Arrays.stream(values).map(v -> clean(name, v)).toArray(String[]::new);
    }

    @Override
    public Map<String, String[]> getParameterMap() {
      Map<String, String[]> all = new LinkedHashMap<>();
      super.getParameterMap()
          .forEach(
              (name, values) ->
                  all.put(
                      name, Arrays.stream(values).map(v -> clean(name, v)).toArray(String[]::new)));
      return all;
    }
  }

  /** Cleans every text that is read from JSON. */
  static SimpleModule json() {
    SimpleModule module = new SimpleModule("clean text");
    module.addDeserializer(String.class, new CleanString());
    return module;
  }

  private static final class CleanString extends StdDeserializer<String> {

    CleanString() {
      super(String.class);
    }

    @Override
    public String deserialize(JsonParser parser, DeserializationContext context)
        throws JacksonException {
      return CleanText.of(String.valueOf(parser.getValueAsString("")));
    }
  }
}
