package school.kerygma.app.ground.accounts;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.context.MessageSource;
import org.springframework.context.i18n.LocaleContext;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * In what language a family reads the words that are ours: buttons, dates, letters. What the school
 * writes stays as it is written, and everybody else reads English.
 */
@Component
@Transactional
public class FamilyLanguage {

  /**
   * In what they can be read: of each there is a messages file, the first is messages.properties.
   */
  public static final List<Locale> OFFERED = List.of(Locale.US, Locale.of("es"), Locale.of("fr"));

  private final JdbcClient sql;
  private final MessageSource words;

  FamilyLanguage(JdbcClient sql, MessageSource words) {
    this.sql = sql;
    this.words = words;
  }

  /** A message in the language of whoever is written to just now. */
  public String text(String key, Object... details) {
    return words.getMessage(key, details, current());
  }

  /** The language of whoever is being answered, or written to, just now. */
  public static Locale current() {
    LocaleContext context = LocaleContextHolder.getLocaleContext();
    Locale asked = context == null ? null : context.getLocale();
    return asked == null ? Locale.US : named(asked.getLanguage()).orElse(Locale.US);
  }

  /**
   * One of those offered.
   *
   * @param code after ISO 639-1, such as "es"
   */
  public static Optional<Locale> named(String code) {
    return OFFERED.stream().filter(l -> l.getLanguage().equals(code)).findFirst();
  }

  /** What somebody has chosen. */
  @Transactional(readOnly = true)
  public Optional<Locale> chosen(UUID person) {
    return Optional.ofNullable(of(List.of(person)).get(person));
  }

  /** What some people have chosen; who has not is not in it. */
  @Transactional(readOnly = true)
  public Map<UUID, Locale> of(Collection<UUID> people) {
    Map<UUID, Locale> all = new HashMap<>();
    if (!people.isEmpty()) {
      sql.sql("select id, language from person where language is not null and id in (:people)")
          .param("people", people)
          .query(
              (row, n) ->
                  all.put(row.getObject(1, UUID.class), named(row.getString(2)).orElseThrow()))
          .list();
    }
    return all;
  }

  /** A guardian chooses. */
  public void choose(UUID person, Locale language) {
    sql.sql("update person set language = ? where id = ?")
        .params(language.getLanguage(), person)
        .update();
  }

  /** What is written to somebody, in their language. */
  @Transactional(readOnly = true)
  public <T> T to(UUID person, Supplier<T> written) {
    return in(chosen(person).orElse(Locale.US), written);
  }

  /** What is written in a language. */
  public static <T> T in(Locale language, Supplier<T> written) {
    LocaleContext before = LocaleContextHolder.getLocaleContext();
    LocaleContextHolder.setLocale(language);
    try {
      return written.get();
    } finally {
      LocaleContextHolder.setLocaleContext(before);
    }
  }
}
