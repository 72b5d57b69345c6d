package org.calmanchor.core.read;

import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;

/**
 * The result of reading Java code.
 *
 * @param service the annotated type
 * @param contract the contract
 * @param members the Java members of its nodes
 * @param examples the example values in its annotations
 */
public record Reading(JavaType service, Contract contract, Members members, Examples examples) {}
