package school.kerygma.app.classroom.questions;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.LazyContextVariable;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Role;

/** How many questions wait for a teacher: every page says so in its head. */
@ControllerAdvice
class WaitingQuestions {

  /** What another node was asked is known here after that time. */
  private static final Duration OF_OTHER_NODES = Duration.ofSeconds(15);

  private static final int TEACHERS = 1_000;

  private final Questions questions;
  private final Sections sections;
  private final Cache<UUID, Integer> counted =
      Caffeine.newBuilder().maximumSize(TEACHERS).expireAfterWrite(OF_OTHER_NODES).build();

  WaitingQuestions(Questions questions, Sections sections) {
    this.questions = questions;
    this.sections = sections;
  }

  @ModelAttribute
  void head(@AuthenticationPrincipal @Nullable SignedIn me, Model model) {
    if (me != null && me.role() == Role.TEACHER) {
      model.addAttribute(
          "questionsWait",
          new LazyContextVariable<Integer>() {
            @Override
            protected Integer loadValue() {
              return counted.get(me.id(), WaitingQuestions.this::count);
            }
          });
    }
  }

  /** Those that ask the same are one, as in the box; who stands in has no box. */
  private Integer count(UUID teacher) {
    return questions
        .together(
            sections.ofTeacher(teacher).stream()
                .filter(s -> s.teachers().contains(teacher))
                .map(SectionView::id)
                .toList())
        .size();
  }

  @TransactionalEventListener(fallbackExecution = true)
  void on(Questions.Changed changed) {
    counted.invalidateAll();
  }
}
