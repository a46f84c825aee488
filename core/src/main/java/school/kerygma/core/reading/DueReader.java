package school.kerygma.core.reading;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import school.kerygma.core.dates.DatePhrases;
import school.kerygma.core.dates.DatePhrases.Found;
import school.kerygma.core.reading.DueSense.Sense;
import school.kerygma.core.reading.Leftovers.Stretch;
import school.kerygma.core.time.SchoolCalendar;

/**
 * Concludes from a sentence whether something is due on a date of it. A date is sure only if
 * nothing that looks like a date or a time is left over beside it.
 */
public final class DueReader {

  /**
   * What is read of a date.
   *
   * @param start where the words begin that speak of it, with those that were left over
   * @param end where they end
   * @param due whether something is due then, or may be
   * @param doubts what is to be asked
   */
  public record Read(Found date, int start, int end, boolean due, List<DatePhrases.Doubt> doubts) {}

  /**
   * What is read of a text.
   *
   * @param unread where something is due, and the words of when are not understood
   */
  public record Reading(List<Read> dates, List<DatePhrases.Unread> unread) {}

  /** Who writes so may mean either half of the day. */
  private static final Pattern HALF_DAY =
      Pattern.compile("\\b(?:11[:.]59|12[:.]00)(?!\\s*[ap]\\.?m)", Pattern.CASE_INSENSITIVE);

  /** Words further apart than this are not quoted together. */
  private static final int LONGEST_QUOTE = 60;

  private DueReader() {}

  /**
   * Reads a text whose dates were found.
   *
   * @param calendar of the term
   * @param taken stretches of it, from and to, that say something else: pages, points
   * @param breaks where something new begins though no sentence ends: headings, cells
   */
  public static Reading of(
      String written,
      DatePhrases.Reading found,
      SchoolCalendar calendar,
      List<int[]> taken,
      Collection<Integer> breaks) {
    String text = Said.plain(written);
    List<Stretch> used = new ArrayList<>();
    taken.forEach(t -> used.add(new Stretch(t[0], t[1])));
    found.found().forEach(d -> used.add(new Stretch(d.start(), d.end())));
    found.unread().forEach(u -> used.add(new Stretch(u.start(), u.end())));
    List<Read> dates = new ArrayList<>();
    List<DatePhrases.Unread> unread = new ArrayList<>(found.unread());
    List<Sentence> sentences = Sentence.of(text, found.found(), breaks);
    Corrections corrections = Corrections.of(text, sentences);
    Sense heading = Sense.NOT;
    Sense last = Sense.NOT;
    for (Sentence sentence : sentences) {
      if (sentence.dates().isEmpty()) {
        heading = Headings.under(text.substring(sentence.start(), sentence.end()), heading);
        unread.addAll(withoutDate(written, text, sentence, used, found.unread(), last));
      } else {
        List<Stretch> beside = new ArrayList<>();
        List<Read> here = read(text, sentence, corrections, used, heading, calendar, beside);
        dates.addAll(here);
        last = !here.isEmpty() && here.getLast().due() ? Sense.SURE : Sense.NOT;
        beside.forEach(
            b ->
                unread.add(
                    new DatePhrases.Unread(
                        b.start(), b.end(), written.substring(b.start(), b.end()))));
      }
    }
    return new Reading(dates, unread);
  }

