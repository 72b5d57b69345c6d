/**
 * What a service developer writes. Each annotation carries the name of the WSDL 1.1 or XML Schema
 * construct that it writes, so somebody who knows the standard can read the code. An empty string
 * as a member's default always means "derive it as the member's Javadoc says".
 */
package org.calmanchor.annotations;
