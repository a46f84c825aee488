package school.kerygma.app.school.frame;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.context.MessageSource;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.ModelAndView;

/** The page for what went wrong outside any controller. */
@Controller
class ErrorPageController implements ErrorController {

  private final MessageSource words;

  ErrorPageController(MessageSource words) {
    this.words = words;
  }

  @RequestMapping("/error")
  ModelAndView error(HttpServletRequest request, Locale locale) {
    int code =
        request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE) instanceof Integer known
            ? known
            : 404;
    String key =
        switch (code) {
          case 403 -> "problem.form-too-old";
          case 404, 405 -> "problem.not-found";
          default -> code < 500 ? "problem.unreadable" : "problem.ours";
        };
    return ProblemPage.of(
        HttpStatus.valueOf(code), words.getMessage(key, new Object[0], locale), request);
  }
}
