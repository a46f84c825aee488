package school.kerygma.app.school.sections;

import java.util.Collection;
import java.util.UUID;

/** What some sections do, when, or how their school keeps time has changed. */
public record SectionTouched(Collection<UUID> sections) {}
