package org.calmanchor.host;

import java.util.ArrayList;
import java.util.List;
import org.eclipse.jetty.http.HttpField;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.jspecify.annotations.Nullable;

/** The headers that every call needs, found in one pass over the request. */
final class CommonHeaders {
  private static final int COUNT = 6;
  private static final int OTHER = -1;

  private final HttpFields fields;
  private @Nullable String @Nullable [] values;

  CommonHeaders(HttpFields fields) {
    this.fields = fields;
  }

  /** The first value of a header, or null. */
  @Nullable String first(String name) {
    int place = placeOf(name);
    return place == OTHER ? fields.get(name) : values()[place];
  }

  /** All values of a header, in the order in which they were sent. */
  List<String> all(String name) {
    List<String> values = List.of();
    for (HttpField field : fields) {
      if (field.is(name)) {
        if (values.isEmpty()) {
          values = new ArrayList<>(1);
        }
        String value = field.getValue();
        values.add(value == null ? "" : value);
      }
    }
    return values;
  }

  private @Nullable String[] values() {
    @Nullable String[] found = values;
    if (found == null) {
      found = new String[COUNT];
      for (HttpField field : fields) {
        int place = placeOf(field);
        if (place != OTHER && found[place] == null) {
          found[place] = field.getValue();
        }
      }
      values = found;
    }
    return found;
  }

  private static int placeOf(String name) {
    return switch (name) {
      case "Content-Type" -> 0;
      case "Content-Encoding" -> 1;
      case "Accept-Encoding" -> 2;
      case "SOAPAction" -> 3;
      case "Sec-Fetch-Site" -> 4;
      case "Transfer-Encoding" -> 5;
      default -> OTHER;
    };
  }

  private static int placeOf(HttpField field) {
    HttpHeader known = field.getHeader();
    if (known == null) {
      return field.is("SOAPAction") ? 3 : field.is("Sec-Fetch-Site") ? 4 : OTHER;
    }
    return switch (known) {
      case CONTENT_TYPE -> 0;
      case CONTENT_ENCODING -> 1;
      case ACCEPT_ENCODING -> 2;
      case TRANSFER_ENCODING -> 5;
      default -> OTHER;
    };
  }
}
