/**
 * Sessions: objects of services that belong to one caller each. Entry type: {@link
 * org.calmanchor.core.session.Sessions}.
 */
@NullMarked
package org.calmanchor.core.session;

import org.jspecify.annotations.NullMarked;
