/**
 * What starts and stops with a host: objects of services that implement it, and tasks that run
 * beside the calls.
 */
@NullMarked
package org.calmanchor.core.lifecycle;

import org.jspecify.annotations.NullMarked;
