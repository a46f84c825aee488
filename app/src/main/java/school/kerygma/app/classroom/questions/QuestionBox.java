package school.kerygma.app.classroom.questions;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.Audience;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scores.Scores;
import school.kerygma.core.There;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.audience.Watched;

/** What a teacher is asked, and has not answered: questions that ask the same stand together. */
@Component
class QuestionBox {

  /**
   * Questions that ask the same, as a teacher reads them.
   *
   * @param about what they are about, by name
   * @param atMs in program time, if it can be shown
   * @param askers names, with the question where it is in other words
   * @param everybodys whether so many ask that all should hear it
   * @param own whether the talk is the teacher's own, to add a stop to it
   */
  record Asked(
      String ids,
      String about,
      @Nullable UUID score,
      @Nullable UUID walkthrough,
      long atMs,
      String first,
      List<Asker> askers,
      int count,
      boolean everybodys,
      Again again,
      boolean own) {}

  /**
   * How many of those who watched the stop have played much of it again.
   *
   * @param students who did
   * @param of who watched it
   */
  record Again(int students, int of) {}

  record Asker(String name, String section, String words, Instant at) {}

  /**
   * What a teacher reads.
   *
   * @param zone of the clock by which it was asked; none if the teacher has no section
   */
  record Box(List<Asked> open, Optional<ZoneId> zone) {}

  /**
   * What is in the box no more.
   *
   * @param answer with what was asked; none if it was answered in class
   * @param id of the answer, or of the question
   * @param count how many asked
   */
  record Past(
      UUID id,
      String about,
      String question,
      Optional<Questions.Before> answer,
      int count,
      Instant at) {}

  /** So much of a stop, played again, is no slip of the finger. */
  private static final double MUCH_AGAIN = 0.25;

  private final Questions questions;
  private final AboutNames names;
  private final Audience audience;
  private final Scores scores;
  private final Sections sections;
  private final People people;
  private final Gate gate;

  QuestionBox(
      Questions questions,
      AboutNames names,
      Audience audience,
      Scores scores,
      Sections sections,
      People people,
      Gate gate) {
    this.questions = questions;
    this.names = names;
    this.audience = audience;
    this.scores = scores;
    this.sections = sections;
    this.people = people;
    this.gate = gate;
  }

  /** The box of a teacher. */
  Box of(SignedIn me) {
    List<SectionView> own =
        sections.ofTeacher(me.id()).stream()
            .filter(s -> gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()))
            .toList();
    Map<UUID, SectionView> byId = own.stream().collect(Collectors.toMap(SectionView::id, s -> s));
    List<Questions.Together> open = questions.together(byId.keySet());
    AboutNames.Named named = names.of(open.stream().map(Questions.Together::about).toList());
    Set<UUID> persons = new HashSet<>();
    Set<UUID> walkthroughs = new HashSet<>();
    open.forEach(
        t -> {
          t.about().walkthrough().ifPresent(walkthroughs::add);
          t.lines()
              .forEach(
                  l -> {
                    persons.add(l.asker());
                    persons.add(l.student());
                  });
        });
    Map<UUID, People.Contact> contacts = people.contacts(persons);
    Map<UUID, Scores.Info> current = scores.currentOf(walkthroughs);
    Set<UUID> all = new HashSet<>();
    own.forEach(s -> all.addAll(s.students()));
    Map<Scores.Info, Map<UUID, Map<UUID, Watched>>> watched = new HashMap<>();
    List<Asked> shown = new ArrayList<>();
    for (Questions.Together t : open) {
      int of =
          t.lines().stream()
              .map(Questions.Line::section)
              .distinct()
              .mapToInt(s -> There.in(byId, s).students().size())
              .sum();
      Optional<Scores.Info> score = t.about().walkthrough().map(current::get);
      Again again =
          again(
              t.about().stop(),
              score.map(s -> watched.computeIfAbsent(s, any -> audience.watched(s, all))));
      Optional<Long> begins =
          score
              .flatMap(s -> t.about().stop().flatMap(stop -> s.order().programOf(stop)))
              .map(span -> Math.min(span.startMs() + t.about().atMs(), span.endMs() - 1));
      shown.add(
          new Asked(
              t.ids().stream().map(UUID::toString).collect(Collectors.joining(" ")),
              named.of(t.about()),
              begins.isPresent() ? score.orElseThrow().id() : null,
              t.about().walkthrough().orElse(null),
              begins.orElse(0L),
              t.first().words(),
              t.lines().stream()
                  .map(
                      l ->
                          new Asker(
                              asker(l, contacts),
                              There.in(byId, l.section()).name(),
                              l.words().equals(t.first().words()) ? "" : l.words(),
                              l.asked()))
                  .toList(),
              t.group().askers(),
              t.group().isEverybodys(of, again.students(), again.of()),
              again,
              t.about()
                  .walkthrough()
                  .filter(w -> gate.may(me, Deed.CHANGE, Gate.Kind.WALKTHROUGH, w))
                  .isPresent()));
    }
    return new Box(shown, own.stream().findFirst().map(SectionView::zone));
  }

  /**
   * What was answered, in the box or in class, the newest first.
   *
   * @param find what stands in it; all if it is empty
   */
  List<Past> past(SignedIn me, String find) {
    List<UUID> own =
        sections.ofTeacher(me.id()).stream()
            .filter(s -> s.teachers().contains(me.id()))
            .map(SectionView::id)
            .toList();
    List<Questions.Before> before = questions.before(me.id(), find);
    List<Questions.Line> aside = questions.aside(own, find);
    AboutNames.Named named =
        names.of(
            Stream.concat(
                    before.stream().map(b -> b.answer().about()),
                    aside.stream().map(Questions.Line::about))
                .toList());
    return Stream.concat(
            before.stream()
                .map(
                    b ->
                        new Past(
                            b.answer().id(),
                            named.of(b.answer().about()),
                            b.answer().question(),
                            Optional.of(b),
                            b.asked().size(),
                            b.answer().at())),
            aside.stream()
                .map(
                    l ->
                        new Past(
                            l.id(),
                            named.of(l.about()),
                            l.words(),
                            Optional.empty(),
                            1,
                            l.asked())))
        .sorted(Comparator.comparing(Past::at).reversed())
        .toList();
  }

  private static Again again(Optional<UUID> stop, Optional<Map<UUID, Map<UUID, Watched>>> watched) {
    List<Watched> of =
        watched.isEmpty() || stop.isEmpty()
            ? List.of()
            : watched.get().values().stream()
                .map(m -> m.get(stop.get()))
                .filter(w -> w != null && w.started())
                .toList();
    int again = (int) of.stream().filter(w -> w.shareAgain() >= MUCH_AGAIN).count();
    return new Again(again, of.size());
  }

  private static String asker(Questions.Line line, Map<UUID, People.Contact> names) {
    String student = names.containsKey(line.student()) ? names.get(line.student()).name() : "";
    return line.asker().equals(line.student()) || !names.containsKey(line.asker())
        ? student
        : names.get(line.asker()).name() + " (" + student + ")";
  }
}
