package school.kerygma.app.desk.proofing;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.proof.Matter;
import school.kerygma.core.proof.Proof;

/** The proof of a walkthrough, with what its teacher lets stand. */
@Service
@Transactional
class Proofs {

  private static final int LONGEST_REASON = 300;

  /**
   * A row of the proof.
   *
   * @param sides a digest of what its sides say
   * @param left the reason for which it stands, if it was left
   */
  record Line(Proof.Row row, String sides, @Nullable String left) {

    boolean open() {
      return row.open() && left == null;
    }

    boolean disagrees() {
      return open() && row.verdict() == Proof.Verdict.DISAGREES;
    }
  }

  /**
   * The whole of it.
   *
   * @param lines what is open first, then what agrees, then what was left
   * @param questions what may be meant, and counts for nothing until somebody says so
   */
  record View(List<Line> lines, List<Proof.Question> questions) {

    public List<Line> open() {
      return lines.stream().filter(Line::open).toList();
    }

    public List<Line> plain() {
      return lines.stream().filter(l -> !l.row().open()).toList();
    }

    public List<Line> left() {
      return lines.stream().filter(l -> l.left() != null && l.row().open()).toList();
    }

    public long disagree() {
      return lines.stream().filter(Line::disagrees).count();
    }

    /** What was compared and agrees; where one side alone speaks there is nothing to compare. */
    public long agree() {
      return plain().stream().filter(l -> l.row().verdict() == Proof.Verdict.AGREES).count();
    }

    public long missing() {
      return open().size() - disagree();
    }
  }

  private final Matters matters;
  private final LeftFinding.Repository left;
  private final Corrections corrections;
  private final Clock clock;

  Proofs(Matters matters, LeftFinding.Repository left, Corrections corrections, Clock clock) {
    this.corrections = corrections;
    this.matters = matters;
    this.left = left;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public View of(UUID walkthrough) {
    Map<String, String> reasons = new HashMap<>();
    left.ofWalkthrough(walkthrough).forEach(f -> reasons.put(f.key().sides(), f.reason()));
    List<Line> lines = new ArrayList<>();
    Matter matter = matters.of(walkthrough);
    for (Proof.Row row : Proof.of(matter).rows()) {
      String sides = digest(row.sides());
      lines.add(new Line(row, sides, reasons.get(sides)));
    }
    return new View(List.copyOf(lines), Proof.questions(matter));
  }

  /**
   * Lets a disagreement stand until one of its sides changes.
   *
   * @param reason 1 to 300 characters
   */
  public void leave(UUID walkthrough, String sides, String reason) {
    String why = reason.strip();
    if (why.isEmpty() || why.length() > LONGEST_REASON) {
      throw Problem.refused("proof-reason").at("reason");
    }
    if (line(walkthrough, sides).filter(Line::open).isEmpty()) {
      throw Problem.conflict("changed-elsewhere");
    }
    left.save(new LeftFinding(new LeftFinding.Key(walkthrough, sides), why, clock.instant()));
  }

  /** Puts a line under the player and lets what it answers stand: both, or neither. */
  public void correct(
      UUID walkthrough,
      UUID stop,
      String quote,
      String words,
      boolean overPage,
      String sides,
      String reason) {
    corrections.put(walkthrough, stop, quote, words, overPage, sides);
    leave(walkthrough, sides, reason);
  }

  /** It is open again. */
  public void take(UUID walkthrough, String sides) {
    left.findById(new LeftFinding.Key(walkthrough, sides)).ifPresent(left::delete);
  }

  @Transactional(readOnly = true)
  public Optional<Line> line(UUID walkthrough, String sides) {
    return of(walkthrough).lines().stream().filter(l -> l.sides().equals(sides)).findFirst();
  }

  private static String digest(String sides) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(sides.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
