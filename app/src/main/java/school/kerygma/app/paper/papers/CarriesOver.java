package school.kerygma.app.paper.papers;

/** Takes something over from one edition of a paper to the next, once that has been read. */
public interface CarriesOver {

  /**
   * Takes it over.
   *
   * @return whether others may see the new edition: if not, it waits for its teacher's decision
   */
  boolean carry(Editions.Content before, Editions.Content after);
}
