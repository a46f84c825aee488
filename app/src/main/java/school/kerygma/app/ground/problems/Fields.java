package school.kerygma.app.ground.problems;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.util.MultiValueMap;

/**
 * The fields of a form as they were sent. What is typed by a person and cannot be read is a problem
 * that names its field; what only a page of ours sends is {@linkplain Problem#unreadable()
 * unreadable}.
 */
public record Fields(MultiValueMap<String, String> form) {

  /** Without blanks around it; empty if it was not sent. */
  public String text(String field) {
    @Nullable String sent = form.getFirst(field);
    return sent == null ? "" : sent.strip();
  }

  /**
   * A whole number, or nothing if the field is empty.
   *
   * @throws Problem by this key
   */
  public @Nullable Integer number(String field, String problem) {
    try {
      return text(field).isEmpty() ? null : Integer.valueOf(text(field));
    } catch (NumberFormatException e) {
      throw Problem.refused(problem).at(field);
    }
  }

  /** The same, with what an empty field stands for. */
  public int number(String field, String problem, int empty) {
    @Nullable Integer sent = number(field, problem);
    return sent == null ? empty : sent;
  }

  /**
   * A time of day, or nothing if the field is empty.
   *
   * @throws Problem by this key
   */
  public Optional<LocalTime> time(String field, String problem) {
    return text(field).isEmpty()
        ? Optional.empty()
        : Optional.of(time(text(field), field, problem));
  }

  /** All that were sent by one name. */
  public Set<UUID> ids(String field) {
    return form.getOrDefault(field, List.of()).stream().map(Fields::id).collect(Collectors.toSet());
  }

  /** The one that is chosen, or nothing. */
  public Optional<UUID> chosen(String field) {
    return text(field).isEmpty() ? Optional.empty() : Optional.of(id(text(field)));
  }

  /** An id, as our pages write it. */
  public static UUID id(String text) {
    try {
      return UUID.fromString(text);
    } catch (IllegalArgumentException e) {
      throw Problem.unreadable();
    }
  }

  /** A day, as our pages write it. */
  public static LocalDate day(String text) {
    try {
      return LocalDate.parse(text);
    } catch (DateTimeException e) {
      throw Problem.unreadable();
    }
  }

  /**
   * A day as a person gives it: 2026-10-01.
   *
   * @throws Problem by this key
   */
  public static LocalDate day(String text, String field, String problem) {
    try {
      return LocalDate.parse(text.strip());
    } catch (DateTimeException e) {
      throw Problem.refused(problem).at(field);
    }
  }

  /**
   * A time of day as a person gives it: 08:45.
   *
   * @throws Problem by this key
   */
  public static LocalTime time(String text, String field, String problem) {
    try {
      return LocalTime.parse(text.strip());
    } catch (DateTimeException e) {
      throw Problem.refused(problem).at(field);
    }
  }

  /** One of some choices, by its name, as our pages write it. */
  public static <E extends Enum<E>> E one(Class<E> of, String name) {
    try {
      return Enum.valueOf(of, name);
    } catch (IllegalArgumentException e) {
      throw Problem.unreadable();
    }
  }
}
