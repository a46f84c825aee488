package school.kerygma.app.school.frame;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.thymeleaf.context.LazyContextVariable;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Role;

/** Gives every page the person before it, how to write dates, and teachers their ribbon. */
@ControllerAdvice
class FrameAdvice {

  private final Sections sections;
  private final Clock clock;

  private final StillMaking still;

  FrameAdvice(Sections sections, Clock clock, StillMaking still) {
    this.still = still;
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
    model.addAttribute("stillMaking", still.isMaking());
    if (me.role() == Role.TEACHER) {
      // Looked up where a page draws it: pieces, pictures and beacons draw none.
      model.addAttribute(
          "ribbon",
          new LazyContextVariable<@Nullable Ribbon>() {
            @Override
            protected @Nullable Ribbon loadValue() {
              return ribbon(me.id());
            }
          });
    }
  }

  private @Nullable Ribbon ribbon(UUID teacher) {
    List<SectionView> all = sections.ofTeacher(teacher);
    if (all.isEmpty()) {
      return null;
    }
    LocalDate today = all.getFirst().calendar().dateOf(clock.instant());
    return Ribbon.of(SectionView.during(today, all).getFirst().calendar(), today, today);
  }
}