  private static List<Read> read(
      String text,
      Sentence sentence,
      Corrections corrections,
      List<Stretch> used,
      Sense heading,
      SchoolCalendar calendar,
      List<Stretch> unread) {
    List<Read> all = new ArrayList<>();
    Sense before = Sense.NOT;
    for (int i = 0; i < sentence.dates().size(); i++) {
      Found date = sentence.dates().get(i);
      Said said = Said.of(text, sentence, i, corrections);
      Sense sense =
          corrections.dropped().contains(date)
              ? Sense.NOT
              : Headings.sense(said, DueSense.of(said, before), heading);
      if (sense == Sense.ASK && !WorthAsking.isOfClass(said, date, calendar)) {
        sense = Sense.NOT; // "By August 4 most of Europe was at war."
      }
      List<DatePhrases.Doubt> doubts = new ArrayList<>(date.doubts());
      if (WorthAsking.isWeekendByName(date)) {
        doubts.remove(DatePhrases.Doubt.WITHOUT_SCHOOL);
      }
      int start = date.start();
      int end = date.end();
      List<Stretch> left = Leftovers.in(text, sentence.from(text, i), sentence.to(text, i), used);
      if (sense == Sense.NOT) {
        left.stream().filter(l -> l.day() && isDue(text, sentence, l)).forEach(unread::add);
        before = corrections.dropped().contains(date) ? before : sense;
        if (!WorthAsking.isOfClass(said, date, calendar)) {
          continue;
        }
        doubts = WorthAsking.of(said, text.substring(sentence.start(), sentence.end()), date);
      } else {
        for (Stretch l : left) {
          if (Math.max(end, l.end()) - Math.min(start, l.start()) <= LONGEST_QUOTE) {
            start = Math.min(start, l.start());
            end = Math.max(end, l.end());
          }
        }
        boolean halfDay = HALF_DAY.matcher(text.substring(start, end)).find();
        if (halfDay || !left.isEmpty()) {
          doubts.add(DatePhrases.Doubt.LEFT_OVER);
        } else if (sense == Sense.ASK) {
          doubts.add(DatePhrases.Doubt.PERHAPS_DUE);
        }
      }
      all.add(new Read(date, start, end, sense != Sense.NOT, doubts));
      before = corrections.dropped().contains(date) ? before : sense;
    }
    return apart(all);
  }

  private static boolean isDue(Said said, Sense last) {
    boolean goesOn = last != Sense.NOT && DueSense.isWithoutVerb(said);
    return goesOn || DueSense.of(said, Sense.NOT) == Sense.SURE;
  }

  /** "The quiz is on Friday and the guide is due the day before": the second is a question. */
  private static boolean isDue(String text, Sentence sentence, Stretch left) {
    Said near = Said.beside(text, sentence, left.start(), left.end()).near();
    return !near.stretch().contains(sentence.dates().getFirst().quote())
        && DueSense.of(near, Sense.NOT) == Sense.SURE;
  }

  /** Words that two dates reach for belong to the first; dates themselves never overlap. */
  private static List<Read> apart(List<Read> all) {
    List<Read> kept = new ArrayList<>();
    int until = 0;
    for (Read r : all) {
      int start = Math.min(r.date().start(), Math.max(r.start(), until));
      kept.add(new Read(r.date(), start, r.end(), r.due(), r.doubts()));
      until = r.end();
    }
    for (int i = 0; i + 1 < kept.size(); i++) {
      Read r = kept.get(i);
      int end = Math.max(r.date().end(), Math.min(r.end(), kept.get(i + 1).start()));
      kept.set(i, new Read(r.date(), r.start(), end, r.due(), r.doubts()));
    }
    return kept;
  }

  /** "Due: November 31": something is due, and no day was read. */
  private static List<DatePhrases.Unread> withoutDate(
      String written,
      String text,
      Sentence sentence,
      List<Stretch> used,
      List<DatePhrases.Unread> unread,
      Sense last) {
    Set<Stretch> left = new HashSet<>(Leftovers.in(text, sentence.start(), sentence.end(), used));
    boolean asked =
        unread.stream().anyMatch(u -> sentence.start() <= u.start() && u.end() <= sentence.end());
    boolean day =
        left.stream().anyMatch(Stretch::day); // A time alone says of no day that it is due.
    if (!day || asked || !isDue(Said.ofNoDate(text, sentence), last)) {
      return List.of();
    }
    int start = left.stream().mapToInt(Stretch::start).min().orElseThrow();
    int end = left.stream().mapToInt(Stretch::end).max().orElseThrow();
    return List.of(new DatePhrases.Unread(start, end, written.substring(start, end)));
  }
}
