package school.kerygma.app.classroom.audience;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/** Follow-up: what is up, and who has followed. */
@Controller
class FollowUpController {

  /** One posting, to choose from. */
  record Choice(UUID delivery, String title, Audience.Share share, boolean chosen) {}

  /** The postings of one section, the newest first. */
  record Choices(String section, List<Choice> postings) {}

  private final Evenings evenings;
  private final FollowUpMatrix matrix;
  private final Audience audience;
  private final Postings postings;
  private final Sections sections;
  private final PostedTitles titles;
  private final Clock clock;

  FollowUpController(
      Evenings evenings,
      FollowUpMatrix matrix,
      Audience audience,
      Postings postings,
      Sections sections,
      PostedTitles titles,
      Clock clock) {
    this.evenings = evenings;
    this.matrix = matrix;
    this.audience = audience;
    this.postings = postings;
    this.sections = sections;
    this.titles = titles;
    this.clock = clock;
  }

  @GetMapping("/follow-up")
  String followUp(
      @AuthenticationPrincipal SignedIn me,
      @RequestParam(required = false) @Nullable UUID delivery,
      @RequestParam(required = false) @Nullable UUID student,
      @RequestParam(defaultValue = "false") boolean earlier,
      Model model) {
    List<SectionView> taught = sections.ofTeacher(me.id());
    // Of a term that is over nobody is followed any more, unless one asks for it.
    boolean hasOver = taught.stream().anyMatch(s -> s.isOver(clock.instant()));
    List<SectionView> own =
        taught.stream().filter(s -> earlier || !s.isOver(clock.instant())).toList();
    if (delivery == null) {
      model.addAttribute(
          "evening",
          evenings.of(
              me.id(),
              taught.stream().filter(s -> !s.isOver(clock.instant())).toList(),
              clock.instant()));
    }
    model.addAttribute("earlier", earlier);
    model.addAttribute("hasOver", hasOver);
    List<DeliveryView> up =
        postings.ofSections(own.stream().map(SectionView::id).toList()).stream()
            .filter(DeliveryView::hasAnything)
            .filter(d -> !d.moments().goesUpAt().isAfter(clock.instant()))
            .toList();
    Map<UUID, String> called = titles.of(up);
    List<DeliveryView> all =
        up.stream()
            .sorted(
                Comparator.comparing((DeliveryView d) -> d.moments().goesUpAt())
                    .reversed()
                    .thenComparing(d -> called.getOrDefault(d.id(), "")))
            .toList();
    Optional<DeliveryView> shown =
        all.stream()
            .filter(d -> d.id().equals(delivery))
            .findFirst()
            .or(() -> all.stream().findFirst());
    Map<UUID, Audience.Share> shares = audience.shares(all, own);
    List<Choices> choices = new ArrayList<>();
    for (SectionView section : own) {
      List<Choice> postings =
          all.stream()
              .filter(d -> d.section().equals(section.id()))
              .map(
                  d ->
                      new Choice(
                          d.id(),
                          called.getOrDefault(d.id(), ""),
                          There.in(shares, d.id()),
                          shown.filter(d::equals).isPresent()))
              .toList();
      if (!postings.isEmpty()) {
        choices.add(new Choices(section.name(), postings));
      }
    }
    model.addAttribute("choices", choices);
    model.addAttribute("opened", student);
    model.addAttribute("chosen", delivery != null);
    shown.ifPresent(
        d -> {
          model.addAttribute("called", called.getOrDefault(d.id(), ""));
          matrix.show(d, own, model);
        });
    return "audience/follow-up";
  }

  /** Moves a line of this evening to tomorrow. */
  @PostMapping("/follow-up/not-tonight")
  String notTonight(@AuthenticationPrincipal SignedIn me, @RequestParam String line) {
    SectionView own =
        sections.ofTeacher(me.id()).stream().findFirst().orElseThrow(Problem::notFound);
    if (line.isBlank() || line.length() > 120) {
      throw Problem.unreadable();
    }
    evenings.notTonight(me.id(), line, own, clock.instant());
    return "redirect:/follow-up";
  }
}
