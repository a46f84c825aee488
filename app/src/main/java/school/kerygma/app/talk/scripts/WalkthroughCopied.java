package school.kerygma.app.talk.scripts;

import java.util.Map;
import java.util.UUID;

/**
 * A walkthrough was copied, with its stops and what they say; what else is known of it follows.
 *
 * @param stops those of the copy, by those they were copied from
 */
public record WalkthroughCopied(UUID from, UUID to, Map<UUID, UUID> stops) {}
