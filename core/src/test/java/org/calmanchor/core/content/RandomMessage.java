package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.simple.SimpleExamples;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** Random elements of a contract: most are valid, each value may be nonsense. */
final class RandomMessage {
  private static final List<String> NONSENSE =
      List.of("", " ", "x", "-", "1", "0", "true", "2027-06-11", "9999999999", "a b", "Heron", "é");

  private final Contract contract;
  private final Random random;
  private final Document document;
  private final SimpleExamples examples;
  private int prefixes;

  RandomMessage(Contract contract, Random random, Document document) {
    this.contract = contract;
    this.random = random;
    this.document = document;
    this.examples = new SimpleExamples(contract);
  }

  private boolean once(int in) {
    return random.nextInt(in) == 0;
  }

  Element element(ElementDeclaration declaration, int depth) {
    Element element = created(declaration.name());
    if (declaration.nillable() && once(6)) {
      element.setAttributeNS(Names.XSI, "xsi:nil", once(6) ? "1" : "true");
      if (contract.definition(declaration.type()) instanceof ComplexType type) {
        attributes(element, type);
      }
      return element;
    }
    if (declaration.value() != null && once(3)) {
      if (contract.definition(declaration.type()) instanceof ComplexType type) {
        attributes(element, type);
      }
      return element;
    }
    if (declaration.value() != null && declaration.value().isFixed() && !once(4)) {
      if (contract.definition(declaration.type()) instanceof ComplexType type) {
        attributes(element, type);
      }
      element.setTextContent(declaration.value().lexical());
      return element;
    }
    fill(element, declaration.type(), depth);
    return element;
  }

  private Element created(QName name) {
    if (name.getNamespaceURI().isEmpty()) {
      return document.createElementNS(null, name.getLocalPart());
    }
    return document.createElementNS(
        name.getNamespaceURI(), "p" + prefixes++ + ":" + name.getLocalPart());
  }

  private void fill(Element element, TypeUse use, int depth) {
    if (!(contract.definition(use) instanceof ComplexType declared)) {
      if (use instanceof TypeUse.Named named && once(12)) {
        substituteSimple(element, named.name());
        return;
      }
      text(element, use);
      return;
    }
    if (declared.equals(ComplexType.ANY_TYPE)) {
      anyType(element, depth);
      return;
    }
    List<ComplexType> derived = contract.derived(declared);
    ComplexType type = declared;
    if (!derived.isEmpty() && (declared.isAbstract() || once(3))) {
      type = derived.get(random.nextInt(derived.size()));
    }
    if (type.name() != null && (!type.equals(declared) || once(10))) {
      mark(element, type.name());
    }
    attributes(element, type);
    if (type.content() instanceof ComplexType.Text text) {
      text(element, text.type());
      return;
    }
    ContentModel model = ContentModelBuilder.build(contract, type);
    content(element, model, model.expression(), depth);
    if (model.isMixed() && once(2)) {
      element.appendChild(document.createTextNode("more"));
    }
  }

  private void substituteSimple(Element element, QName declared) {
    List<QName> names = new ArrayList<>(BuiltIns.simpleTypes());
    contract.schemas().stream()
        .flatMap(schema -> schema.types().stream())
        .map(TypeDefinition::name)
        .filter(Objects::nonNull)
        .forEach(names::add);
    names.removeIf(name -> !isText(name));
    QName name = once(3) ? declared : names.get(random.nextInt(names.size()));
    mark(element, name);
    if (contract.type(name) instanceof ComplexType) {
      element.setTextContent("1");
    } else {
      text(element, TypeUse.named(name));
    }
  }

  /** Entities need a document type, and names their prefixes. */
  private static boolean isText(QName name) {
    return !List.of("ENTITY", "ENTITIES", "NOTATION", "QName", "IDREF", "IDREFS", "ID")
        .contains(name.getLocalPart());
  }

  private void anyType(Element element, int depth) {
    if (once(2)) {
      substituteSimple(element, Names.xsd("string"));
    } else if (once(2)) {
      List<ElementDeclaration> all = globals(Wildcard.ANY);
      element.appendChild(
          depth > 8 || all.isEmpty()
              ? created(new QName("urn:unknown", "x"))
              : element(all.get(random.nextInt(all.size())), depth + 1));
    } else {
      element.setTextContent("anything");
    }
  }

