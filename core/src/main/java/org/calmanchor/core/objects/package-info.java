/**
 * Java objects as the values of a contract: how they are created and how their members are read.
 * Entry type: {@link org.calmanchor.core.objects.JavaValueModel}, which the codecs are planned
 * with. Reflection happens while planning only.
 */
@NullMarked
package org.calmanchor.core.objects;

import org.jspecify.annotations.NullMarked;
