package school.kerygma.app.desk.planbook;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import school.kerygma.app.classroom.posting.DeliveryView;
import school.kerygma.app.classroom.posting.PostedTitles;
import school.kerygma.app.classroom.posting.Postings;
import school.kerygma.app.ground.accounts.Gate;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.jobs.Jobs;
import school.kerygma.app.school.sections.Linking;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.app.talk.scripts.OutdatedStops;
import school.kerygma.app.talk.scripts.ScriptSearch;
import school.kerygma.app.talk.scripts.Scripts;
import school.kerygma.app.talk.scripts.StopView;
import school.kerygma.core.access.Access.Deed;
import school.kerygma.core.time.Moments;
import school.kerygma.core.walkthrough.Sight;

/** All walkthroughs, and all class pages, of a teacher. */
@Controller
class OverviewController {

  /**
   * A walkthrough.
   *
   * @param page what its first stop shows
   * @param unchecked how many stops have words that are not checked
   * @param isBeingMade whether it is being put together just now
   * @param older which of its stops show an older edition of a paper
   */
  record Talk(
      Scripts.Head head,
      Optional<UUID> page,
      List<Stands.Stand> stands,
      long unchecked,
      boolean isBeingMade,
      List<String> older) {

    /** What is to be done next. */
    public String next() {
      return isBeingMade ? "" : !head.complete() ? "record" : stands.isEmpty() ? "post" : "";
    }
  }

  /**
   * A class page.
   *
   * @param roster whether the teacher may see who is in it
   * @param meets when the section meets next, if that is known
   * @param newest what went up last
   * @param goesUp what goes up next
   */
  record Place(
      SectionView section,
      boolean roster,
      Optional<LocalDate> meets,
      Optional<Stands.Stand> newest,
      Optional<DeliveryView> goesUp) {}

  private final Stands stands;
  private final Scripts scripts;
  private final ScriptSearch scriptSearch;
  private final OutdatedStops outdated;
  private final Sections sections;
  private final Postings postings;
  private final PostedTitles titles;
  private final Linking linking;
  private final Jobs jobs;
  private final Gate gate;
  private final Clock clock;

  OverviewController(
      Stands stands,
      Scripts scripts,
      ScriptSearch scriptSearch,
      OutdatedStops outdated,
      Sections sections,
      Postings postings,
      PostedTitles titles,
      Linking linking,
      Jobs jobs,
      Gate gate,
      Clock clock) {
    this.stands = stands;
    this.scripts = scripts;
    this.scriptSearch = scriptSearch;
    this.outdated = outdated;
    this.sections = sections;
    this.postings = postings;
    this.titles = titles;
    this.linking = linking;
    this.jobs = jobs;
    this.gate = gate;
    this.clock = clock;
  }

  @GetMapping("/walkthroughs")
  String walkthroughs(@AuthenticationPrincipal SignedIn me, Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    List<Scripts.Head> heads = scripts.ofTeacher(me.id());
    List<Stands.Stand> up =
        stands.stands(postings.ofWalkthroughs(heads.stream().map(Scripts.Head::id).toList()), own);
    Map<UUID, List<StopView>> stops =
        scriptSearch.stopsOfTeacher(me.id()).entrySet().stream()
            .collect(Collectors.toMap(e -> e.getKey().id(), Map.Entry::getValue));
    Map<UUID, Jobs.View> making = jobs.latestOf(heads.stream().map(Scripts.Head::id).toList());
    Set<UUID> older =
        outdated.among(stops.values().stream().flatMap(List::stream).toList()).stream()
            .map(StopView::id)
            .collect(Collectors.toSet());
    List<Talk> talks = new ArrayList<>();
    for (Scripts.Head head : heads) {
      List<StopView> all = stops.getOrDefault(head.id(), List.of());
      talks.add(
          new Talk(
              head,
              all.stream().flatMap(s -> s.sight().stream()).map(Sight::pageId).findFirst(),
              own.stream().flatMap(s -> Stands.latest(up, s, head.id()).stream()).toList(),
              all.stream().filter(StopView::unchecked).count(),
              making.containsKey(head.id()) && !making.get(head.id()).state().isOver(),
              all.stream().filter(s -> older.contains(s.id())).map(s -> "" + s.number()).toList()));
    }
    model.addAttribute("talks", talks);
    return "planbook/walkthroughs";
  }

  @GetMapping("/sections")
  String classPages(@AuthenticationPrincipal SignedIn me, Model model) {
    List<SectionView> own = sections.ofTeacher(me.id());
    Instant now = clock.instant();
    List<Stands.Stand> up =
        stands.stands(postings.ofSections(own.stream().map(SectionView::id).toList()), own);
    List<Place> places =
        own.stream()
            .map(
                s ->
                    new Place(
                        s,
                        gate.may(me, Deed.CHANGE, Gate.Kind.ROSTER, s.id()),
                        meets(s, now),
                        Stands.latest(up, s, null).filter(Stands.Stand::was),
                        up.stream()
                            .filter(t -> t.section().equals(s))
                            .map(Stands.Stand::delivery)
                            .filter(d -> d.state() == Moments.State.SCHEDULED)
                            .min(Comparator.comparing(d -> d.moments().goesUpAt()))))
            .toList();
    model.addAttribute("places", places.stream().filter(p -> !p.section().isOver(now)).toList());
    model.addAttribute("over", places.stream().filter(p -> p.section().isOver(now)).toList());
    model.addAttribute("asked", linking.askedOf(me.id()));
    model.addAttribute("called", titles.of(up.stream().map(Stands.Stand::delivery).toList()));
    return "planbook/sections";
  }

  private static Optional<LocalDate> meets(SectionView section, Instant now) {
    LocalDate today = section.calendar().dateOf(now);
    return today.isBefore(section.calendar().end())
        ? section.meets().between(today, section.calendar().end(), section.calendar()).stream()
            .findFirst()
        : Optional.empty();
  }
}
