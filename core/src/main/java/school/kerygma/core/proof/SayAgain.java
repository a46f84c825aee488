package school.kerygma.core.proof;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.text.Sentences;

/**
 * What a talk says that is no longer right when its work is done at another time or by another
 * section: a date that is now another, a section that it is not for. A date stands if the same
 * words mean, at the other time, the day to which the work of that day has gone.
 */
public final class SayAgain {

  /** Why a sentence is no longer right. */
  public enum Why {
    /** The words mean another day than the one to which the work has gone. */
    DAY,
    /** Nobody knows where the day that is said has gone: it lies outside what was moved. */
    DATE,
    /** The section has changed. */
    SECTION
  }

  /**
   * A sentence that is no longer right.
   *
   * @param quote the words in it
   * @param section for which, by its name
   * @param becomes the day or section that is right, if it is known: 2027-01-14, or a name
   */
  public record Line(String quote, String sentence, Why why, String section, String becomes) {}

  /**
   * One section's work that goes to another time, or to another section.
   *
   * @param then against which dates were read
   * @param now against which they will be
   * @param moved where the work of a day goes; nothing if it was not moved
   * @param from the name of the section
   * @param to the name of the section whose it will be
   */
  public record Moved(
      DatePhrases.Reference then,
      DatePhrases.Reference now,
      Function<LocalDate, Optional<LocalDate>> moved,
      String from,
      String to) {}

  private SayAgain() {}

  /**
   * The sentences that are no longer right, in their order; of one sentence and section, each of
   * its wrong words once.
   *
   * @param script what is said
   * @param all of the sections for which it will be
   * @param sections names of all sections of the teacher
   */
  public static List<Line> of(String script, List<Moved> all, Collection<String> sections) {
    TreeMap<Integer, List<Line>> lines = new TreeMap<>();
    for (Moved moved : all) {
      List<Fact> before = FactReader.read(script, moved.then(), sections);
      List<Fact> after = FactReader.read(script, moved.now(), sections);
      for (Fact fact : before) {
        line(fact, after, moved, all, script)
            .ifPresent(l -> lines.computeIfAbsent(fact.start(), s -> new ArrayList<>()).add(l));
      }
    }
    return lines.values().stream().flatMap(List::stream).distinct().toList();
  }

  private static Optional<Line> line(
      Fact fact, List<Fact> after, Moved moved, List<Moved> all, String script) {
    String sentence = Sentences.at(script, fact.start());
    return switch (fact.kind()) {
      case DUE, DATE ->
          day(fact)
              .flatMap(
                  was -> {
                    Optional<LocalDate> right = moved.moved().apply(was);
                    Optional<LocalDate> is =
                        after.stream()
                            .filter(f -> f.start() == fact.start())
                            .findFirst()
                            .flatMap(SayAgain::day);
                    if (right.isPresent()) {
                      return is.equals(right)
                          ? Optional.empty()
                          : Optional.of(
                              new Line(
                                  fact.quote(),
                                  sentence,
                                  Why.DAY,
                                  moved.to(),
                                  right.get().toString()));
                    }
                    return is.filter(day -> sameDistance(was, day, moved)).isPresent()
                        ? Optional.empty()
                        : Optional.of(new Line(fact.quote(), sentence, Why.DATE, moved.to(), ""));
                  });
      case SECTION -> {
        // A section that is only spoken of was none of those before, either.
        List<String> becomes =
            all.stream()
                .filter(m -> m.from().equals(fact.value()))
                .map(Moved::to)
                .distinct()
                .toList();
        boolean stays = all.stream().anyMatch(m -> m.to().equals(fact.value()));
        yield stays || becomes.isEmpty()
            ? Optional.empty()
            : Optional.of(
                new Line(fact.quote(), sentence, Why.SECTION, "", String.join(", ", becomes)));
      }
      default -> Optional.empty();
    };
  }

  /** "Tomorrow", "in two weeks": as far from then as from now. */
  private static boolean sameDistance(LocalDate was, LocalDate is, Moved moved) {
    return ChronoUnit.DAYS.between(moved.then().today(), was)
        == ChronoUnit.DAYS.between(moved.now().today(), is);
  }

  private static Optional<LocalDate> day(Fact fact) {
    return fact.value().matches("\\d{4}-\\d\\d-\\d\\d.*")
        ? Optional.of(LocalDate.parse(fact.value().substring(0, 10)))
        : Optional.empty();
  }
}
