package org.calmanchor.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.web.page.ServiceSite;

/** Services of this process. */
record EndpointTarget(Endpoint endpoint) implements ServiceTarget {
  @Override
  public CompletionStage<Void> handle(Request request, Response response) {
    return endpoint.handle(request, response);
  }

  @Override
  public List<ServiceSite> sites(String path) {
    List<ServiceSite> sites = new ArrayList<>();
    for (Reading reading : endpoint.readings()) {
      sites.add(new ServiceSite(path, reading, sites.isEmpty()));
    }
    return sites;
  }

  @Override
  public Set<String> switchedOff() {
    return endpoint.switchedOff();
  }
}
