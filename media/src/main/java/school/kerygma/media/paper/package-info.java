/** Reads papers: their pages, words and pictures; nothing hostile gets through. */
@NullMarked
package school.kerygma.media.paper;

import org.jspecify.annotations.NullMarked;
