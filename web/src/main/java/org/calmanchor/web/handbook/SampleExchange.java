package org.calmanchor.web.handbook;

import java.util.Map;

/**
 * What goes over the wire when an operation is called, with sample values.
 *
 * @param version the version of SOAP
 * @param request the HTTP request
 * @param response the HTTP response
 * @param faults the HTTP responses with declared faults, by the name of the fault
 * @param curl a command that sends the request
 */
public record SampleExchange(
    String version, String request, String response, Map<String, String> faults, String curl) {}
