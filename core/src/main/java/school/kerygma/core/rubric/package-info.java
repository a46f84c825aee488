/** Rubrics: grids found on pages, their criteria, levels and points. */
@NullMarked
package school.kerygma.core.rubric;

import org.jspecify.annotations.NullMarked;
