package school.kerygma.app.exchange;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.ZoneId;
import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.TimeZoneRegistry;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.LastModified;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Sequence;
import net.fortuna.ical4j.model.property.Status;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.XProperty;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import school.kerygma.app.sections.SectionView;
import school.kerygma.core.text.CleanText;

/**
 * Writes entries as an iCalendar file (RFC 5545), every time on the school's clock with its
 * VTIMEZONE. Due tasks are events: phones show no VTODO of a subscribed calendar.
 */
final class FeedWriter {

  private static final TimeZoneRegistry ZONES =
      TimeZoneRegistryFactory.getInstance().createRegistry();

  private FeedWriter() {}

  static byte[] write(String name, Map<UUID, SectionView> sections, Collection<FeedEntry> entries) {
    Calendar calendar = new Calendar();
    calendar.add(new ProdId("-//Kerygma//Plan book//EN"));
    calendar.add(ImmutableVersion.VERSION_2_0);
    calendar.add(ImmutableCalScale.GREGORIAN);
    calendar.add(new XProperty("X-WR-CALNAME", CleanText.line(name)));
    Set<String> zones =
        sections.values().stream()
            .map(s -> s.zone().getId())
            .collect(Collectors.toCollection(TreeSet::new));
    zones.forEach(zone -> calendar.add(ZONES.getTimeZone(zone).getVTimeZone()));
    for (FeedEntry entry : entries) {
      SectionView section = sections.get(entry.sectionId());
      calendar.add(event(entry, section.name(), section.zone()));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      new CalendarOutputter(true).output(calendar, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static VEvent event(FeedEntry entry, String section, ZoneId zone) {
    VEvent event = new VEvent(false);
    event.add(new Uid(entry.uid()));
    event.add(new DtStamp(entry.changedAt()));
    event.add(new LastModified(entry.changedAt()));
    event.add(new Sequence(entry.sequence()));
    event.add(new DtStart<>(entry.startsAt().atZone(zone)));
    event.add(new DtEnd<>(entry.endsAt().atZone(zone)));
    event.add(new Summary(CleanText.line(section + ": " + entry.summary())));
    if (!entry.about().isEmpty()) {
      event.add(new Description(CleanText.of(entry.about())));
    }
    if (!entry.place().isEmpty()) {
      event.add(new Location(CleanText.line(entry.place())));
    }
    event.add(new Status(entry.cancelled() ? Status.VALUE_CANCELLED : Status.VALUE_CONFIRMED));
    return event;
  }
}
