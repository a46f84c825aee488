/** The demonstration school, made through the services that the screens use. */
@NullMarked
package school.kerygma.app.demo;

import org.jspecify.annotations.NullMarked;
