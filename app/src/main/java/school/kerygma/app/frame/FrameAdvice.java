package school.kerygma.app.frame;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import school.kerygma.app.accounts.SignedIn;
import school.kerygma.app.sections.SectionView;
import school.kerygma.app.sections.Sections;
import school.kerygma.core.access.Access.Role;
import school.kerygma.core.time.SchoolCalendar;

/** Gives every page the person before it, how to write dates, and teachers their ribbon. */
@ControllerAdvice
class FrameAdvice {

  private final Sections sections;
  private final Clock clock;

  FrameAdvice(Sections sections, Clock clock) {
    this.sections = sections;
    this.clock = clock;
  }

  @ModelAttribute
  void frame(@AuthenticationPrincipal @Nullable SignedIn me, Model model) {
    model.addAttribute("show", new Wording());
    if (me == null) {
      return;
    }
    model.addAttribute("me", me);
    if (me.role() == Role.TEACHER) {
      Optional.of(sections.ofTeacher(me.id()))
          .filter(s -> !s.isEmpty())
          .ifPresent(
              all -> {
                LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
                SchoolCalendar calendar = SectionView.during(today, all).getFirst().calendar();
                model.addAttribute("ribbon", Ribbon.of(calendar, today, today));
              });
    }
  }
}
