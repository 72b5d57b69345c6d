/** A service that has one operation for each way in which a message can go over the wire. */
package org.calmanchor.wire;
