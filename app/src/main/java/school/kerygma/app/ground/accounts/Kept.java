package school.kerygma.app.ground.accounts;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * A column in which persons stand, and what becomes of its rows when a person is erased or turns
 * out to be another.
 *
 * @param oneEach what tells the rows of one person apart; empty if there may be any number
 */
public record Kept(String table, String column, Fate fate, Optional<List<String>> oneEach) {

  /** What becomes of the rows. */
  public enum Fate {
    /** They are erased with the person, and go over to the one whom the person turns out to be. */
    THEIRS,
    /** They are erased with the person, and of no use to whom the person turns out to be. */
    DROPPED,
    /** Teachers stand there, who are neither erased nor anybody else. */
    TEACHERS,
    /** Their module does both itself, on {@link PersonErased} and {@link PersonMerged}. */
    BY_HAND
  }

  /** They stand in statements as they are. */
  private static final Pattern NAME = Pattern.compile("[a-z][a-z_]*");

  public Kept {
    oneEach = oneEach.map(List::copyOf);
    check(table);
    check(column);
    oneEach.ifPresent(columns -> columns.forEach(Kept::check));
  }

  private static void check(String name) {
    if (!NAME.matcher(name).matches()) {
      throw new IllegalArgumentException("No name of a table or column: " + name);
    }
  }

  /** Rows of which a person may have any number. */
  public static Kept theirs(String table, String column) {
    return new Kept(table, column, Fate.THEIRS, Optional.empty());
  }

  /**
   * Rows of which a person has one for each combination of the columns; if two persons turn out to
   * be one, the other's own stays.
   */
  public static Kept oneEach(String table, String column, String... columns) {
    return new Kept(table, column, Fate.THEIRS, Optional.of(List.of(columns)));
  }

  public static Kept dropped(String table, String column) {
    return new Kept(table, column, Fate.DROPPED, Optional.empty());
  }

  public static Kept teachers(String table, String column) {
    return new Kept(table, column, Fate.TEACHERS, Optional.empty());
  }

  public static Kept byHand(String table, String column) {
    return new Kept(table, column, Fate.BY_HAND, Optional.empty());
  }
}
