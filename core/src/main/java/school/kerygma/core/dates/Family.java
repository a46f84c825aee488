package school.kerygma.core.dates;

import java.util.List;

/** One way in which days are named. */
interface Family {

  /** Adds the days of a text that are named so. */
  void read(String text, DatePhrases.Reference reference, List<Phrase.Day> days);
}
