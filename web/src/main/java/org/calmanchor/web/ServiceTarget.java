package org.calmanchor.web;

import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.calmanchor.web.page.ServiceSite;

/** What answers the messages at a path: services of this process, or one elsewhere. */
sealed interface ServiceTarget permits EndpointTarget, ForwardingTarget {
  /** Answers a message, as an endpoint does. */
  CompletionStage<Void> handle(Request request, Response response);

  /** The sites of its services, the first one first. */
  List<ServiceSite> sites(String path);

  /** The names of the operations that are switched off. */
  Set<String> switchedOff();
}
