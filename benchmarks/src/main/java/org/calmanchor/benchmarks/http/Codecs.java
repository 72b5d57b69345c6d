package org.calmanchor.benchmarks.http;

import com.fasterxml.aalto.stax.InputFactoryImpl;
import com.fasterxml.aalto.stax.OutputFactoryImpl;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;

/** From a request's bytes to an answer's, in each of the ways that are compared with ours. */
interface Codecs {
  /** The answer to the request in {@code in}. */
  byte[] answer(Exchanges exchange, InputStream in) throws IOException;

  /** Answers with fixed bytes, after reading the request to its end. */
  final class Raw implements Codecs {
    private final Map<Exchanges, byte[]> fixed = new EnumMap<>(Exchanges.class);

    Raw() {
      Codecs json = new Json();
      for (Exchanges exchange : Exchanges.values()) {
        try (InputStream in = new ByteArrayInputStream(exchange.body(true))) {
          fixed.put(exchange, json.answer(exchange, in));
        } catch (IOException impossible) {
          throw new IllegalStateException(impossible);
        }
      }
    }

    @Override
    public byte[] answer(Exchanges exchange, InputStream in) throws IOException {
      byte[] buffer = new byte[4096];
      while (in.read(buffer) >= 0) {
        // Only the end of the request matters.
      }
      return fixed.getOrDefault(exchange, new byte[0]);
    }
  }

  /** Answers in JSON with a standard mapper. */
  final class Json implements Codecs {
    record QuoteStay(BigDecimal boatLength, LocalDate arrival, int nights) {}

    record FindBerths(int count) {}

    record SumRates(List<Harbor.Berth> berths) {}

    private final Harbor harbor = new Harbor();
    private final ObjectMapper mapper =
        JsonMapper.builder()
            .addModule(new JavaTimeModule())
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .build();

    @Override
    public byte[] answer(Exchanges exchange, InputStream in) throws IOException {
      Object result =
          switch (exchange) {
            case SMALL -> {
              QuoteStay asked = mapper.readValue(in, QuoteStay.class);
              yield harbor.quoteStay(asked.boatLength(), asked.arrival(), asked.nights());
            }
            case MEDIUM -> harbor.findBerths(mapper.readValue(in, FindBerths.class).count());
            case LARGE -> harbor.sumRates(mapper.readValue(in, SumRates.class).berths());
          };
      return mapper.writeValueAsBytes(result);
    }
  }

  /** Answers with the same SOAP messages as ours, written by hand for these three operations. */
  final class Stax implements Codecs {
    private static final String SOAP = "http://schemas.xmlsoap.org/soap/envelope/";

    private final Harbor harbor = new Harbor();
    private final XMLInputFactory inputs = new InputFactoryImpl();
    private final XMLOutputFactory outputs = new OutputFactoryImpl();

    Stax() {
      inputs.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    }

    @Override
    public byte[] answer(Exchanges exchange, InputStream in) throws IOException {
      ByteArrayOutputStream out = new ByteArrayOutputStream(1024);
      try {
        XMLStreamReader reader = inputs.createXMLStreamReader(in);
        reader.nextTag();
        reader.nextTag();
        reader.nextTag();
        XMLStreamWriter writer = outputs.createXMLStreamWriter(out, "UTF-8");
        switch (exchange) {
          case SMALL -> quote(reader, writer);
          case MEDIUM -> berths(reader, writer);
          case LARGE -> sum(reader, writer);
        }
        reader.close();
        writer.close();
      } catch (XMLStreamException malformed) {
        throw new IOException(malformed);
      }
      return out.toByteArray();
    }

    private static String text(XMLStreamReader reader, String name) throws XMLStreamException {
      reader.nextTag();
      reader.require(XMLStreamConstants.START_ELEMENT, Harbor.NAMESPACE, name);
      return reader.getElementText();
    }

    private static void begin(XMLStreamWriter writer, String response) throws XMLStreamException {
      writer.writeStartElement("soap", "Envelope", SOAP);
      writer.writeNamespace("soap", SOAP);
      writer.writeNamespace("tns", Harbor.NAMESPACE);
      writer.writeStartElement("soap", "Body", SOAP);
      writer.writeStartElement("tns", response, Harbor.NAMESPACE);
    }

    private static void end(XMLStreamWriter writer) throws XMLStreamException {
      writer.writeEndElement();
      writer.writeEndElement();
      writer.writeEndElement();
      writer.writeEndDocument();
    }

    private static void element(XMLStreamWriter writer, String name, String text)
        throws XMLStreamException {
      writer.writeStartElement("tns", name, Harbor.NAMESPACE);
      writer.writeCharacters(text);
      writer.writeEndElement();
    }

    private void quote(XMLStreamReader reader, XMLStreamWriter writer) throws XMLStreamException {
      BigDecimal length = new BigDecimal(text(reader, "boatLength"));
      LocalDate arrival = LocalDate.parse(text(reader, "arrival"));
      int nights = Integer.parseInt(text(reader, "nights"));
      Harbor.Quote quote = harbor.quoteStay(length, arrival, nights);
      begin(writer, "quoteStayResponse");
      writer.writeStartElement("tns", "result", Harbor.NAMESPACE);
      element(writer, "nights", Integer.toString(quote.nights()));
      element(writer, "nightlyRate", quote.nightlyRate().toPlainString());
      element(writer, "lengthSurcharge", quote.lengthSurcharge().toPlainString());
      element(writer, "total", quote.total().toPlainString());
      writer.writeEndElement();
      end(writer);
    }

    private void berths(XMLStreamReader reader, XMLStreamWriter writer) throws XMLStreamException {
      int count = Integer.parseInt(text(reader, "count"));
      begin(writer, "findBerthsResponse");
      for (Harbor.Berth berth : harbor.findBerths(count)) {
        writer.writeStartElement("tns", "result", Harbor.NAMESPACE);
        writer.writeAttribute("code", berth.code());
        element(writer, "pier", berth.pier().name());
        element(writer, "maxLength", berth.maxLength().toPlainString());
        element(writer, "nightlyRate", berth.nightlyRate().toPlainString());
        element(writer, "shorePower", Boolean.toString(berth.shorePower()));
        element(writer, "surveyed", berth.surveyed().toString());
        writer.writeEndElement();
      }
      end(writer);
    }

    private void sum(XMLStreamReader reader, XMLStreamWriter writer) throws XMLStreamException {
      List<Harbor.Berth> berths = new ArrayList<>();
      while (reader.nextTag() == XMLStreamConstants.START_ELEMENT) {
        String code = reader.getAttributeValue(null, "code");
        Harbor.Pier pier = Harbor.Pier.valueOf(text(reader, "pier"));
        BigDecimal length = new BigDecimal(text(reader, "maxLength"));
        BigDecimal rate = new BigDecimal(text(reader, "nightlyRate"));
        boolean power = Boolean.parseBoolean(text(reader, "shorePower"));
        berths.add(
            new Harbor.Berth(
                code, pier, length, rate, power, LocalDate.parse(text(reader, "surveyed"))));
        reader.nextTag();
      }
      begin(writer, "sumRatesResponse");
      element(writer, "result", harbor.sumRates(berths).toPlainString());
      end(writer);
    }
  }

  /** The media type of the answers. */
  default String mediaType() {
    return this instanceof Stax ? "text/xml; charset=utf-8" : "application/json";
  }
}
