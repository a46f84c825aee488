package school.kerygma.app.demo;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;

/** Invented names from several cultures, always the same ones in the same order. */
final class DemoNames {

  private static final List<String> FIRST =
      List.of(
          "Imani", "Finn", "Sofía", "Noah", "Aiyana", "Mateo", "Linnea", "Kwame", "Mei", "Jonas",
          "Zahra", "Luca", "Anika", "Tomas", "Yara", "Elias", "Priya", "Oskar", "Leila", "Diego",
          "Hana", "Callum", "Ngozi", "Ravi", "Freya", "Malik", "Ines", "Theo", "Sana", "Bram",
          "Keziah", "Arlo", "Nadia", "Milan", "Tala", "Ewan", "Amara", "Jia", "Rosa", "Idris");

  private static final List<String> LAST =
      List.of(
          "Kamau",
          "Lindqvist",
          "Okafor",
          "MacIsaac",
          "Nguyen",
          "Haddad",
          "Kowalska",
          "Delgado",
          "Iyer",
          "Tremblay",
          "Tanaka",
          "Boateng",
          "Sørensen",
          "Paul",
          "Rahimi",
          "Costa",
          "Murphy",
          "Petrov",
          "Achebe",
          "Zhou",
          "Fraser",
          "Mbeki",
          "Rossi",
          "Ahmed",
          "Gallant",
          "Novak",
          "Silva",
          "Keane",
          "Yilmaz",
          "Brooks");

  private final List<String> left = new ArrayList<>();

  DemoNames() {
    for (String first : FIRST) {
      for (String last : LAST) {
        left.add(first + " " + last);
      }
    }
    Collections.shuffle(left, new Random(7));
    left.remove("Imani Kamau");
    left.addFirst("Imani Kamau");
  }

  String next() {
    return left.removeFirst();
  }

  static String lastOf(String name) {
    return name.substring(name.indexOf(' ') + 1);
  }

  /** A first name for a guardian, other than the child's. */
  static String guardianOf(String child, int which) {
    return FIRST.get(Math.floorMod(child.hashCode() + 11 * which, FIRST.size()))
        + " "
        + lastOf(child);
  }
}
