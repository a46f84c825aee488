package school.kerygma.app.plan.rounds;

import java.util.UUID;

/** How far a student is in the round of a task has changed; published in the same transaction. */
public record RoundStands(UUID student, UUID task, boolean done) {}
