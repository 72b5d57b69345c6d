/** Keys and certificates in PEM files, and ones that are made for trying out. */
@NullMarked
package org.calmanchor.tls;

import org.jspecify.annotations.NullMarked;
