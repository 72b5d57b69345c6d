/**
 * What the test page asks the server: the envelope for a form, the values of an answer, checks, the
 * last exchanges. Entry type: {@link org.calmanchor.web.question.QuestionHandler}.
 */
@NullMarked
package org.calmanchor.web.question;

import org.jspecify.annotations.NullMarked;
