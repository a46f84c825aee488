package school.kerygma.media.worker;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import school.kerygma.core.annotation.Mark;
import tools.jackson.databind.json.JsonMapper;

/** How requests and answers are written between the application and a process. */
final class Wire {

  /** The kinds of marks are told apart by the names of their records. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME)
  private interface OneOfTheKinds {}

  private Wire() {}

  static JsonMapper json() {
    return JsonMapper.builder().addMixIn(Mark.class, OneOfTheKinds.class).build();
  }
}
