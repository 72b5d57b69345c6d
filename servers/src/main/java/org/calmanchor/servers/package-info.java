/**
 * Real servers, started from Debian's packages at free ports, with their data in folders of their
 * own.
 */
@NullMarked
package org.calmanchor.servers;

import org.jspecify.annotations.NullMarked;
