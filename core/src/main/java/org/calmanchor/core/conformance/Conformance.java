package org.calmanchor.core.conformance;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * Judges a WSDL document: each SOAP 1.1 binding with all that it reaches by the Basic Profiles 1.1
 * and 1.2, each SOAP 1.2 binding by 2.0, and the document by those of its bindings.
 */
public final class Conformance {
  private Conformance() {}

  /** A document to judge; {@code name} is empty for the first one. */
  private record Judged(String name, XmlNode.Document xml, byte[] bytes) {}

  /**
   * Finds everything in a WSDL document that breaks a rule: problems first, then advice, each
   * sorted by location. What it imports is not read.
   *
   * @param document as it is stored or sent
   */
  public static List<Finding> check(byte[] document) {
    try {
      Judged only = new Judged("", XmlNode.read(document), document);
      return check(List.of(only), node -> null);
    } catch (XmlNode.UnreadableException unreadable) {
      Findings findings = Findings.of(List.of(Profile.values()));
      findings.add(Rule.R2028, unreadable.line(), unreadable.getMessage() + ".");
      return findings.all();
    }
  }

  /**
   * Finds everything in a WSDL document and in what it imports that breaks a rule, in the order of
   * the documents. Schemas of standards are not judged.
   */
  public static List<Finding> check(DocumentSet documents) {
    List<Judged> judged = new ArrayList<>();
    for (DocumentSet.Document document : documents.all()) {
      if (!SchemaCatalogue.isShipped(document.location())) {
        String name = judged.isEmpty() ? "" : document.name();
        judged.add(new Judged(name, document.xml(), document.bytes()));
      }
    }
    return check(
        judged,
        node -> {
          DocumentSet.Document referred = documents.referred(node);
          return referred == null ? null : referred.root();
        });
  }

  private static List<Finding> check(
      List<Judged> documents, Function<XmlNode, @Nullable XmlNode> referred) {
    WsdlParts parts = parts(documents, referred);
    Findings all = Findings.of(profiles(parts.versions()));
    Predicate<XmlNode> isFollowed = node -> referred.apply(node) != null;
    for (Judged document : documents) {
      XmlNode root = document.xml().root();
      Findings findings = all.in(document.name());
      if (root.is(Names.XSD, "schema") && !document.name().isEmpty()) {
        new SchemaCheck(findings).schema(root);
        Advice.schemaDocument(root, findings, isFollowed);
        continue;
      }
      new DocumentCheck(document.xml(), findings, isFollowed).run(document.bytes());
      if (WsdlView.isWsdl(root)) {
        check(new WsdlView(root, parts), findings, isFollowed);
      }
    }
    return all.all();
  }

  private static WsdlParts parts(
      List<Judged> documents, Function<XmlNode, @Nullable XmlNode> referred) {
    return new WsdlParts(
        documents.stream().map(document -> document.xml().root()).filter(WsdlView::isWsdl).toList(),
        referred);
  }

  private static void check(WsdlView wsdl, Findings findings, Predicate<XmlNode> isFollowed) {
    new SchemaCheck(findings).types(wsdl);
    new PortTypeCheck(wsdl, findings).run();
    for (WsdlView.Binding binding : wsdl.bindings()) {
      Set<SoapVersion> versions = binding.version() == null ? Set.of() : Set.of(binding.version());
      new BindingCheck(wsdl, binding, findings.within(profiles(versions))).run();
    }
    new Advice(wsdl, findings, isFollowed).run();
  }

  /** The profiles for bindings of these SOAP versions; every profile if there is no binding. */
  private static List<Profile> profiles(Set<SoapVersion> versions) {
    return Arrays.stream(Profile.values())
        .filter(profile -> versions.isEmpty() || versions.contains(profile.version()))
        .toList();
  }

  /** The profiles that apply to the bindings of a document; empty if it has no bindings. */
  public static List<Profile> profilesOf(byte[] document) {
    try {
      XmlNode root = XmlNode.read(document).root();
      return profilesOf(new WsdlParts(List.of(root), node -> null));
    } catch (XmlNode.UnreadableException unreadable) {
      return List.of();
    }
  }

  /** The profiles that apply to the bindings of some documents; empty if there are no bindings. */
  public static List<Profile> profilesOf(DocumentSet documents) {
    List<XmlNode> roots = new ArrayList<>();
    documents.all().forEach(document -> roots.add(document.root()));
    return profilesOf(new WsdlParts(roots, node -> null));
  }

  private static List<Profile> profilesOf(WsdlParts parts) {
    return parts.versions().isEmpty() ? List.of() : profiles(parts.versions());
  }
}
