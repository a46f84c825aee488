/** Walkthroughs and their scripts: stops, what each shows and what is said there. */
@NullMarked
package school.kerygma.app.talk.scripts;

import org.jspecify.annotations.NullMarked;
