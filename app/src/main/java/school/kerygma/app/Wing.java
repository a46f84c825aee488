package school.kerygma.app;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Several modules that belong together, and stand on those of other wings. */
@Target(ElementType.PACKAGE)
@Retention(RetentionPolicy.CLASS)
public @interface Wing {

  /** The wings whose modules this one's may use, by the last word of their packages. */
  String[] uses();
}
