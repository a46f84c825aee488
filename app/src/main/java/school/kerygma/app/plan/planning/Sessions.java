package school.kerygma.app.plan.planning;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.app.ground.problems.Seen;
import school.kerygma.app.school.sections.SectionTouched;

/** Plans sessions. */
@Service
@Transactional
public class Sessions {

  private final Session.Repository sessions;
  private final ApplicationEventPublisher events;

  Sessions(ApplicationEventPublisher events, Session.Repository sessions) {
    this.events = events;
    this.sessions = sessions;
  }

  /** Plans the session once for each section. */
  public void plan(Set<UUID> sections, SessionSheet sheet) {
    if (sections.isEmpty()) {
      throw Problem.refused("no-section");
    }
    sections.forEach(section -> sessions.save(new Session(section, sheet)));
    events.publishEvent(new SectionTouched(sections));
  }

  /** Changes a session that still is as it was {@code seen}. */
  public void change(UUID session, String seen, SessionSheet sheet) {
    Session changed = find(session);
    Seen.check(seen, changed.view().seen());
    changed.change(sheet);
    events.publishEvent(new SectionTouched(Set.of(changed.view().section())));
  }

  /** Cancels a session: it stays in the plan, struck out, and calendars are told. */
  public void cancel(UUID session) {
    Session cancelled = find(session);
    cancelled.cancel();
    events.publishEvent(new SectionTouched(Set.of(cancelled.view().section())));
  }

  private Session find(UUID session) {
    return sessions.findById(session).orElseThrow(Problem::notFound);
  }

  @Transactional(readOnly = true)
  public SessionView get(UUID session) {
    return find(session).view();
  }

  /** In order of time. */
  @Transactional(readOnly = true)
  public List<SessionView> between(Collection<UUID> sections, LocalDate first, LocalDate last) {
    return sections.isEmpty()
        ? List.of()
        : sessions.between(sections, first, last).stream().map(Session::view).toList();
  }

  /** All of a section's sessions, cancelled ones too. */
  @Transactional(readOnly = true)
  public List<SessionView> ofSection(UUID section) {
    return sessions.ofSection(section).stream().map(Session::view).toList();
  }
}
