// Who calls, as the fields at the top of the page say, and how that is sent.

const WSS = "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-";
const HIDDEN = "•••";

const field = (name) => document.querySelector(`[data-${name}]`).value;
const encoded = (text) => new TextEncoder().encode(text);
const base64 = (bytes) => btoa(String.fromCharCode(...bytes));
const escaped = (text) =>
  text.replace(/[&<>]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;" })[c]);

/** The header that carries the credentials, if one does (RFC 7617; RFC 6750). */
export function credentials(isShown) {
  const user = field("user");
  const password = field("password");
  if (user === "" && password === "") return {};
  switch (field("way")) {
    case "basic":
      return { Authorization: `Basic ${isShown ? HIDDEN : base64(encoded(`${user}:${password}`))}` };
    case "bearer":
      return { Authorization: `Bearer ${isShown ? HIDDEN : password}` };
    default:
      return {};
  }
}

/** An envelope with a username token, if the credentials are sent so (UsernameToken Profile 1.1). */
export async function secured(envelope, isShown) {
  const way = field("way");
  const isToken = way === "text" || way === "digest";
  if (!isToken || (field("user") === "" && field("password") === "")) return envelope;
  const [, prefix] = envelope.match(/<([\w.-]+:)?Envelope\b/) ?? [];
  if (prefix === undefined) return envelope;
  const block = await token(way, isShown);
  const header = new RegExp(`<${prefix}Header(\\s[^>]*?)?(/)?>`);
  if (header.test(envelope)) {
    return envelope.replace(header, (all, attributes = "", isEmpty) =>
      isEmpty
        ? `<${prefix}Header${attributes}>\n${block}\n</${prefix}Header>`
        : `${all}\n${block}`,
    );
  }
  return envelope.replace(
    new RegExp(`<${prefix}Envelope\\b[^>]*>`),
    (all) => `${all}\n  <${prefix}Header>\n${block}\n  </${prefix}Header>`,
  );
}

/** The header block, with a nonce and a time of its own. */
async function token(way, isShown) {
  const nonce = crypto.getRandomValues(new Uint8Array(16));
  const created = new Date().toISOString();
  const password =
    way === "text" ? escaped(field("password")) : await digest(nonce, created, field("password"));
  return `    <wsse:Security xmlns:wsse="${WSS}wssecurity-secext-1.0.xsd" xmlns:wsu="${WSS}wssecurity-utility-1.0.xsd">
      <wsse:UsernameToken>
        <wsse:Username>${escaped(field("user"))}</wsse:Username>
        <wsse:Password Type="${WSS}username-token-profile-1.0#Password${way === "text" ? "Text" : "Digest"}">${isShown ? HIDDEN : password}</wsse:Password>
        <wsse:Nonce EncodingType="${WSS}soap-message-security-1.0#Base64Binary">${isShown ? HIDDEN : base64(nonce)}</wsse:Nonce>
        <wsu:Created>${isShown ? HIDDEN : created}</wsu:Created>
      </wsse:UsernameToken>
    </wsse:Security>`;
}

async function digest(nonce, created, password) {
  const bytes = new Uint8Array([...nonce, ...encoded(created), ...encoded(password)]);
  return base64(new Uint8Array(await crypto.subtle.digest("SHA-1", bytes)));
}
