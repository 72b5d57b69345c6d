/**
 * Small examples, one after the other: from the smallest service to all that a service can have.
 */
package org.calmanchor.examples.steps;
