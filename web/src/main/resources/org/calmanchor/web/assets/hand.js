// Editing the envelope by hand, and the way back to the form.

import { button, element, part } from "./dom.js";
import { draft } from "./request.js";
import { ask } from "./server.js";
import { difference, differing, laidOut } from "./wire.js";

/** Lets the envelope be edited. */
export function editByHand(section, envelope) {
  const hand = part(section, "request-hand");
  hand.value = envelope;
  setByHand(section, true);
  hand.focus();
}

/** Shows the envelope to edit, or the one of the form. */
export function setByHand(section, isOn) {
  part(section, "request-hand").hidden = !isOn;
  part(section, "request-envelope").hidden = isOn;
  part(section, "hand-note").hidden = !isOn;
  part(section, "edit").hidden = isOn;
  part(section, "back").hidden = !isOn;
  part(section, "losing").hidden = true;
}

/**
 * Goes back to the form; says first what of the editing would be lost.
 *
 * @param open opens the operation with values that were read
 */
export async function backToForm(section, open) {
  const request = await draft(section);
  const edited = part(section, "request-hand").value;
  const lost = differing(laidOut(request?.envelope ?? ""), laidOut(edited)).filter(
    (line) => line.sign !== " ",
  );
  if (lost.length === 0) {
    setByHand(section, false);
    return;
  }
  const losing = part(section, "losing");
  losing.replaceChildren(
    element("p", {}, `Going back loses your changes, ${lost.length} lines:`),
    difference(request?.envelope ?? "", edited),
    button("Take what fits into the form", () => takeIntoForm(section, edited, open)),
    button("Lose it", () => {
      setByHand(section, false);
      part(section, "edit").focus();
    }),
    button("Go on editing", () => {
      losing.hidden = true;
      part(section, "request-hand").focus();
    }),
  );
  losing.hidden = false;
  losing.querySelector("button").focus();
}

async function takeIntoForm(section, message, open) {
  try {
    const read = await ask("values", { message });
    await open(read);
  } catch (failure) {
    part(section, "losing").append(
      element("p", { class: "error", role: "alert" }, `It does not fit: ${failure.message}`),
    );
  }
}
