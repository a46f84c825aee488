package school.kerygma.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class TemplatesTest {

  private static final Pattern PARAGRAPH =
      Pattern.compile("<p(?:\\s[^>]*)?>(.*?)</p>", Pattern.DOTALL);

  /** What ends a paragraph that is open (HTML Living Standard, 4.4.1, "A p element's end tag"). */
  private static final Pattern ENDS_IT =
      Pattern.compile(
          "<(address|article|aside|blockquote|details|dialog|div|dl|fieldset|figcaption|figure|footer|form|h[1-6]|header"
              + "|hr|main|menu|nav|ol|p|pre|search|section|table|ul)\\b");

  /** A form in a paragraph comes to stand outside it, and outside what shows and hides it. */
  @Test
  void nothingEndsAParagraphBeforeItsEndTag() throws IOException {
    List<Path> templates;
    try (Stream<Path> files = Files.walk(Path.of("src/main/resources/templates"))) {
      templates = files.filter(f -> f.toString().endsWith(".html")).toList();
    }
    assertThat(templates).hasSizeGreaterThan(50);
    for (Path template : templates) {
      Matcher paragraph = PARAGRAPH.matcher(Files.readString(template));
      while (paragraph.find()) {
        assertThat(paragraph.group(1)).as("%s", template).doesNotContainPattern(ENDS_IT);
      }
    }
  }
}
