package org.calmanchor.core.conformance;

/**
 * What a description or an envelope is judged by: testable requirements of the WS-I Basic Profiles
 * by their numbers, in our words, and advice of our own.
 */
public enum Rule {
  R4003("R4003", Level.PROBLEM, "A description is encoded as UTF-8 or UTF-16."),
  R4004("R4004", Level.PROBLEM, "A description uses version 1.0 of XML."),
  R2028(
      "R2028",
      Level.PROBLEM,
      "A description is valid by the schema of WSDL 1.1 and of its SOAP binding."),
  R2803("R2803", Level.PROBLEM, "The namespace of a wsdl:import is not a relative URI."),
  R2007("R2007", Level.PROBLEM, "A wsdl:import has a location."),
  R2022("R2022", Level.PROBLEM, "Each wsdl:import stands before all else but documentation."),
  R2023(
      "R2023",
      Level.PROBLEM,
      "The wsdl:types stand before all else but documentation and imports."),
  R2003("R2003", Level.PROBLEM, "An xsd:import stands within an xsd:schema of the types."),
  R2101(
      "R2101",
      Level.PROBLEM,
      "References to WSDL components name what is defined here or imported."),
  R2102(
      "R2102",
      Level.PROBLEM,
      "References to schema components name a namespace that is defined or imported there."),
  R2105("R2105", Level.PROBLEM, "A schema has a target namespace, unless it only imports."),
  R2110("R2110", Level.PROBLEM, "No type extends or restricts soapenc:Array."),
  R2111("R2111", Level.PROBLEM, "wsdl:arrayType is not used."),
  R2112("R2112", Level.ADVICE, "No type is named ArrayOf and something."),
  R2303("R2303", Level.PROBLEM, "Operations are one-way or request and response."),
  R2304("R2304", Level.PROBLEM, "The operations of a port type have different names."),
  R2305("R2305", Level.PROBLEM, "parameterOrder leaves out at most one part of the answer."),
  R2306("R2306", Level.PROBLEM, "A part has either a type or an element."),
  R2206("R2206", Level.PROBLEM, "A part's element is a global element."),
  R2401("R2401", Level.PROBLEM, "A binding uses the SOAP binding of WSDL 1.1."),
  R2701("R2701", Level.PROBLEM, "A SOAP binding names its transport."),
  R2702("R2702", Level.PROBLEM, "The transport of a SOAP binding is HTTP."),
  R2705("R2705", Level.PROBLEM, "All operations of a binding have one style: document or rpc."),
  R2706("R2706", Level.PROBLEM, "The use of bodies, headers and faults is literal."),
  R2710("R2710", Level.PROBLEM, "The operations of a binding differ in what is sent for them."),
  R2716("R2716", Level.PROBLEM, "A document-literal binding gives no namespace attributes."),
  R2717("R2717", Level.PROBLEM, "An rpc-literal binding gives its bodies an absolute namespace."),
  R2726(
      "R2726",
      Level.PROBLEM,
      "An rpc-literal binding gives its headers and faults no namespace attribute."),
  R2718("R2718", Level.PROBLEM, "A binding has the same operations as its port type."),
  R2720("R2720", Level.PROBLEM, "Headers name their one part."),
  R2749("R2749", Level.PROBLEM, "Headers have no list of parts."),
  R2721("R2721", Level.PROBLEM, "A soap:fault has a name."),
  R2754("R2754", Level.PROBLEM, "A soap:fault has the name of the wsdl:fault around it."),
  R2201("R2201", Level.PROBLEM, "A document-literal body lists at most one part."),
  R2210(
      "R2210",
      Level.PROBLEM,
      "A document-literal body without a list of parts has a message of at most one."),
  R2203("R2203", Level.PROBLEM, "An rpc-literal body has parts with types."),
  R2204("R2204", Level.PROBLEM, "A document-literal body has parts with elements."),
  R2205("R2205", Level.PROBLEM, "Headers and faults have parts with elements."),
  R2209("R2209", Level.ADVICE, "Every part of a message is bound to something."),
  R2740("R2740", Level.ADVICE, "A binding describes each fault of its port type."),
  R2711("R2711", Level.ADVICE, "No two ports of one version have the same address."),
  R9980("R9980", Level.PROBLEM, "An envelope has the structure that SOAP gives it."),
  R9981("R9981", Level.PROBLEM, "A body has at most one child element."),
  R1014("R1014", Level.PROBLEM, "The children of a body are in a namespace."),
  R1011("R1011", Level.PROBLEM, "Nothing follows the body."),
  R1008("R1008", Level.PROBLEM, "An envelope has no document type."),
  R1009("R1009", Level.PROBLEM, "An envelope has no processing instructions."),
  R1012("R1012", Level.PROBLEM, "An envelope is encoded as UTF-8 or UTF-16."),
  R1032(
      "R1032",
      Level.PROBLEM,
      "Envelope, Header and Body have no attributes of the envelope's namespace."),
  R1005("R1005", Level.PROBLEM, "Nothing has an encodingStyle."),
  R1013("R1013", Level.PROBLEM, "mustUnderstand is 0 or 1."),
  R1000(
      "R1000",
      Level.PROBLEM,
      "A fault has faultcode, faultstring, faultactor and detail, nothing else."),
  R1001("R1001", Level.PROBLEM, "The children of a fault are in no namespace."),
  R1004("R1004", Level.PROBLEM, "A faultcode is one of SOAP 1.1, or in a namespace of its own."),
  R1031("R1031", Level.ADVICE, "A faultcode has no dots."),
  NAMES_DIFFER_IN_CASE(
      "CALM-401",
      Level.ADVICE,
      "Names that differ in case only become one class, or one file, in generated code."),
  ELEMENT_LIKE_TYPE(
      "CALM-402",
      Level.ADVICE,
      "An element and a type of one name become two classes of one name in generated code."),
  SERVICE_LIKE_PORT_TYPE(
      "CALM-403",
      Level.ADVICE,
      "A service and a port type of one name become two classes of one name in generated code."),
  RESERVED_WORD(
      "CALM-404",
      Level.ADVICE,
      "A reserved word of Java, C# or Python is changed by code generators, each in its own way."),
  NO_IDENTIFIER(
      "CALM-405",
      Level.ADVICE,
      "A name that is not an identifier is changed by code generators, each in its own way."),
  FAULT_LIKE_EXCEPTION(
      "CALM-406",
      Level.ADVICE,
      "A fault message named as its element becomes an exception and a data class of one name."),
  NOT_FOLLOWED(
      "CALM-407",
      Level.ADVICE,
      "What a document imports is judged with it if it can be read: files beside it, and URLs that"
          + " are allowed."),
  NAMESPACE_PLACEHOLDER(
      "CALM-408",
      Level.ADVICE,
      "A namespace that everybody may use is not yours, and changing it later breaks all callers.");

  /** How serious a violation is. */
  public enum Level {
    /** The document does not conform to a standard. */
    PROBLEM,
    /** The document conforms, but causes trouble for consumers. */
    ADVICE
  }

  private final String number;
  private final Level level;
  private final String text;

  Rule(String number, Level level, String text) {
    this.number = number;
    this.level = level;
    this.text = text;
  }

  /** How serious a violation of this rule is. */
  public Level level() {
    return level;
  }

  /** What the rule requires, as a sentence. */
  public String text() {
    return text;
  }

  /** The rule's number, such as {@code R2706} or {@code CALM-401}. */
  @Override
  public String toString() {
    return number;
  }
}
