package school.kerygma.app.paper.papers;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.media.paper.HtmlPaper;

/** Sets pages of the application as papers, with words that marks snap to. */
@Service
public class SetPapers {

  private final TakingIn takingIn;
  private final SpringTemplateEngine templates;

  SetPapers(TakingIn takingIn, SpringTemplateEngine templates) {
    this.takingIn = takingIn;
    this.templates = templates;
  }

  /**
   * Sets a paper.
   *
   * @param name what it is called in the list of papers
   * @param template of XHTML, with its style in it
   * @param shown what the template names, besides {@code show}, the wording of dates
   */
  public TakingIn.TakenIn set(UUID teacher, String name, String template, Map<String, ?> shown) {
    Map<String, Object> all = new HashMap<>(shown);
    all.put("show", new Wording());
    String xhtml = templates.process(template, new Context(Locale.ENGLISH, all));
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    try {
      HtmlPaper.write(xhtml, pdf);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return takingIn.takeIn(teacher, name + ".pdf", new ByteArrayInputStream(pdf.toByteArray()));
  }
}
