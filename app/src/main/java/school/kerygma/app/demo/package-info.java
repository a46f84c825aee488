/**
 * The demonstration school and the sample walkthrough, made through the services that the screens
 * use.
 */
@NullMarked
package school.kerygma.app.demo;

import org.jspecify.annotations.NullMarked;
