/** What happened on a host: calls as they went over the wire, and services that were replaced. */
@NullMarked
package org.calmanchor.web.event;

import org.jspecify.annotations.NullMarked;
