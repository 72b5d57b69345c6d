package org.calmanchor.web.rendering;

import gg.jte.ContentType;
import gg.jte.TemplateEngine;
import gg.jte.output.StringOutput;
import java.util.Map;

/** Renders templates. Safe for any number of threads. */
public final class Templates {
  /** The package that the build compiles the templates into. */
  private static final String COMPILED = "org.calmanchor.web.template";

  private static final int SIZE = 8192;

  private Templates() {}

  /** Made for the first page, so that a host starts without it. */
  private static final class Engine {
    static final TemplateEngine ONLY = ofThisLibrary();

    private Engine() {}

    /**
     * The engine finds the compiled templates by the context class loader of the thread that makes
     * it, whatever loader it is given. That may be an application's, which ends before this library
     * does.
     */
    private static TemplateEngine ofThisLibrary() {
      ClassLoader own = Templates.class.getClassLoader();
      Thread thread = Thread.currentThread();
      ClassLoader before = thread.getContextClassLoader();
      thread.setContextClassLoader(own);
      try {
        return TemplateEngine.createPrecompiled(null, ContentType.Html, own, COMPILED);
      } finally {
        thread.setContextClassLoader(before);
      }
    }
  }

  /**
   * The text of a template.
   *
   * @param template the name of its file
   * @param parameters what it is about, by the names in the template
   */
  public static String render(String template, Map<String, Object> parameters) {
    StringOutput output = new StringOutput(SIZE);
    Engine.ONLY.render(template, parameters, output);
    return output.toString();
  }
}
