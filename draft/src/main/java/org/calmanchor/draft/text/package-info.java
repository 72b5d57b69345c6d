/** What all drafts need to write Java as text: names, comments, layout. */
@NullMarked
package org.calmanchor.draft.text;

import org.jspecify.annotations.NullMarked;
