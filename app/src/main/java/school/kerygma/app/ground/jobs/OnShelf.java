package school.kerygma.app.ground.jobs;

/** A module whose things can be put away: a column {@code put_away_at} of their table says when. */
public interface OnShelf {

  Shelf.Of kind();

  /** What they are called, as an expression over their table. */
  default String title() {
    return "title";
  }

  /** Whose they are, as an expression over their table. */
  default String owner() {
    return "owner_id";
  }
}
