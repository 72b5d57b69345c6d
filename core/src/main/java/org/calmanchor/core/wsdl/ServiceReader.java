package org.calmanchor.core.wsdl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Service;

/** Reads services with the ports whose bindings SOAP can carry (WSDL 1.1, section 2.7). */
final class ServiceReader {
  private final WsdlIndex index;
  private final Map<QName, Binding> bindings = new HashMap<>();

  ServiceReader(WsdlIndex index, List<Binding> bindings) {
    this.index = index;
    bindings.forEach(binding -> this.bindings.put(binding.name(), binding));
  }

  List<Service> read() {
    List<Service> services = new ArrayList<>();
    for (WsdlIndex.Declared declared : index.all("service")) {
      List<Service.Port> ports = ports(declared);
      if (!ports.isEmpty()) {
        services.add(new Service(declared.name(), ports, WsdlIndex.doc(declared.node())));
      }
    }
    return services;
  }

  private List<Service.Port> ports(WsdlIndex.Declared service) {
    List<Service.Port> ports = new ArrayList<>();
    for (XmlNode node : service.node().children(Names.WSDL, "port")) {
      WsdlIndex.Declared declared = index.referred(service, node, "binding", "binding");
      Binding binding = declared == null ? null : bindings.get(declared.name());
      if (binding != null) {
        XmlNode address = node.child(binding.version().bindingNamespace(), "address");
        ports.add(
            new Service.Port(
                node.attributeOr("name", "").strip(),
                binding.name(),
                address == null ? "" : address.attributeOr("location", "").strip()));
      }
    }
    return ports;
  }
}
