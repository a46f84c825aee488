package school.kerygma.app.ground.accounts;

import java.io.IOException;
import java.io.InputStream;
import java.io.ObjectStreamClass;
import org.springframework.core.ConfigurableObjectInputStream;
import org.springframework.core.serializer.Deserializer;

/**
 * Reads sessions as they lie in the database, whatever version wrote them: nobody has to sign in
 * again because of an upgrade.
 */
final class StoredSessions implements Deserializer<Object> {

  /** Where {@link SignedIn} stood when the first of them were written. */
  private static final String FORMERLY = "school.kerygma.app.accounts.SignedIn";

  @Override
  public Object deserialize(InputStream stored) throws IOException {
    try (Reading reading = new Reading(stored)) {
      return reading.readObject();
    } catch (ClassNotFoundException e) {
      throw new IOException("A session holds what this version does not know", e);
    }
  }

  private static final class Reading extends ConfigurableObjectInputStream {

    Reading(InputStream stored) throws IOException {
      super(stored, StoredSessions.class.getClassLoader());
    }

    @Override
    protected Class<?> resolveClass(ObjectStreamClass described)
        throws IOException, ClassNotFoundException {
      return described.getName().equals(FORMERLY) ? SignedIn.class : super.resolveClass(described);
    }
  }
}
