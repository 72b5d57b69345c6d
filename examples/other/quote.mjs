// Asks for a price with nothing but what Node has.   node quote.mjs [URL]

const url = process.argv[2] ?? "http://localhost:8080/berths";
const escaped = (text) => String(text).replace(/[&<>]/g, (each) => `&#${each.codePointAt(0)};`);

async function call(operation, values) {
  const members = Object.entries(values)
    .map(([name, value]) => `<b:${name}>${escaped(value)}</b:${name}>`)
    .join("");
  const response = await fetch(url, {
    method: "POST",
    headers: { "Content-Type": "text/xml; charset=utf-8" },
    body:
      `<soap:Envelope xmlns:soap="http://schemas.xmlsoap.org/soap/envelope/" xmlns:b="urn:lanternquay:berths">` +
      `<soap:Body><b:${operation}>${members}</b:${operation}></soap:Body></soap:Envelope>`,
  });
  return response.text();
}

// Node has no parser for XML; for two values a pattern will do.
const text = (message, name) => message.match(new RegExp(`<(?:\\w+:)?${name}>([^<]*)<`))?.[1];

const answer = await call("quoteStay", { boatLength: "12.35", arrival: "2027-06-11", nights: 3 });
console.log("total", text(answer, "total"));
const fault = await call("quoteStay", { boatLength: "12.35", arrival: "2027-06-11", nights: 0 });
console.log("fault", text(fault, "faultstring"));
