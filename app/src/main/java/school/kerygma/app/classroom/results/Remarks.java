package school.kerygma.app.classroom.results;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import school.kerygma.app.classroom.handin.HandInVersion;
import school.kerygma.app.classroom.handin.HandedFile;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.annotation.Mark;
import school.kerygma.core.handin.MarkedText;

/** What a teacher says of words in a text, or at a moment of a sound or film. */
@Service
@Transactional
public class Remarks {

  private static final int MOST = 200;
  private static final Set<String> IN_TEXT =
      Set.of(
          Mark.Kind.RING.written(),
          Mark.Kind.UNDERLINE.written(),
          Mark.Kind.LIGHT.written(),
          Mark.Kind.NOTE.written());

  /**
   * A remark.
   *
   * @param file the sound or film; empty if it is in the text
   * @param atMs into the sound
   * @param from the first character in the text
   * @param to the one after the last
   * @param words what is said; empty if it is only marked
   */
  public record Remark(
      UUID id, Optional<UUID> file, int atMs, int from, int to, String kind, String words) {}

  /** A remark with the words of the text that it is about. */
  public record Shown(Remark remark, int number, String quote) {}

  /** A remark as it comes from a teacher's hand. */
  public record Sent(
      @Nullable UUID file,
      @Nullable Integer atMs,
      @Nullable Integer from,
      @Nullable Integer to,
      @Nullable String kind,
      @Nullable String words) {}

  private final JdbcClient sql;

  Remarks(JdbcClient sql) {
    this.sql = sql;
  }

  /** All of a version: those in the text in its order, those of sounds by their moments. */
  @Transactional(readOnly = true)
  public List<Remark> of(UUID version) {
    return sql.sql(
            "select id, file_id, at_ms, first_char, last_char, kind, words from result_remark where hand_in_id = ?"
                + " order by first_char, at_ms, seq")
        .param(version)
        .query((row, n) -> remark(row))
        .list();
  }

  private static Remark remark(ResultSet row) throws SQLException {
    return new Remark(
        row.getObject(1, UUID.class),
        Optional.ofNullable(row.getObject(2, UUID.class)),
        row.getInt(3),
        row.getInt(4),
        row.getInt(5),
        row.getString(6),
        row.getString(7));
  }

  /** Makes a remark. One that is made twice is one. */
  public void make(HandInVersion work, UUID id, Sent sent) {
    String said = Objects.requireNonNullElse(sent.words(), "").strip();
    String kind = Objects.requireNonNullElse(sent.kind(), "");
    boolean note = kind.equals(Mark.Kind.NOTE.written());
    if (note && said.isEmpty() || said.length() > Mark.LONGEST_NOTE) {
      throw Problem.refused("note", Mark.LONGEST_NOTE);
    }
    if (!(sent.file() == null ? isInText(work, sent, kind) : note && isInSound(work, sent))) {
      throw Problem.unreadable();
    }
    if (of(work.id()).size() >= MOST) {
      throw Problem.refused("too-many-marks", MOST);
    }
    sql.sql(
            "insert into result_remark (id, hand_in_id, file_id, at_ms, first_char, last_char, kind, words)"
                + " values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (id) do nothing")
        .param(id)
        .param(work.id())
        .param(sent.file())
        .param(sent.file() == null ? null : sent.atMs())
        .param(sent.file() == null ? sent.from() : null)
        .param(sent.file() == null ? sent.to() : null)
        .param(kind)
        .param(said)
        .update();
  }

  private static boolean isInText(HandInVersion work, Sent sent, String kind) {
    return IN_TEXT.contains(kind)
        && sent.from() != null
        && sent.to() != null
        && sent.from() >= 0
        && sent.to() > sent.from()
        && sent.to() <= text(work).length();
  }

  private static boolean isInSound(HandInVersion work, Sent sent) {
    Optional<HandedFile> file =
        work.files().stream().filter(f -> f.id().equals(sent.file())).findFirst();
    return file.isPresent()
        && sent.atMs() != null
        && sent.atMs() >= 0
        && sent.atMs() <= 1_000 * (file.get().seconds() + 1);
  }

  void takeAway(UUID version, UUID id) {
    sql.sql("delete from result_remark where id = ? and hand_in_id = ?")
        .params(id, version)
        .update();
  }

  /** As a browser counts its characters. */
  private static String text(HandInVersion work) {
    return work.text().replace("\r\n", "\n");
  }

  /**
   * Puts them on a page.
   *
   * @param seen whether whoever reads it may see them
   */
  void show(HandInVersion work, boolean seen, Model model) {
    List<MarkedText.Place> places = new ArrayList<>();
    List<Shown> inText = new ArrayList<>();
    Map<UUID, List<Shown>> inSound = new HashMap<>();
    String text = text(work);
    int number = 0;
    for (Remark r : seen ? of(work.id()) : List.<Remark>of()) {
      if (r.file().isPresent()) {
        inSound
            .computeIfAbsent(r.file().get(), first -> new ArrayList<>())
            .add(new Shown(r, 0, ""));
      } else {
        int own = r.words().isEmpty() ? 0 : ++number;
        places.add(new MarkedText.Place(r.id(), r.from(), r.to(), r.kind(), own));
        inText.add(new Shown(r, own, quote(text, r)));
      }
    }
    model.addAttribute("pieces", MarkedText.of(text, places));
    model.addAttribute("textRemarks", inText);
    model.addAttribute("soundRemarks", inSound);
  }

  private static String quote(String text, Remark r) {
    return text.substring(Math.min(r.from(), text.length()), Math.min(r.to(), text.length()));
  }
}
