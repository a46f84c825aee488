package school.kerygma.app.classroom.audience;

import java.time.Instant;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.accounts.Keeps;
import school.kerygma.app.ground.accounts.Kept;
import school.kerygma.app.school.sections.SectionView;
import school.kerygma.core.There;
import school.kerygma.core.audience.Evening;

/** What a teacher does first this evening, out of all that the rooms offer. */
@Service
@Transactional
class Evenings implements Keeps {

  /** Before this hour of the next day nothing comes back that was put off. */
  private static final LocalTime TOMORROW = LocalTime.of(4, 0);

  /**
   * An evening.
   *
   * @param students of all sections
   * @param minutes that all of it takes, about
   */
  record Plan(List<EveningRoom.Offer> lines, int students, int sections, int minutes) {}

  private final List<EveningRoom> rooms;
  private final JdbcClient sql;

  Evenings(List<EveningRoom> rooms, JdbcClient sql) {
    this.rooms = rooms;
    this.sql = sql;
  }

  /** The evening of a teacher. */
  @Transactional(readOnly = true)
  public Plan of(UUID teacher, List<SectionView> sections, Instant now) {
    Map<String, EveningRoom.Offer> byKey = new HashMap<>();
    List<Evening.Candidate> all = new ArrayList<>();
    Set<String> later = later(teacher, now);
    for (EveningRoom room : rooms) {
      for (EveningRoom.Offer offer : room.offers(teacher, sections, now)) {
        if (!later.contains(offer.candidate().key())) {
          byKey.put(offer.candidate().key(), offer);
          all.add(offer.candidate());
        }
      }
    }
    List<EveningRoom.Offer> lines =
        Evening.order(all, now).stream().map(c -> There.in(byKey, c.key())).toList();
    Set<UUID> students = new HashSet<>();
    sections.forEach(s -> students.addAll(s.students()));
    return new Plan(
        lines,
        students.size(),
        sections.size(),
        lines.stream().mapToInt(l -> l.candidate().minutes()).sum());
  }

  private Set<String> later(UUID teacher, Instant now) {
    return new HashSet<>(
        sql.sql("select line from evening_later where teacher_id = ? and until > ?")
            .params(teacher, at(now))
            .query(String.class)
            .list());
  }

  /** Moves a line to tomorrow, by the clock of a section. */
  public void notTonight(UUID teacher, String line, SectionView section, Instant now) {
    Instant until =
        now.atZone(section.zone())
            .toLocalDate()
            .plusDays(1)
            .atTime(TOMORROW)
            .atZone(section.zone())
            .toInstant();
    sql.sql("delete from evening_later where teacher_id = ? and until <= ?")
        .params(teacher, at(now))
        .update();
    sql.sql(
            "insert into evening_later (teacher_id, line, until) values (?, ?, ?)"
                + " on conflict (teacher_id, line) do update set until = excluded.until")
        .params(teacher, line, at(until))
        .update();
  }

  private static OffsetDateTime at(Instant moment) {
    return moment.atOffset(ZoneOffset.UTC);
  }

  @Override
  public List<Kept> kept() {
    return List.of(Kept.teachers("evening_later", "teacher_id"));
  }
}
