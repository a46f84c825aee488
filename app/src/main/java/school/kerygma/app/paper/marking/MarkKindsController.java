package school.kerygma.app.paper.marking;

import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.CacheControl;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handin.FillPlaces;
import school.kerygma.core.handout.SnapTargets;
import school.kerygma.core.walkthrough.StageLook;

/**
 * What holds for the kinds of marks, and how they look, as the browser's scripts ask it: from the
 * one place.
 */
@Controller
class MarkKindsController {

  private static final String SCRIPT =
      "// What holds for the kinds of marks; written by the server from Mark.java.\nexport const KINDS = {\n"
          + Arrays.stream(Mark.Kind.values())
              .map(MarkKindsController::line)
              .collect(Collectors.joining(",\n"))
          + "\n};\n"
          + look();

  private static String look() {
    Map<String, Object> look = new LinkedHashMap<>(StageLook.all());
    look.put("click", SnapTargets.CLICK_POINTS);
    look.put("usualLetters", FillPlaces.USUAL_LETTERS);
    look.put("written", FillPlaces.WRITTEN);
    return look.entrySet().stream()
        .map(
            e ->
                "  "
                    + e.getKey()
                    + ": "
                    + (e.getValue() instanceof String s ? "'" + s + "'" : e.getValue()))
        .collect(
            Collectors.joining(
                ",\n",
                "\n// How things look on the stage and are placed on pages; from StageLook.java and others.\nexport const LOOK = {\n",
                "\n};\n"));
  }

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
