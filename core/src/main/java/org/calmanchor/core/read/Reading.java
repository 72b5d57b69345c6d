package org.calmanchor.core.read;

import org.calmanchor.core.model.Contract;

/**
 * What reading Java gives.
 *
 * @param contract the contract
 * @param members which Java member stands for which of its nodes
 */
public record Reading(Contract contract, Members members) {}
