package school.kerygma.app.classroom.questions;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import school.kerygma.app.classroom.audience.EveningRoom;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.audience.Evening;

/** Questions that wait for an answer. */
@Component
class QuestionRoom implements EveningRoom {

  /** So long whoever asked can wait: common practice. */
  private static final Duration PATIENCE = Duration.ofDays(1);

  private static final int LONGEST = 90;

  private final Questions questions;

  QuestionRoom(Questions questions) {
    this.questions = questions;
  }

  @Override
  public List<Offer> offers(UUID teacher, List<SectionView> sections, Instant now) {
    // Those that ask the same are one question, as in the box.
    List<Questions.Together> together =
        questions.together(sections.stream().map(SectionView::id).toList());
    if (together.isEmpty()) {
      return List.of();
    }
    List<Questions.Line> open = together.stream().flatMap(t -> t.lines().stream()).toList();
    Instant oldest = open.stream().map(Questions.Line::asked).min(Instant::compareTo).orElseThrow();
    int askers = open.stream().map(Questions.Line::asker).collect(Collectors.toSet()).size();
    String first = together.getFirst().first().words();
    String quoted =
        first.length() <= LONGEST ? first : first.substring(0, LONGEST).strip() + "\u2026";
    return List.of(
        new Offer(
            new Evening.Candidate(
                Evening.Kind.ANSWER,
                "answer",
                askers,
                Optional.of(oldest.plus(PATIENCE)),
                1,
                together.size()),
            List.of(together.size()),
            List.of(Why.of("asked", quoted, together.size() - 1)),
            "/questions"));
  }
}
