/** Students' questions: which of them ask the same. */
@NullMarked
package school.kerygma.core.question;

import org.jspecify.annotations.NullMarked;
