package org.calmanchor.core.random;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import javax.xml.namespace.QName;
import javax.xml.validation.Schema;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.Standards;
import org.calmanchor.core.codec.Bounds;
import org.calmanchor.core.codec.CodecPlanner;
import org.calmanchor.core.codec.Inputs;
import org.calmanchor.core.codec.InvalidMessageException;
import org.calmanchor.core.codec.JavaEnd;
import org.calmanchor.core.codec.MessageCodec;
import org.calmanchor.core.codec.XmlIn;
import org.calmanchor.core.codec.XmlOut;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.profile.Conformance;
import org.calmanchor.core.profile.Rule;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.read.Reading;
import org.calmanchor.core.soap.EnvelopeReader;
import org.calmanchor.core.soap.EnvelopeWriter;
import org.calmanchor.core.wsdl.WsdlWriter;

/** A service compiled from a random source, and all that is planned for it. */
final class Fleet {
  private static final String ADDRESS = "http://lanternquay.test/";

  final Class<?> all;
  final Contract contract;
  final Schema schema;
  private final MessageCodec codec;
  private final EnvelopeWriter writer;

  Fleet(String source) throws Exception {
    Class<?> service = Compiled.service(source, "-parameters");
    Reading reading = ContractReader.read(service);
    contract = reading.contract();
    String wsdl = WsdlWriter.write(contract, ADDRESS);
    assertThat(Standards.firstError(Standards.wsdl(), wsdl)).as(wsdl).isEmpty();
    assertThat(Conformance.check(wsdl.getBytes(StandardCharsets.UTF_8)))
        .filteredOn(finding -> finding.rule().level() == Rule.Level.PROBLEM)
        .isEmpty();
    schema = Standards.messages(wsdl);
    QName name = contract.bodyElement(contract.messages().get(0).name()).name();
    codec =
        new CodecPlanner<>(contract, new JavaEnd(reading.members()))
            .plan(
                contract.element(name),
                new JavaEnd.Arguments(reading.members().operations().get(name)));
    writer = new EnvelopeWriter(SoapVersion.SOAP_1_1, contract);
    all = service.getClassLoader().loadClass("Fleet$All");
  }

  String written(Object value) {
    XmlOut out = XmlOut.held(false);
    Object[] arguments = {value};
    writer.write(out, body -> codec.write(body, arguments));
    return new String(out.bytes(), StandardCharsets.UTF_8);
  }

  Object read(String message) {
    byte[] bytes = message.getBytes(StandardCharsets.UTF_8);
    try (XmlIn in =
        new Inputs(Bounds.DEFAULT).open(new ByteArrayInputStream(bytes), null, bytes.length)) {
      EnvelopeReader envelope = EnvelopeReader.open(in);
      envelope.toBody(EnvelopeReader.HeaderBlocks.NONE);
      Object[] read = (Object[]) codec.read(in);
      envelope.end();
      return read[0];
    }
  }

  String complaint(String message) {
    try {
      read(message);
      return "";
    } catch (InvalidMessageException invalid) {
      return invalid.getMessage();
    }
  }
}
