package school.kerygma.app.school.sections;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import school.kerygma.app.ground.problems.Problem;
import school.kerygma.core.roster.PersonNames;

/**
 * One student of a roster that is typed or read from a file.
 *
 * @param name 1 to 120 letters
 * @param email in small letters
 */
record RosterLine(
    String name,
    Optional<String> email,
    Optional<String> guardian,
    Optional<String> guardianEmail) {

  static final int LONGEST_NAME = 120;
  private static final String ADDRESS = "[^@\\s]+@[^@\\s]+";

  /**
   * Looks at what is said of a student.
   *
   * @param whole the line as it stands, for the words of a refusal
   * @throws Problem if there is no name, or an address is none
   */
  static RosterLine of(
      String name, String email, String guardian, String guardianEmail, String whole) {
    if (name.isBlank() || name.strip().length() > 120 || name.contains("@")) {
      throw Problem.refused("roster-line", whole.strip());
    }
    if (guardian.strip().length() > 120) {
      throw Problem.refused("roster-line", whole.strip());
    }
    Optional<String> home = address(guardianEmail, whole);
    Optional<String> guard =
        guardian.isBlank() ? home : Optional.of(guardian.strip()); // no name: the address is one
    return new RosterLine(PersonNames.asSaid(name), address(email, whole), guard, home);
  }

  private static Optional<String> address(String text, String whole) {
    String email = text.strip().toLowerCase(Locale.ROOT);
    if (email.isEmpty()) {
      return Optional.empty();
    }
    if (!isAddressOrNothing(email)) {
      throw Problem.refused("roster-line", whole.strip());
    }
    return Optional.of(email);
  }

  static boolean isAddressOrNothing(String text) {
    String email = text.strip();
    return email.isEmpty() || email.matches(ADDRESS) && email.length() <= 254;
  }

  /** Reads typed lines: name, e-mail, guardian, guardian's e-mail, parted by commas. */
  static List<RosterLine> read(String lines) {
    return lines.lines().filter(l -> !l.isBlank()).map(RosterLine::typed).toList();
  }

  private static RosterLine typed(String line) {
    String[] parts = line.split("[,;\\t]", -1);
    if (parts.length > 4) {
      throw Problem.refused("roster-line", line.strip());
    }
    return of(part(parts, 0), part(parts, 1), part(parts, 2), part(parts, 3), line);
  }

  private static String part(String[] parts, int at) {
    return parts.length > at ? parts[at] : "";
  }
}
