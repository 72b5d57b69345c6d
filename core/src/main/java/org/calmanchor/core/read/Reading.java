package org.calmanchor.core.read;

import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;

/**
 * The result of reading Java code.
 *
 * @param service the annotated type
 * @param contract the contract
 * @param members the Java members of its nodes
 */
public record Reading(JavaType service, Contract contract, Members members) {}