  private void mark(Element element, QName type) {
    String prefix = "t" + prefixes++;
    element.setAttributeNS(
        "http://www.w3.org/2000/xmlns/", "xmlns:" + prefix, type.getNamespaceURI());
    element.setAttributeNS(Names.XSI, "xsi:type", prefix + ":" + type.getLocalPart());
    if (type.getNamespaceURI().isEmpty()) {
      element.removeAttributeNS("http://www.w3.org/2000/xmlns/", prefix);
      element.setAttributeNS(Names.XSI, "xsi:type", type.getLocalPart());
    }
  }

  private void attributes(Element element, ComplexType type) {
    for (AttributeUse attribute : contract.attributes(type)) {
      if (attribute.required() ? !once(25) : once(2)) {
        boolean isFixed = attribute.value() != null && attribute.value().isFixed() && !once(4);
        set(
            element,
            attribute.name(),
            isFixed ? attribute.value().lexical() : value(attribute.type()));
      }
    }
    Wildcard any = contract.anyAttribute(type);
    if (any != null && once(2)) {
      String namespace =
          any.namespaces().allows("urn:other") ? "urn:other" : random.nextBoolean() ? "" : "urn:y";
      set(element, new QName(namespace, "extra"), "1");
    }
    if (any != null && once(2)) {
      contract.schemas().stream()
          .flatMap(schema -> schema.attributes().stream())
          .findFirst()
          .ifPresent(global -> set(element, global.name(), value(global.type())));
    }
  }

  private void set(Element element, QName name, String value) {
    String prefix =
        name.getNamespaceURI().isEmpty()
            ? ""
            : name.getNamespaceURI().equals("http://www.w3.org/XML/1998/namespace")
                ? "xml:"
                : "p" + prefixes++ + ":";
    element.setAttributeNS(
        name.getNamespaceURI().isEmpty() ? null : name.getNamespaceURI(),
        prefix + name.getLocalPart(),
        value);
  }

  private void text(Element element, TypeUse type) {
    element.appendChild(document.createTextNode(value(type)));
  }

  private String value(TypeUse type) {
    if (once(25)) {
      return NONSENSE.get(random.nextInt(NONSENSE.size()));
    }
    List<String> valid =
        new ArrayList<>(
            examples.candidates(type).limit(80).filter(t -> examples.isValid(type, t)).toList());
    if (valid.isEmpty()) {
      return "x";
    }
    String value = valid.get(random.nextInt(valid.size()));
    return once(20) ? " " + value + "\n" : value;
  }

  private void content(Element parent, ContentModel model, Expression expression, int depth) {
    if (model.isMixed() && once(4)) {
      parent.appendChild(document.createTextNode("some text "));
    }
    if (expression instanceof Expression.Position position) {
      ContentPosition at = model.positions().get(position.index());
      parent.appendChild(
          at.element() == null ? wildcard(at.wildcard(), depth) : element(at.element(), depth + 1));
    } else if (expression instanceof Expression.Sequence sequence) {
      sequence.items().forEach(item -> content(parent, model, item, depth));
    } else if (expression instanceof Expression.Choice choice) {
      if (!choice.branches().isEmpty()) {
        int branch =
            depth > 6 ? choice.branches().size() - 1 : random.nextInt(choice.branches().size());
        content(parent, model, choice.branches().get(branch), depth);
      }
    } else if (expression instanceof Expression.All all) {
      List<Expression> items = new ArrayList<>(all.items());
      Collections.shuffle(items, random);
      items.forEach(item -> content(parent, model, item, depth));
    } else if (expression instanceof Expression.Repeat repeat) {
      int room = repeat.max() == Particle.UNBOUNDED ? 2 : Math.min(2, repeat.max() - repeat.min());
      int times = repeat.min() + (depth > 6 ? 0 : random.nextInt(room + 1));
      for (int i = 0; i < times && parent.getChildNodes().getLength() < 300; i++) {
        content(parent, model, repeat.item(), depth);
      }
    }
  }

  private List<ElementDeclaration> globals(Wildcard wildcard) {
    return contract.schemas().stream()
        .filter(schema -> wildcard.namespaces().allows(schema.targetNamespace()))
        .flatMap(schema -> schema.elements().stream())
        .filter(element -> !element.substitution().isAbstract())
        .filter(element -> isText(element.name()))
        .toList();
  }

  private Element wildcard(Wildcard wildcard, int depth) {
    List<ElementDeclaration> all = globals(wildcard);
    if (!all.isEmpty() && depth < 6 && !once(4)) {
      return element(all.get(random.nextInt(all.size())), depth + 1);
    }
    List<String> namespaces = new ArrayList<>(wildcard.namespaces().names());
    namespaces.add("urn:unknown");
    return created(new QName(namespaces.get(random.nextInt(namespaces.size())), "unknown"));
  }
}
