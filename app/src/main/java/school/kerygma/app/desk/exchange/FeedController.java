package school.kerygma.app.desk.exchange;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.ground.accounts.SignedIn;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.school.booking.HelpHours;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.access.Access.Role;

/** Calendar feeds, by unguessable links: calendars cannot sign in. */
@Controller
class FeedController {

  private final Feeds feeds;
  private final People people;
  private final Sections sections;
  private final HelpHours hours;
  private final String address;

  FeedController(
      Feeds feeds,
      People people,
      Sections sections,
      HelpHours hours,
      @Value("${kerygma.address}") String address) {
    this.address = address;
    this.hours = hours;
    this.feeds = feeds;
    this.people = people;
    this.sections = sections;
  }

  /** The feed of a person, of all their sections or of one. */
  @GetMapping("/feeds/{key}.ics")
  ResponseEntity<byte[]> feed(
      @PathVariable String key, @RequestParam(required = false) @Nullable UUID section) {
    SignedIn person = people.byFeed(key).orElseThrow(Problem::notFound);
    List<SectionView> shown =
        of(person).stream().filter(s -> section == null || s.id().equals(section)).toList();
    if (section != null && shown.isEmpty()) {
      throw Problem.notFound();
    }
    return ResponseEntity.ok()
        .cacheControl(CacheControl.noCache())
        .contentType(new MediaType("text", "calendar", StandardCharsets.UTF_8))
        .body(
            feeds.of(
                person.name(),
                page(person),
                shown,
                whose(person),
                section == null ? booked(person) : List.of()));
  }

  /** Where somebody finds more of what stands in their calendar. */
  private String page(SignedIn person) {
    return address
        + switch (person.role()) {
          case TEACHER -> "/plan";
          case STUDENT -> "/class";
          case GUARDIAN -> "/family";
        };
  }

  /** Whose a section's entries are, where somebody guards several children. */
  private Map<UUID, String> whose(SignedIn person) {
    if (person.role() != Role.GUARDIAN) {
      return Map.of();
    }
    Set<UUID> children = Set.copyOf(people.studentsOf(person.id()));
    Map<UUID, String> whose = new LinkedHashMap<>();
    if (children.size() > 1) {
      people.contacts(children).values().stream()
          .sorted(People.Contact.BY_FAMILY_NAME)
          .forEach(
              child ->
                  sections
                      .ofStudent(child.id())
                      .forEach(s -> whose.merge(s.id(), child.name(), (a, b) -> a + ", " + b)));
    }
    return whose;
  }

  private List<HelpHours.Booked> booked(SignedIn person) {
    return switch (person.role()) {
      case TEACHER -> hours.told(List.of(), Optional.of(person.id()));
      case STUDENT -> hours.told(List.of(person.id()), Optional.empty());
      case GUARDIAN -> hours.told(people.studentsOf(person.id()), Optional.empty());
    };
  }

  private List<SectionView> of(SignedIn person) {
    return switch (person.role()) {
      case TEACHER -> sections.ofTeacher(person.id());
      case STUDENT -> sections.ofStudent(person.id());
      case GUARDIAN -> {
        Map<UUID, SectionView> all = new LinkedHashMap<>();
        for (UUID child : people.studentsOf(person.id())) {
          sections.ofStudent(child).forEach(s -> all.putIfAbsent(s.id(), s));
        }
        yield new ArrayList<>(all.values());
      }
    };
  }

  /** Where a person finds the link, and how to follow it. */
  @GetMapping({"/calendar", "/class/calendar", "/family/calendar"})
  String links(@AuthenticationPrincipal SignedIn me, Model model) {
    model.addAttribute("sections", of(me));
    String link = people.feedLink(me.id());
    model.addAttribute("link", link);
    // As calendar programs know it: a link that is followed rather than fetched once.
    model.addAttribute("follow", link.replaceFirst("^https?:", "webcal:"));
    return "exchange/calendar";
  }
}
