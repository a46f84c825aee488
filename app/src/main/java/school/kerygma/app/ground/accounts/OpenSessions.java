package school.kerygma.app.ground.accounts;

import java.util.UUID;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Ends the sessions of persons in all their browsers. */
@Component
class OpenSessions {

  private final FindByIndexNameSessionRepository<? extends Session> sessions;

  OpenSessions(FindByIndexNameSessionRepository<? extends Session> sessions) {
    this.sessions = sessions;
  }

  void end(UUID person) {
    sessions.findByPrincipalName(person.toString()).keySet().forEach(sessions::deleteById);
  }

  /** Ends all but one. */
  void endOthers(UUID person, String kept) {
    sessions.findByPrincipalName(person.toString()).keySet().stream()
        .filter(id -> !id.equals(kept))
        .forEach(sessions::deleteById);
  }
}
