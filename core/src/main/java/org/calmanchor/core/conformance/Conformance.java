package org.calmanchor.core.conformance;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.SoapVersion;

/**
 * Judges a WSDL document: each SOAP 1.1 binding with all that it reaches by the Basic Profiles 1.1
 * and 1.2, each SOAP 1.2 binding by 2.0, and the document by those of its bindings. What it imports
 * is not read.
 */
public final class Conformance {
  private Conformance() {}

  /**
   * Finds everything in a WSDL document that breaks a rule: problems first, then advice, each
   * sorted by location.
   *
   * @param document as it is stored or sent
   */
  public static List<Finding> check(byte[] document) {
    XmlNode.Document read;
    try {
      read = XmlNode.read(document);
    } catch (XmlNode.UnreadableException unreadable) {
      Findings findings = Findings.of(List.of(Profile.values()));
      findings.add(Rule.R2028, unreadable.line(), unreadable.getMessage() + ".");
      return findings.all();
    }
    WsdlView wsdl = new WsdlView(read.root());
    Findings findings = Findings.of(profiles(wsdl.versions()));
    new DocumentCheck(read, wsdl, findings).run(document);
    if (wsdl.isWsdl()) {
      new SchemaCheck(wsdl, findings).run();
      new PortTypeCheck(wsdl, findings).run();
      for (WsdlView.Binding binding : wsdl.bindings()) {
        Set<SoapVersion> versions =
            binding.version() == null ? Set.of() : Set.of(binding.version());
        new BindingCheck(wsdl, binding, findings.within(profiles(versions))).run();
      }
      new Advice(wsdl, findings).run();
    }
    return findings.all();
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
      Set<SoapVersion> versions = new WsdlView(XmlNode.read(document).root()).versions();
      return versions.isEmpty() ? List.of() : profiles(versions);
    } catch (XmlNode.UnreadableException unreadable) {
      return List.of();
    }
  }
}
