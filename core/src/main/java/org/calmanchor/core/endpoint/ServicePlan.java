package org.calmanchor.core.endpoint;

import java.security.MessageDigest;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.answers.AnswerDigest;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/** What all operations of one contract share. */
final class ServicePlan {
  private final Reading reading;
  private final @Nullable SessionPlan session;

  /** Made when the first answer is looked for: most services keep none. */
  private volatile byte @Nullable [] edition;

  private final Contract contract;
  private final List<SoapVersion> versions;
  private final RateLimitedLog refusals =
      new RateLimitedLog(LoggerFactory.getLogger(ServicePlan.class), Level.WARN);
  private final Map<SoapVersion, EnvelopeWriter> writers = new EnumMap<>(SoapVersion.class);

  /**
   * Creates a plan.
   *
   * @param session how its sessions are kept; null if it has none
   */
  ServicePlan(Reading reading, @Nullable SessionPlan session) {
    this.reading = reading;
    this.session = session;
    this.contract = reading.contract();
    this.versions = contract.bindings().stream().map(Binding::version).distinct().toList();
    for (SoapVersion version : SoapVersion.values()) {
      writers.put(version, new EnvelopeWriter(version));
    }
  }

  Reading reading() {
    return reading;
  }

  /** How its sessions are kept; null if it has none. */
  @Nullable SessionPlan session() {
    return session;
  }

  Contract contract() {
    return contract;
  }

  /** The name of its {@code wsdl:service}. */
  String name() {
    return contract.services().get(0).name().getLocalPart();
  }

  /** The name by which answers of an operation are kept and forgotten. */
  String scope(String operation) {
    return contract.portTypes().get(0).name().getLocalPart() + "#" + operation;
  }

  /**
   * The digest of its documents, so that hosts of different releases do not take answers for their
   * own that are written in another form.
   */
  byte[] edition() {
    byte[] known = edition;
    if (known == null) {
      MessageDigest digest = AnswerDigest.start();
      WsdlFiles.of(reading, "service.wsdl", WsdlFiles.UNKNOWN_ADDRESS, false)
          .values()
          .forEach(digest::update);
      known = digest.digest();
      edition = known;
    }
    return known;
  }

  /** The names of its operations. */
  List<String> operationNames() {
    return contract.portTypes().get(0).operations().stream().map(Operation::name).toList();
  }

  /**
   * The same for a name that somebody wrote.
   *
   * @throws IllegalArgumentException when there is no such operation
   */
  String requireScope(String operation) {
    List<String> names = operationNames();
    if (!names.contains(operation)) {
      throw new IllegalArgumentException(
          "there is no operation \""
              + operation
              + "\". "
              + NearMiss.of(operation, names, "The operations are: " + String.join(", ", names)));
    }
    return scope(operation);
  }

  /** The log for one-way messages that are refused. */
  RateLimitedLog refusals() {
    return refusals;
  }

  boolean speaks(SoapVersion version) {
    return versions.contains(version);
  }

  /** The SOAP versions of the service, oldest first. */
  List<SoapVersion> versions() {
    return versions;
  }

  /** The SOAP versions of the service, in words. */
  String spoken() {
    return versions.stream().map(SoapVersion::title).collect(Collectors.joining(" and "));
  }

  EnvelopeWriter writer(SoapVersion version) {
    EnvelopeWriter writer = writers.get(version);
    if (writer == null) {
      throw new IllegalStateException("no writer for " + version);
    }
    return writer;
  }
}
