package school.kerygma.app.accounts;

/** Says whether letters can leave the school at all. */
public interface HasMail {

  boolean hasMail();
}
