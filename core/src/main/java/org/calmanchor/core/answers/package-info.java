/**
 * Answers that may be given again: what keeps them, and by what they are found. Entry type: {@link
 * org.calmanchor.core.answers.AnswerStore}.
 */
@NullMarked
package org.calmanchor.core.answers;

import org.jspecify.annotations.NullMarked;
