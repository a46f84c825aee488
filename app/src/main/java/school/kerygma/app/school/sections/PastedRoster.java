package school.kerygma.app.school.sections;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * A roster as it is pasted: typed lines, or cells of a spreadsheet with tabs or quotes, with or
 * without a head, in whatever order. What is not sure is said, so that a person can put it right.
 */
record PastedRoster(List<Row> rows) {

  /** Why a row should be looked at. */
  enum Doubt {
    NO_NAME,
    /** Two words parted by a comma were taken for last name and first name. */
    LAST_FIRST,
    /** Where an address would stand is something else. */
    NO_ADDRESS,
    /** There is more in the line than a student and a guardian. */
    TOO_MUCH,
    TWICE
  }

  /** One student as it was understood. */
  record Row(String name, String email, String guardian, String guardianEmail, List<Doubt> doubts) {

    /** Empty cells to write a guardian or an address into stay empty. */
    Row {
      doubts = List.copyOf(doubts);
    }
  }

  /** Whether any row should be looked at before anybody is added. */
  boolean isInDoubt() {
    return rows.stream().anyMatch(r -> !r.doubts().isEmpty());
  }

  /**
   * Reads what was pasted.
   *
   * @throws school.kerygma.app.ground.problems.Problem if it is no table at all, or too large a one
   */
  static PastedRoster read(String text) {
    RosterTable table = RosterTable.parse(text.strip());
    boolean head = table.hasHead();
    List<RosterTable.Column> columns = head ? table.guesses() : byContent(table.rows());
    boolean guessed = !head && columns.contains(RosterTable.Column.LAST_NAME);
    List<Row> rows = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (List<String> cells : table.rows().subList(head ? 1 : 0, table.rows().size())) {
      rows.add(row(cells, columns, guessed, seen));
    }
    return new PastedRoster(rows);
  }

  private static Row row(
      List<String> cells, List<RosterTable.Column> columns, boolean guessed, Set<String> seen) {
    List<Doubt> doubts = new ArrayList<>();
    String name = RosterTable.name(cells, columns);
    String email = RosterTable.cell(cells, columns, RosterTable.Column.EMAIL);
    String guardian = RosterTable.cell(cells, columns, RosterTable.Column.GUARDIAN);
    String home = RosterTable.cell(cells, columns, RosterTable.Column.GUARDIAN_EMAIL);
    if (name.isEmpty() || name.contains("@") || name.length() > RosterLine.LONGEST_NAME) {
      doubts.add(Doubt.NO_NAME);
    } else if (guessed) {
      doubts.add(Doubt.LAST_FIRST);
    }
    if (!RosterLine.isAddressOrNothing(email) || !RosterLine.isAddressOrNothing(home)) {
      doubts.add(Doubt.NO_ADDRESS);
    }
    for (int i = 0; i < cells.size(); i++) {
      boolean unread = i >= columns.size() || columns.get(i) == RosterTable.Column.NOTHING;
      if (unread && cells.get(i).contains("@")) {
        doubts.add(Doubt.TOO_MUCH);
      }
    }
    String key = (email.isEmpty() ? name : email).toLowerCase(Locale.ROOT);
    if (!key.isEmpty() && !seen.add(key)) {
      doubts.add(Doubt.TWICE);
    }
    return new Row(name, email, guardian, home, doubts);
  }

  /** What the columns hold, by what stands in them; the first words are the student's. */
  private static List<RosterTable.Column> byContent(List<List<String>> rows) {
    int width = rows.getFirst().size();
    if (isAsWritten(rows, width)) {
      return List.of(
              RosterTable.Column.NAME,
              RosterTable.Column.EMAIL,
              RosterTable.Column.GUARDIAN,
              RosterTable.Column.GUARDIAN_EMAIL)
          .subList(0, width);
    }
    List<RosterTable.Column> columns = new ArrayList<>();
    List<Integer> words = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      int at = i;
      boolean addresses = rows.stream().anyMatch(r -> r.get(at).contains("@"));
      boolean empty = rows.stream().allMatch(r -> r.get(at).isEmpty());
      boolean numbers = rows.stream().allMatch(r -> r.get(at).matches("[\\d\\s./-]*"));
      if (addresses) {
        columns.add(
            !columns.contains(RosterTable.Column.EMAIL)
                ? RosterTable.Column.EMAIL
                : columns.contains(RosterTable.Column.GUARDIAN_EMAIL)
                    ? RosterTable.Column.NOTHING
                    : RosterTable.Column.GUARDIAN_EMAIL);
      } else if (empty || numbers) {
        columns.add(RosterTable.Column.NOTHING);
      } else {
        columns.add(
            columns.contains(RosterTable.Column.EMAIL)
                ? RosterTable.Column.GUARDIAN
                : RosterTable.Column.NAME);
        words.add(i);
      }
    }
    List<Integer> own =
        words.stream().filter(i -> columns.get(i) == RosterTable.Column.NAME).toList();
    if (own.size() == 2) {
      columns.set(own.get(0), RosterTable.Column.LAST_NAME);
      columns.set(own.get(1), RosterTable.Column.FIRST_NAME);
    } else {
      own.stream().skip(1).forEach(i -> columns.set(i, RosterTable.Column.NOTHING));
    }
    return columns;
  }

  /** Name, e-mail, guardian, guardian's e-mail, as the field asks for it. */
  private static boolean isAsWritten(List<List<String>> rows, int width) {
    return width <= 4
        && rows.stream()
            .allMatch(
                r ->
                    !r.getFirst().isEmpty()
                        && !r.getFirst().contains("@")
                        && (width < 2 || r.get(1).isEmpty() || r.get(1).contains("@"))
                        && (width < 3 || !r.get(2).contains("@"))
                        && (width < 4 || r.get(3).isEmpty() || r.get(3).contains("@")));
  }
}
