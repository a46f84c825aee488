package school.kerygma.app.classroom.term;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.context.MessageSource;
import org.springframework.stereotype.Component;
import school.kerygma.app.school.frame.Wording;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.Pace;

/** What the facts say of a student, in sentences that may stand in a letter. */
@Component
class TermFacts {

  /** With what a note begins. */
  enum About {
    /** What is not done. */
    OPEN,
    /** What went well. */
    WELL,
    /** With nothing. */
    NOTHING
  }

  /** So many tasks are named. */
  private static final int NAMED = 8;

  private final MessageSource words;
  private final Clock clock;
  private final Wording show = new Wording();

  TermFacts(MessageSource words, Clock clock) {
    this.words = words;
    this.clock = clock;
  }

  /** All of them. */
  List<String> of(Term.OfStudent student, SectionView section) {
    List<String> facts = new ArrayList<>();
    done(student, facts);
    caughtUp(student, facts);
    open(student, section, facts);
    watched(student, facts);
    away(student, facts);
    pace(student, section, facts);
    student
        .percent()
        .ifPresent(
            p ->
                facts.add(
                    text(
                        "term.fact.mark",
                        p,
                        section.letters().of(p).map(l -> " (" + l + ")").orElse(""))));
    return facts;
  }

  /** The beginning of a note. */
  String draft(About about, Term.OfStudent student, SectionView section) {
    List<String> facts = new ArrayList<>();
    switch (about) {
      case OPEN -> {
        open(student, section, facts);
        if (student.open().isEmpty()) {
          facts.add(text("term.fact.nothing-open"));
        }
        away(student, facts);
        pace(student, section, facts);
      }
      case WELL -> {
        caughtUp(student, facts);
        done(student, facts);
        watched(student, facts);
      }
      case NOTHING -> {}
    }
    return String.join("\n\n", facts);
  }

  private void done(Term.OfStudent s, List<String> facts) {
    if (s.wanted() > 0) {
      facts.add(text("term.fact.done", s.done(), s.wanted(), s.late()));
    }
  }

  private void caughtUp(Term.OfStudent s, List<String> facts) {
    if (!s.caughtUp().isEmpty()) {
      facts.add(text("term.fact.caught-up", titles(s.caughtUp()), s.caughtUp().size()));
    }
  }

  private void open(Term.OfStudent s, SectionView section, List<String> facts) {
    if (!s.open().isEmpty()) {
      facts.add(
          text("term.fact.open", s.open().size())
              + s.open().stream()
                  .limit(NAMED)
                  .map(
                      l ->
                          "\n"
                              + text(
                                  "term.fact.open-task",
                                  l.title(),
                                  l.due()
                                      .map(d -> show.fullDay(show.dateOf(d, section.zone())))
                                      .orElse("")))
                  .collect(Collectors.joining())
              + (s.open().size() > NAMED
                  ? "\n" + text("term.fact.open-more", s.open().size() - NAMED)
                  : ""));
    }
  }

  private void watched(Term.OfStudent s, List<String> facts) {
    if (!s.talks().isEmpty()) {
      facts.add(text("term.fact.watched", s.watched(), s.talks().size()));
    }
  }

  private void away(Term.OfStudent s, List<String> facts) {
    if (!s.away().isEmpty()) {
      facts.add(
          text("term.fact.away", s.away().size(), s.called())
              + s.away().stream()
                  .filter(s::anythingOf)
                  .sorted(Comparator.reverseOrder())
                  .limit(NAMED)
                  .map(day -> "\n" + since(s, day))
                  .collect(Collectors.joining()));
    }
  }

  /** Roll call, watching and work laid together: what of a day they missed is still to do. */
  private String since(Term.OfStudent s, LocalDate day) {
    List<String> left = s.leftOf(day);
    return left.isEmpty()
        ? text("term.fact.away-done", show.fullDay(day))
        : text(
            "term.fact.away-left",
            show.fullDay(day),
            left.stream()
                .limit(NAMED)
                .map(t -> "\u201c" + t + "\u201d")
                .collect(Collectors.joining(", ")));
  }

  private void pace(Term.OfStudent s, SectionView section, List<String> facts) {
    if (s.pace().isEmpty()) {
      return;
    }
    Pace pace = s.pace().get();
    if (pace.missed() > 0) {
      facts.add(text("term.fact.pace", pace.missed(), pace.rule().most()));
    }
    pace.threatened(clock.instant())
        .ifPresent(
            w ->
                facts.add(
                    text(
                        "term.fact.threatened",
                        show.date(w.monday()),
                        w.open(),
                        show.fullDay(show.dateOf(w.until(), section.zone())))));
  }

  private static String titles(List<Term.Line> lines) {
    return lines.stream()
        .limit(NAMED)
        .map(l -> "\u201c" + l.title() + "\u201d")
        .collect(Collectors.joining(", "));
  }

  private String text(String key, Object... details) {
    return words.getMessage(key, details, Locale.US);
  }
}
