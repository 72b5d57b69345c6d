package org.calmanchor.wire;

import jakarta.servlet.ServletContext;
import java.lang.reflect.Proxy;
import java.util.Map;

/** An application that has no servlet of ours yet. */
record Undescribed(ServletContext context) {
  ServletContext get() {
    return (ServletContext)
        Proxy.newProxyInstance(
            ServletContext.class.getClassLoader(),
            new Class<?>[] {ServletContext.class},
            (proxy, method, arguments) ->
                method.getName().equals("getServletRegistrations")
                    ? Map.of()
                    : method.invoke(context, arguments));
  }
}
