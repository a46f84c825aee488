package school.kerygma.app.desk.exchange;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.TimeZoneRegistry;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VAlarm;
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
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.XProperty;
import net.fortuna.ical4j.model.property.immutable.ImmutableAction;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import school.kerygma.core.text.CleanText;

/**
 * Writes entries as an iCalendar file (RFC 5545), every time on the school's clock with its
 * VTIMEZONE. Due tasks are events: phones show no VTODO of a subscribed calendar.
 */
final class FeedWriter {

  /**
   * What is due by midnight is reminded of in the morning, what is due in the morning the evening
   * before. Whether a calendar that is followed may ring is for its owner to say.
   */
  private static final Duration BEFORE_IT_IS_DUE = Duration.ofHours(-15);

  private static final TimeZoneRegistry ZONES =
      TimeZoneRegistryFactory.getInstance().createRegistry();

  private FeedWriter() {}

  /**
   * One thing that a calendar is told of.
   *
   * @param page where more of it stands
   * @param reminds whether it is due, and reminded of
   */
  record Line(
      String uid,
      String page,
      boolean reminds,
      ZoneId zone,
      String summary,
      String about,
      String place,
      Instant starts,
      Instant ends,
      int sequence,
      Instant changed,
      boolean cancelled) {}

  static byte[] write(String name, List<Line> lines) {
    Calendar calendar = new Calendar();
    calendar.add(new ProdId("-//Kerygma//Plan book//EN"));
    calendar.add(ImmutableVersion.VERSION_2_0);
    calendar.add(ImmutableCalScale.GREGORIAN);
    calendar.add(new XProperty("X-WR-CALNAME", CleanText.line(name)));
    Set<String> zones =
        lines.stream().map(l -> l.zone().getId()).collect(Collectors.toCollection(TreeSet::new));
    zones.forEach(zone -> calendar.add(ZONES.getTimeZone(zone).getVTimeZone()));
    lines.forEach(line -> calendar.add(event(line)));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      new CalendarOutputter(true).output(calendar, out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static VEvent event(Line line) {
    VEvent event = new VEvent(false);
    event.add(new Uid(line.uid()));
    event.add(new DtStamp(line.changed()));
    event.add(new LastModified(line.changed()));
    event.add(new Sequence(line.sequence()));
    event.add(new DtStart<>(line.starts().atZone(line.zone())));
    event.add(new DtEnd<>(line.ends().atZone(line.zone())));
    event.add(new Summary(CleanText.line(line.summary())));
    if (!line.about().isEmpty()) {
      event.add(new Description(CleanText.of(line.about())));
    }
    if (!line.place().isEmpty()) {
      event.add(new Location(CleanText.line(line.place())));
    }
    event.add(new Url(URI.create(line.page())));
    if (line.reminds() && !line.cancelled()) {
      VAlarm alarm = new VAlarm(BEFORE_IT_IS_DUE);
      alarm.add(ImmutableAction.DISPLAY);
      alarm.add(new Description(CleanText.line(line.summary())));
      event.add(alarm);
    }
    event.add(new Status(line.cancelled() ? Status.VALUE_CANCELLED : Status.VALUE_CONFIRMED));
    return event;
  }
}
