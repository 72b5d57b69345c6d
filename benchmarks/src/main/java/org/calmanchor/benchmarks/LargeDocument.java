package org.calmanchor.benchmarks;

/**
 * A WSDL document of many types, each with eight documented members, and seven in eight derived
 * from another one; each operation takes one of the types.
 */
final class LargeDocument {
  private static final int MEMBERS = 8;
  private static final int FAMILY = 8;

  private LargeDocument() {}

  static String of(int types, int operations) {
    StringBuilder text =
        new StringBuilder(
            "<w:definitions xmlns:w='http://schemas.xmlsoap.org/wsdl/' xmlns:t='urn:saltmere:all'"
                + " xmlns:soap='http://schemas.xmlsoap.org/wsdl/soap/'"
                + " targetNamespace='urn:saltmere:all'><w:types>"
                + "<xs:schema xmlns:xs='http://www.w3.org/2001/XMLSchema'"
                + " targetNamespace='urn:saltmere:all' elementFormDefault='qualified'>\n");
    for (int i = 0; i < types; i++) {
      type(text, i);
    }
    for (int i = 0; i < operations; i++) {
      text.append(
          ("<xs:element name='op%d'><xs:complexType><xs:sequence><xs:element name='in'"
                  + " type='t:T%d'/></xs:sequence></xs:complexType></xs:element>\n")
              .formatted(i, i % types));
    }
    text.append("</xs:schema></w:types>\n");
    for (int i = 0; i < operations; i++) {
      text.append(
          "<w:message name='m%d'><w:part name='body' element='t:op%<d'/></w:message>\n"
              .formatted(i));
    }
    text.append("<w:portType name='All'>\n");
    for (int i = 0; i < operations; i++) {
      text.append(
          "<w:operation name='op%d'><w:input message='t:m%<d'/></w:operation>\n".formatted(i));
    }
    text.append(
        "</w:portType><w:binding name='AllSoap' type='t:All'>"
            + "<soap:binding transport='http://schemas.xmlsoap.org/soap/http'/>\n");
    for (int i = 0; i < operations; i++) {
      text.append(
          ("<w:operation name='op%d'><w:input><soap:body use='literal'/></w:input>"
                  + "</w:operation>\n")
              .formatted(i));
    }
    return text.append("</w:binding></w:definitions>\n").toString();
  }

  private static void type(StringBuilder text, int number) {
    boolean isDerived = number >= FAMILY && number % FAMILY != 0;
    text.append("<xs:complexType name='T%d'>".formatted(number));
    if (isDerived) {
      text.append(
          "<xs:complexContent><xs:extension base='t:T%d'>".formatted(number - number % FAMILY));
    }
    text.append("<xs:sequence>");
    for (int i = 0; i < MEMBERS; i++) {
      boolean isStructure = i == MEMBERS - 1 && number > 2 * FAMILY;
      String type = isStructure ? "t:T" + number / 2 : i % 2 == 0 ? "xs:string" : "xs:int";
      text.append(
          ("<xs:element name='e%d_%d' type='%s' minOccurs='0' maxOccurs='%s'><xs:annotation>"
                  + "<xs:documentation>Some words about it</xs:documentation></xs:annotation>"
                  + "</xs:element>")
              .formatted(number, i, type, i == 3 ? "unbounded" : "1"));
    }
    text.append("</xs:sequence>");
    if (isDerived) {
      text.append("</xs:extension></xs:complexContent>");
    }
    text.append("</xs:complexType>\n");
  }
}
