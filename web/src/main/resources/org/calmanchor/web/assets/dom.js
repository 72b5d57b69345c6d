// Small helpers for what all parts of the page do.

/** A new element with attributes and children. */
export function element(name, attributes = {}, ...children) {
  const made = document.createElement(name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  made.append(...children);
  return made;
}

/** A new button. */
export function button(text, action, attributes = {}) {
  const made = element("button", { type: "button", class: "small", ...attributes }, text);
  made.addEventListener("click", action);
  return made;
}

/** The part of a section that its data attribute names. */
export const part = (section, name) => section.querySelector(`[data-${name}]`);

/** A line that says how something ended. */
export const banner = (isFault, title, text) =>
  element(
    "div",
    { class: isFault ? "outcome fault" : "outcome" },
    element("strong", {}, title),
    " ",
    text,
  );

/** A table that scrolls by itself when the page is narrow; without head cells it has no head. */
export function grid(head, rows, kind = "typed") {
  return element(
    "div",
    { class: "scroll" },
    element(
      "table",
      { class: kind },
      ...(head.length ? [element("thead", {}, element("tr", {}, ...head))] : []),
      element("tbody", {}, ...rows),
    ),
  );
}

export const heading = (title) => element("th", { scope: "col" }, title);

/** Tells those who do not see the page what has happened. */
export function say(text) {
  document.querySelector("[data-status]").textContent = text;
}

/** Puts a text where it can be pasted from; false where the browser does not let us. */
export async function copy(text) {
  try {
    await navigator.clipboard.writeText(text);
    say("Copied");
    return true;
  } catch {
    return false;
  }
}

/** Offers a file. */
export function download(name, content, type = "text/plain") {
  const link = element("a", {
    href: URL.createObjectURL(new Blob([content], { type })),
    download: name,
  });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

/** Shows a text that was copied, or is to be copied by hand. */
export async function offer(place, title, text) {
  const isCopied = await copy(text);
  place.replaceChildren(
    element("p", { class: "said" }, isCopied ? `${title} is copied.` : `${title}, to be copied:`),
    element("pre", { class: "wire", tabindex: "0", "aria-label": title }, text),
  );
  place.hidden = false;
}
