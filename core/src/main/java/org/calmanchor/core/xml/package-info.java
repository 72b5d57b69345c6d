/**
 * XML messages in and out, within limits. Entry types: {@link
 * org.calmanchor.core.xml.MessageOpener} opens a message for reading, {@link
 * org.calmanchor.core.xml.XmlOut} writes one. Imports the lexical forms and the names of the model;
 * the only package, with wsdl, that uses a parser.
 */
@NullMarked
package org.calmanchor.core.xml;

import org.jspecify.annotations.NullMarked;
