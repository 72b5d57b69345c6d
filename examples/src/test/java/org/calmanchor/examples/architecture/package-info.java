/** The rules that keep the rooms apart. */
package org.calmanchor.examples.architecture;
