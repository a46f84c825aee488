/**
 * Reads and draws papers in processes of their own: whatever a paper does there, it hurts neither
 * the application nor another paper.
 */
@NullMarked
package school.kerygma.media.worker;

import org.jspecify.annotations.NullMarked;
