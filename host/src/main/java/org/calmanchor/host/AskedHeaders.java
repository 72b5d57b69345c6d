package org.calmanchor.host;

import java.util.Map;
import org.eclipse.jetty.http.HttpField;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.jspecify.annotations.Nullable;

/** The headers that every call is asked for, found in one pass instead of one for each. */
final class AskedHeaders {
  private static final Map<String, Integer> PLACES =
      Map.of(
          "Content-Type", 0,
          "Content-Encoding", 1,
          "Accept-Encoding", 2,
          "SOAPAction", 3,
          "Sec-Fetch-Site", 4);

  private final HttpFields fields;
  private @Nullable String @Nullable [] values;

  AskedHeaders(HttpFields fields) {
    this.fields = fields;
  }

  /** The first value of a header, or null. */
  @Nullable String first(String name) {
    Integer place = PLACES.get(name);
    return place == null ? fields.get(name) : values()[place];
  }

  private @Nullable String[] values() {
    @Nullable String[] found = values;
    if (found == null) {
      found = new String[PLACES.size()];
      for (HttpField field : fields) {
        int place = placeOf(field);
        if (place >= 0 && found[place] == null) {
          found[place] = field.getValue();
        }
      }
      values = found;
    }
    return found;
  }

  private static int placeOf(HttpField field) {
    HttpHeader known = field.getHeader();
    if (known == null) {
      return field.is("SOAPAction") ? 3 : field.is("Sec-Fetch-Site") ? 4 : -1;
    }
    return switch (known) {
      case CONTENT_TYPE -> 0;
      case CONTENT_ENCODING -> 1;
      case ACCEPT_ENCODING -> 2;
      default -> -1;
    };
  }
}
