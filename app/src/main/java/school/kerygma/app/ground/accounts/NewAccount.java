package school.kerygma.app.ground.accounts;

import school.kerygma.app.ground.problems.Problem;

/** What a teacher may choose for an account. */
public final class NewAccount {

  private static final int LEAST_PASSWORD = 10;
  private static final int MOST_PASSWORD = 72; // bcrypt reads 72 bytes.
  private static final int LONGEST_NAME = 120;

  private NewAccount() {}

  /**
   * Looks at what was chosen.
   *
   * @throws Problem if the name has not 1 to 120 letters or the password not 10 to 72 characters
   */
  public static void check(String name, String password) {
    if (password.length() < LEAST_PASSWORD || password.length() > MOST_PASSWORD) {
      throw Problem.refused("password");
    }
    if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
      throw Problem.refused("name");
    }
  }
}
