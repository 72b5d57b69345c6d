/** Three hosts of the harbor behind a balancer, with a database and Redis that they share. */
@NullMarked
package org.calmanchor.cluster;

import org.jspecify.annotations.NullMarked;
