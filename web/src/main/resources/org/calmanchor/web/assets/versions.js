// The same call in both versions of SOAP, side by side.

import { show } from "./expect.js";
import { part, say } from "./dom.js";
import { note } from "./exchanges.js";
import { question } from "./request.js";
import { send } from "./sending.js";
import { ask, call, reachable } from "./server.js";

/** Sends the last call again in the other version, and shows both answers. */
export async function compareVersions(section) {
  if (!section.last?.question) await send(section);
  const { last } = section;
  if (!last?.question) return;
  const error = part(section, "expect-error");
  error.hidden = true;
  const { version } = last.question;
  const other = version === "SOAP 1.1" ? "SOAP 1.2" : "SOAP 1.1";
  try {
    const asked = { ...question(section), ...last.question, version: other };
    const request = await ask("request", asked);
    const answer = await call(request.headers, request.envelope);
    note({ request, answer, said: other });
    const { expect } = await ask("expect", { ...asked, message: answer.message });
    const compared = await ask("compare", {
      ...last.question,
      expect: JSON.stringify(expect),
      message: last.message,
    });
    section.comparison = { ...compared, titles: [version, other] };
    show(section);
    say(`Compared ${version} with ${other}`);
  } catch (failure) {
    error.textContent = reachable(failure);
    error.hidden = false;
  }
}
