package org.calmanchor.draft.text;

import com.palantir.javapoet.JavaFile;
import com.palantir.javapoet.TypeSpec;
import java.nio.charset.StandardCharsets;

/** Writes types as source files. */
public final class SourceText {
  private SourceText() {}

  /** The file of a type, in UTF-8. */
  public static byte[] of(String packageName, TypeSpec type) {
    String text =
        JavaFile.builder(packageName, type)
            .skipJavaLangImports(true)
            .indent("  ")
            .build()
            .toString();
    return Layout.of(text).getBytes(StandardCharsets.UTF_8);
  }
}
