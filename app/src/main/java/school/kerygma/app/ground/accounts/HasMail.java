package school.kerygma.app.ground.accounts;

/** Says whether letters can leave the school at all. */
public interface HasMail {

  boolean hasMail();
}
