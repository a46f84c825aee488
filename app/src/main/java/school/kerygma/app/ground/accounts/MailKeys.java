package school.kerygma.app.ground.accounts;

import java.util.Optional;
import java.util.UUID;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Makes the links in letters with which somebody answers a question without signing in. */
@Component
public class MailKeys {

  private final PassCards cards;
  private final String address;

  MailKeys(PassCards cards, @Value("${kerygma.address}") String address) {
    this.cards = cards;
    this.address = address;
  }

  /**
   * A link.
   *
   * @param path where it is answered, such as "/yes"
   * @param about what it answers
   */
  public String link(String path, UUID about) {
    return address + path + "/" + cards.question(about);
  }

  /** What a key from a link is about, if it was made here. */
  public Optional<UUID> about(String key) {
    return cards.personOf(key).filter(id -> cards.isGoodQuestion(key, id));
  }
}
