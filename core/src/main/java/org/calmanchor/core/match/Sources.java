package org.calmanchor.core.match;

import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Examples;
import org.calmanchor.core.reading.Members;

/**
 * What is matched.
 *
 * @param code the contract that the code has on its own
 * @param members the members of the code's contract
 * @param examples the example values in the code
 * @param document the contract that came first
 */
record Sources(Contract code, Members members, Examples examples, Contract document) {}
