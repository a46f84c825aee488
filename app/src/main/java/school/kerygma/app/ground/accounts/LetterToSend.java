package school.kerygma.app.ground.accounts;

import java.util.UUID;

/**
 * Asks for a letter to somebody that is about no posting. It is written in the transaction around
 * its publishing, and sent afterwards.
 *
 * @param to whose address it goes to; who has none gets none
 */
public record LetterToSend(UUID to, String subject, String body) {}
