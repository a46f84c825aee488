/**
 * What every other wing stands on. {@code door}: what each request passes. {@code accounts}: who
 * somebody is, and {@code accounts.Gate}, which is asked whether they may. {@code jobs}: long work
 * in the background. {@code store}: where pictures and sounds are kept. {@code problems}: what went
 * wrong, in a sentence.
 */
@NullMarked
@Wing(uses = {})
package school.kerygma.app.ground;

import org.jspecify.annotations.NullMarked;
import school.kerygma.app.Wing;
