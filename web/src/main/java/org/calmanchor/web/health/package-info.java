/** What a host says about itself to those who watch it. */
@NullMarked
package org.calmanchor.web.health;

import org.jspecify.annotations.NullMarked;
