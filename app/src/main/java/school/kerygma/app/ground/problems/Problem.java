package school.kerygma.app.ground.problems;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/**
 * Something a person can be told. The words stand in messages.properties under {@code
 * problem.<key>}: what happened, what was kept, what to do next.
 */
public final class Problem extends RuntimeException {

  private final HttpStatus status;
  private final transient List<Object> details;
  private @Nullable String field;

  private Problem(HttpStatus status, String key, Object... details) {
    super(key);
    this.status = status;
    this.details = List.of(details);
  }

  /** The thing is not there, or not for this person: both look the same from outside. */
  public static Problem notFound() {
    return new Problem(HttpStatus.NOT_FOUND, "not-found");
  }

  /** What was sent cannot be taken. */
  public static Problem refused(String key, Object... details) {
    return new Problem(HttpStatus.UNPROCESSABLE_CONTENT, key, details);
  }

  /** What was sent is nothing that a page of ours sends. */
  public static Problem unreadable() {
    return new Problem(HttpStatus.BAD_REQUEST, "unreadable");
  }

  /** It was changed elsewhere in the meantime, or cannot be done in this state. */
  public static Problem conflict(String key, Object... details) {
    return new Problem(HttpStatus.CONFLICT, key, details);
  }

  /** The machine cannot do it now. */
  public static Problem unavailable(String key) {
    return new Problem(HttpStatus.INSUFFICIENT_STORAGE, key);
  }

  /** The field of the form that it is about. */
  public Problem at(String name) {
    this.field = name;
    return this;
  }

  public Optional<String> field() {
    return Optional.ofNullable(field);
  }

  public HttpStatus status() {
    return status;
  }

  public String key() {
    return "problem." + getMessage();
  }

  public Object[] details() {
    return details.toArray();
  }
}
