package org.calmanchor.core.codec;

import java.util.LinkedHashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;

/** The prefixes of a contract's messages, all declared on the envelope. */
public final class Prefixes {
  private final Map<String, String> byNamespace = new LinkedHashMap<>();

  private Prefixes() {}

  /** The prefixes for {@code contract}: {@code tns}, then {@code ns1} on, and {@code xsi}. */
  public static Prefixes of(Contract contract) {
    Prefixes prefixes = new Prefixes();
    prefixes.byNamespace.put(contract.targetNamespace(), "tns");
    for (Schema schema : contract.schemas()) {
      int next = prefixes.byNamespace.size();
      prefixes.byNamespace.putIfAbsent(schema.targetNamespace(), "ns" + next);
    }
    prefixes.byNamespace.put(Names.XSI, "xsi");
    return prefixes;
  }

  /** The name as it stands in a tag. */
  String tag(QName name) {
    String namespace = name.getNamespaceURI();
    if (namespace.isEmpty()) {
      return name.getLocalPart();
    }
    String prefix = byNamespace.get(namespace);
    if (prefix == null) {
      throw new IllegalArgumentException("no schema of the contract has " + name);
    }
    return prefix + ":" + name.getLocalPart();
  }

  /** The declarations, as they stand in the envelope's tag, each after a space. */
  public String declarations() {
    StringBuilder out = new StringBuilder();
    byNamespace.forEach(
        (namespace, prefix) ->
            out.append(" xmlns:")
                .append(prefix)
                .append("=\"")
                .append(
                    namespace.replace("&", "&amp;").replace("\"", "&quot;").replace("<", "&lt;"))
                .append('"'));
    return out.toString();
  }
}
