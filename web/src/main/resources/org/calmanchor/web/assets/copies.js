// Copying a request as something else.

import { credentials, secured } from "./credentials.js";
import { offer, part } from "./dom.js";
import { prepared, requestHead } from "./request.js";
import { address } from "./server.js";

const quoted = (text) => `'${text.replaceAll("'", "'\\''")}'`;

const COPIES = {
  curl: ({ headers, envelope }) =>
    [
      `curl -sS ${quoted(address)}`,
      ...Object.entries({ ...headers, ...credentials(true) }).map(
        ([name, value]) => `  -H ${quoted(`${name}: ${value}`)}`,
      ),
      `  --data-binary ${quoted(envelope)}`,
    ].join(" \\\n"),
  http: ({ headers, envelope }) =>
    `${requestHead({
      ...headers,
      "Content-Length": new TextEncoder().encode(envelope).length,
    })}\n\n${envelope}`,
  envelope: ({ envelope }) => envelope,
  java: ({ java }) => java,
};

/** Copies the request in one of these forms. */
export async function copyAs(section, way) {
  const request = await prepared(section);
  if (!request) return;
  const title = { curl: "The curl command", http: "The HTTP request", java: "The Java call" }[way];
  const shown = { ...request, envelope: await secured(request.envelope, true) };
  await offer(part(section, "copied"), title ?? "The envelope", COPIES[way](shown));
}
