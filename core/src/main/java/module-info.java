/** From annotated Java to a contract, from a contract to documents and codecs, to an endpoint. */
module org.calmanchor.core {
  requires transitive org.calmanchor.annotations;
  requires transitive java.xml;
  requires static transitive org.jspecify;
  requires static jakarta.validation;
  requires org.slf4j;
  requires com.ctc.wstx;
  requires com.fasterxml.aalto;
  requires org.codehaus.stax2;

  exports org.calmanchor.core.access;
  exports org.calmanchor.core.answers;
  exports org.calmanchor.core.keys;
  exports org.calmanchor.core.lifecycle;
  exports org.calmanchor.core.usernametoken;
  exports org.calmanchor.core.model;
  exports org.calmanchor.core.lexical;
  exports org.calmanchor.core.introspection;
  exports org.calmanchor.core.problem;
  exports org.calmanchor.core.constraint;
  exports org.calmanchor.core.read;
  exports org.calmanchor.core.reading;
  exports org.calmanchor.core.content;
  exports org.calmanchor.core.simple;
  exports org.calmanchor.core.document;
  exports org.calmanchor.core.wsdl;
  exports org.calmanchor.core.dynamic;
  exports org.calmanchor.core.limits;
  exports org.calmanchor.core.running;
  exports org.calmanchor.core.session;
  exports org.calmanchor.core.stores;
  exports org.calmanchor.core.observe;
  exports org.calmanchor.core.trace;
  exports org.calmanchor.core.endpoint;
  exports org.calmanchor.core.match to
      org.calmanchor.draft;
  exports org.calmanchor.core.xml to
      org.calmanchor.client;
  exports org.calmanchor.core.codec to
      org.calmanchor.client;
  exports org.calmanchor.core.objects to
      org.calmanchor.client;
  exports org.calmanchor.core.soap to
      org.calmanchor.client,
      org.calmanchor.web;
  exports org.calmanchor.core.outline;
  exports org.calmanchor.core.path;
  exports org.calmanchor.core.diff;
  exports org.calmanchor.core.sample;
  exports org.calmanchor.core.conformance;
  exports org.calmanchor.core.io to
      org.calmanchor.client,
      org.calmanchor.web,
      org.calmanchor.host;
  exports org.calmanchor.core.logging to
      org.calmanchor.servlet,
      org.calmanchor.callers,
      org.calmanchor.client,
      org.calmanchor.launch,
      org.calmanchor.transactions,
      org.calmanchor.nodes,
      org.calmanchor.web,
      org.calmanchor.host;
}
