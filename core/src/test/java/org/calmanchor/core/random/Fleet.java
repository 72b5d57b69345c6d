package org.calmanchor.core.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import javax.xml.validation.Schema;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.Documents;
import org.calmanchor.core.Standards;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.conformance.Conformance;
import org.calmanchor.core.conformance.Rule;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.objects.JavaValueModel;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Members.HeaderMember;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.MessageLimits;
import org.calmanchor.core.xml.MessageOpener;
import org.calmanchor.core.xml.XmlIn;
import org.calmanchor.core.xml.XmlOut;

/** A service compiled from a random source, and all that is planned for it. */
final class Fleet {
  private static final String ADDRESS = "http://lanternquay.test/";

  final Class<?> all;
  final Contract contract;
  final Schema schema;
  final Class<?> badge;
  private final Map<String, MessageCodec> bodies = new HashMap<>();
  private final Map<String, MessageCodec> badges = new HashMap<>();
  private final EnvelopeWriter writer;

  Fleet(String source) throws Exception {
    Class<?> service = Compiled.service(source, "-parameters");
    Reading reading = ContractReader.read(service);
    contract = reading.contract();
    String wsdl = ContractDocuments.write(contract, ADDRESS);
    assertThat(Standards.firstError(Standards.wsdl(), wsdl)).as(wsdl).isEmpty();
    assertThat(Conformance.check(wsdl.getBytes(StandardCharsets.UTF_8)))
        .filteredOn(finding -> finding.rule().level() == Rule.Level.PROBLEM)
        .isEmpty();
    schema = Standards.messages(wsdl);
    Documents.requireEqual(Documents.read(wsdl), contract.withAddress(ADDRESS));
    Reading matched = Documents.matched(reading);
    Reading planned = source.hashCode() % 2 == 0 ? matched : reading;
    CodecPlanner<JavaValueModel.Java> planner =
        new CodecPlanner<>(planned.contract(), new JavaValueModel(planned));
    planned
        .members()
        .operations()
        .forEach(
            (name, member) -> {
              ElementDeclaration request =
                  planned.contract().request(planned.contract().operation(name));
              bodies.put(
                  name,
                  planner.plan(
                      Objects.requireNonNull(request), new JavaValueModel.Arguments(member)));
              HeaderMember block = member.headers().get(0);
              badges.put(
                  name,
                  planner.plan(
                      planned.contract().element(block.element()),
                      new JavaValueModel.Held(block.use())));
            });
    writer = new EnvelopeWriter(SoapVersion.SOAP_1_1);
    all = service.getClassLoader().loadClass("Fleet$All");
    badge = service.getClassLoader().loadClass("Fleet$Badge");
  }

  /** A message of {@code echo}. */
  String written(Object value) {
    return written("echo", null, value);
  }

  /** A message of an operation with a header block, unless that is null, and its other argument. */
  String written(String operation, Object block, Object value) {
    XmlOut out = XmlOut.held(false);
    Object[] arguments = {null, value};
    List<Consumer<XmlOut>> headers =
        block == null ? List.of() : List.of(o -> badges.get(operation).write(o, block));
    writer.write(out, headers, body -> bodies.get(operation).write(body, arguments));
    return new String(out.bytes(), StandardCharsets.UTF_8);
  }

  /** The argument in the body. */
  Object read(String message) {
    return arguments(message)[1];
  }

  /** The header block, null for none, and the argument in the body. */
  Object[] arguments(String message) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    try (XmlIn in =
        new MessageOpener(MessageLimits.DEFAULT)
            .open(new ByteArrayInputStream(bytes), null, bytes.length)) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      Object[] block = new Object[1];
      envelope.toBody(
          header -> {
            MessageCodec codec = badges.get("echo");
            boolean isKnown = header.name().equals(codec.name());
            block[0] = isKnown ? codec.read(header) : block[0];
            return isKnown;
          });
      Object[] read = (Object[]) bodies.get(in.localName()).read(in);
      envelope.end();
      read[0] = block[0];
      return read;
    }
  }

  String complaint(String message) {
    try {
      arguments(message);
      return "";
    } catch (InvalidMessageException invalid) {
      return invalid.getMessage();
    }
  }
}
