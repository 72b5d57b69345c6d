/** YAML as a tree of nodes, in which every value is a text. Internal: other modules use it. */
@NullMarked
package org.calmanchor.yaml;

import org.jspecify.annotations.NullMarked;
