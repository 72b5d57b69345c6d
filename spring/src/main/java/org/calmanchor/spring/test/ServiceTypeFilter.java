package org.calmanchor.spring.test;

import java.io.IOException;
import java.util.Arrays;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.calmanchor.annotations.PortType;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.TypeExcludeFilter;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.core.type.classreading.MetadataReader;
import org.springframework.core.type.classreading.MetadataReaderFactory;

/** Leaves out the components of an application that are not the services under test. */
final class ServiceTypeFilter extends TypeExcludeFilter {
  private final Set<String> services;

  /** Creates the filter for a test class, for Spring. */
  ServiceTypeFilter(Class<?> test) {
    SoapServiceTest asked =
        Objects.requireNonNull(
            AnnotatedElementUtils.findMergedAnnotation(test, SoapServiceTest.class));
    this.services =
        Arrays.stream(asked.value()).map(Class::getName).collect(Collectors.toUnmodifiableSet());
  }

  @Override
  public boolean match(MetadataReader reader, MetadataReaderFactory factory) throws IOException {
    String name = reader.getClassMetadata().getClassName();
    if (!services.isEmpty()) {
      return !services.contains(name);
    }
    return !isService(reader, factory);
  }

  private static boolean isService(MetadataReader reader, MetadataReaderFactory factory)
      throws IOException {
    if (reader.getAnnotationMetadata().hasAnnotation(PortType.class.getName())) {
      return true;
    }
    for (String each : reader.getClassMetadata().getInterfaceNames()) {
      if (factory
          .getMetadataReader(each)
          .getAnnotationMetadata()
          .hasAnnotation(PortType.class.getName())) {
        return true;
      }
    }
    return false;
  }

  @Override
  public boolean equals(@Nullable Object other) {
    return other instanceof ServiceTypeFilter filter && services.equals(filter.services);
  }

  @Override
  public int hashCode() {
    return services.hashCode();
  }
}
