package school.kerygma.app.school.joining;

import java.util.Set;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import school.kerygma.app.ground.accounts.FamilyLanguage;
import school.kerygma.app.ground.accounts.LetterToSend;
import school.kerygma.app.ground.accounts.People;
import school.kerygma.app.school.sections.Sections;
import school.kerygma.core.There;

/** Tells who was let in, with the way to their page. */
@Component
class JoinedLetters {

  private final Sections sections;
  private final People people;
  private final FamilyLanguage languages;
  private final ApplicationEventPublisher events;

  JoinedLetters(
      Sections sections,
      People people,
      FamilyLanguage languages,
      ApplicationEventPublisher events) {
    this.sections = sections;
    this.people = people;
    this.languages = languages;
    this.events = events;
  }

  void tell(UUID into, UUID person) {
    String section = sections.get(into).name();
    String link = There.in(people.cardLinks(Set.of(person)), person);
    events.publishEvent(
        languages.to(
            person,
            () ->
                new LetterToSend(
                    person,
                    languages.text("mail.joined.subject", section),
                    languages.text("mail.joined.body", section, link))));
  }
}
