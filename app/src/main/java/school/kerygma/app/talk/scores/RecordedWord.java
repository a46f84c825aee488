package school.kerygma.app.talk.scores;

import java.util.UUID;

/**
 * A word and when it is said in a recording, or a draft of what is said there and not written; also
 * what is cut out.
 *
 * @param startMs on the recording's clock
 * @param text of a draft all of it; may be empty
 */
public record RecordedWord(UUID recording, long startMs, long endMs, String text, boolean draft) {}
