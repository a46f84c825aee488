/**
 * The demonstration school and the sample walkthrough, made through the services that the screens
 * use.
 */
@NullMarked
@Wing(uses = {"ground", "school", "paper", "plan", "talk", "classroom"})
package school.kerygma.app.demo;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
