package org.calmanchor.processor;

import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.ModuleElement;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.core.introspection.JavaType;
import org.jspecify.annotations.Nullable;

/** Whether a type's module lets us access it, as far as its declaration says. */
final class ModuleAccess {
  private static final String OURS = "org.calmanchor.core";

  private ModuleAccess() {}

  /** The directive that is missing; null if none is, or if there is no named module. */
  static @Nullable String missingOpens(MirrorType type) {
    TypeElement element = type.element();
    ModuleElement module = type.mirrors().model().elements().getModuleOf(element);
    if (module == null || module.isUnnamed() || module.isOpen()) {
      return null;
    }
    PackageElement room = type.mirrors().model().elements().getPackageOf(element);
    // Private fields of a data class may have to be accessed, which needs "opens", not "exports".
    boolean isFilled =
        type.kind() == JavaType.Kind.CLASS && type.annotation(ComplexType.class) != null;
    boolean isExported =
        ElementFilter.exportsIn(module.getDirectives()).stream()
            .filter(each -> each.getPackage().equals(room))
            .anyMatch(each -> includesUs(each.getTargetModules()));
    boolean isOpened =
        ElementFilter.opensIn(module.getDirectives()).stream()
            .filter(each -> each.getPackage().equals(room))
            .anyMatch(each -> includesUs(each.getTargetModules()));
    if (isOpened || (isExported && isPublic(element) && !isFilled)) {
      return null;
    }
    return "opens " + room.getQualifiedName() + " to " + OURS + ";";
  }

  private static boolean includesUs(@Nullable List<? extends ModuleElement> targets) {
    return targets == null
        || targets.stream().anyMatch(target -> target.getQualifiedName().contentEquals(OURS));
  }

  private static boolean isPublic(TypeElement type) {
    Element outer = type.getEnclosingElement();
    return type.getModifiers().contains(Modifier.PUBLIC)
        && (!(outer instanceof TypeElement enclosing) || isPublic(enclosing));
  }
}
