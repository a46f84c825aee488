package school.kerygma.app.paper.marking;

import java.time.Duration;
import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import school.kerygma.core.annotation.Mark;

/** What holds for the kinds of marks, as the browser's scripts ask it: from the one place. */
@Controller
class MarkKindsController {

  private static final String SCRIPT =
      "// What holds for the kinds of marks; written by the server from Mark.java.\nexport const KINDS = {\n"
          + Arrays.stream(Mark.Kind.values())
              .map(MarkKindsController::line)
              .collect(Collectors.joining(",\n"))
          + "\n};\n";

  private static String line(Mark.Kind kind) {
    return String.format(
        Locale.ROOT,
        "  %s: { quotes: %b, oneAPage: %b, shown: %b, beneath: %b }",
        kind.written(),
        kind.quotes(),
        kind.isOneAPage(),
        kind.isShown(),
        kind.isBeneath());
  }

  @GetMapping(value = "/js/kinds.js", produces = "text/javascript")
  ResponseEntity<String> kinds() {
    return ResponseEntity.ok()
        .cacheControl(CacheControl.maxAge(Duration.ofMinutes(5)))
        .body(SCRIPT);
  }
}
