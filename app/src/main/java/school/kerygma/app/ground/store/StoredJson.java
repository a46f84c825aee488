package school.kerygma.app.ground.store;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes what is kept as JSON, and reads what any earlier version wrote: what an older form did not
 * know yet is false, zero or an empty list, and what this one knows no more is passed over. What
 * needs another default has it in its record. docs/formats/stored.md lists the forms and what they
 * may become.
 */
@Component
public final class StoredJson {

  private final JsonMapper json;

  public StoredJson(JsonMapper json) {
    this.json =
        json.rebuild()
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .disable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .withConfigOverride(
                List.class, o -> o.setNullHandling(JsonSetter.Value.forValueNulls(Nulls.AS_EMPTY)))
            .build();
  }

  /** As it is kept. */
  public String write(Object value) {
    return json.writeValueAsString(value);
  }

  /** What was kept, in whatever form. */
  public <T> T read(String kept, Class<T> type) {
    return json.readValue(kept, type);
  }

  /** What was kept in a file, in whatever form. */
  public <T> T read(InputStream kept, Class<T> type) {
    try (kept) {
      return json.readValue(kept, type);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
