package org.calmanchor.web.health;

import java.util.function.Supplier;

/**
 * Something that operators and their tools ask a host for, such as metrics. It is told where the
 * build is told: at a port of health, or to those who see test pages.
 *
 * @param path where it is asked for; not below the path of health
 * @param mediaType the type of its content
 * @param content makes the content; used by many threads
 */
public record OperatorReport(String path, String mediaType, Supplier<byte[]> content) {}
