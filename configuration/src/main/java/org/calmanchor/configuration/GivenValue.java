package org.calmanchor.configuration;

import java.util.List;

/**
 * A value that somebody has given.
 *
 * @param texts as it was written
 */
record GivenValue<T>(T value, List<String> texts, Source source) {}
