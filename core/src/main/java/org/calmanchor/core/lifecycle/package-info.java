/** What the object of a service may implement, so that its host starts, asks and stops it. */
@NullMarked
package org.calmanchor.core.lifecycle;

import org.jspecify.annotations.NullMarked;
