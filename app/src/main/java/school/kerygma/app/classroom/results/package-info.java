/**
 * Looking at work: points and words by the rubric, marks on its pages, handing back. Until work is
 * handed back, nobody but its teachers sees anything of it.
 */
@NullMarked
package school.kerygma.app.classroom.results;

import org.jspecify.annotations.NullMarked;
