package school.kerygma.app.school.frame;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Locale;
import org.springframework.context.MessageSource;
import org.springframework.core.NestedExceptionUtils;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.validation.BindException;
import org.springframework.web.HttpMediaTypeNotSupportedException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import school.kerygma.app.ground.door.TooLong;
import school.kerygma.app.ground.problems.Problem;

/**
 * The one place that turns what went wrong into a page, or into problem+json (RFC 9457) for
 * scripts.
 */
@ControllerAdvice
class ProblemAdvice {

  private final MessageSource words;

  ProblemAdvice(MessageSource words) {
    this.words = words;
  }

  @ExceptionHandler
  Object problem(Problem problem, HttpServletRequest request, Locale locale) {
    Object said =
        answer(
            problem.status(), words.getMessage(problem.key(), problem.details(), locale), request);
    if (said instanceof ResponseEntity<?> json && json.getBody() instanceof ProblemDetail detail) {
      detail.setProperty("key", problem.getMessage());
      problem.field().ifPresent(field -> detail.setProperty("field", field));
    }
    return said;
  }

  @ExceptionHandler
  Object tooLarge(MaxUploadSizeExceededException e, HttpServletRequest request, Locale locale) {
    return answer(
        HttpStatus.CONTENT_TOO_LARGE,
        words.getMessage("problem.paper.TOO_LARGE", new Object[0], locale),
        request);
  }

  @ExceptionHandler
  Object changedElsewhere(
      OptimisticLockingFailureException e, HttpServletRequest request, Locale locale) {
    return answer(
        HttpStatus.CONFLICT,
        words.getMessage("problem.changed-elsewhere", new Object[0], locale),
        request);
  }

  /** What must be there once was made by another request a moment before. */
  @ExceptionHandler
  Object twice(DuplicateKeyException e, HttpServletRequest request, Locale locale) {
    return answer(
        HttpStatus.CONFLICT, words.getMessage("problem.twice", new Object[0], locale), request);
  }

  /**
   * A value that the database cannot hold: a number or a text beyond what the rules let through.
   */
  @ExceptionHandler
  Object unfit(DataIntegrityViolationException e, HttpServletRequest request, Locale locale) {
    boolean twice = String.valueOf(e.getMostSpecificCause().getMessage()).contains("duplicate");
    return twice
        ? twice(new DuplicateKeyException(""), request, locale)
        : unreadable(e, request, locale);
  }

  @ExceptionHandler({
    MultipartException.class,
    HttpMediaTypeNotSupportedException.class,
    MissingServletRequestPartException.class,
    MethodArgumentTypeMismatchException.class,
    MissingServletRequestParameterException.class,
    HttpMessageNotReadableException.class,
    BindException.class
  })
  Object unreadable(Exception e, HttpServletRequest request, Locale locale) {
    if (NestedExceptionUtils.getMostSpecificCause(e) instanceof TooLong) {
      return answer(
          HttpStatus.CONTENT_TOO_LARGE,
          words.getMessage("problem.too-large", new Object[0], locale),
          request);
    }
    boolean address =
        e instanceof MethodArgumentTypeMismatchException && request.getMethod().equals("GET");
    if (address) {
      return problem(Problem.notFound(), request, locale);
    }
    String field =
        switch (e) {
          case MethodArgumentTypeMismatchException wrong -> wrong.getName();
          case MissingServletRequestParameterException missing -> missing.getParameterName();
          default -> null;
        };
    return field != null
        ? problem(Problem.refused("field").at(field), request, locale)
        : answer(
            HttpStatus.BAD_REQUEST,
            words.getMessage("problem.unreadable", new Object[0], locale),
            request);
  }

  private static Object answer(HttpStatusCode status, String text, HttpServletRequest request) {
    String accept = String.valueOf(request.getHeader("Accept"));
    if (accept.contains("json")) {
      return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, text));
    }
    return ProblemPage.of(status, text, request);
  }
}
