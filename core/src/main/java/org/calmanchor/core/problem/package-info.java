/**
 * What is wrong with a contract, where, and how to fix it. Entry type: {@link
 * org.calmanchor.core.problem.Problem}. Problems are collected, so that all are reported together.
 */
@NullMarked
package org.calmanchor.core.problem;

import org.jspecify.annotations.NullMarked;
