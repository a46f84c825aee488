package school.kerygma.app.school.frame;

import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes values as JSON into a page, where no tag can end the element around it. */
@Component
public class PageJson {

  private final JsonMapper json;

  PageJson(JsonMapper json) {
    this.json = json;
  }

  public String of(Object value) {
    return json.writeValueAsString(value).replace("<", "\\u003c").replace("&", "\\u0026");
  }
}
