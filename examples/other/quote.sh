#!/bin/sh
# Asks for a price with curl.   quote.sh [URL]
set -eu
curl -sS "${1:-http://localhost:8080/berths}" -H 'Content-Type: text/xml' --data-binary @- <<'ENVELOPE'
<soap:Envelope xmlns:soap="http://schemas.xmlsoap.org/soap/envelope/" xmlns:b="urn:lanternquay:berths">
  <soap:Body>
    <b:quoteStay>
      <b:boatLength>12.35</b:boatLength>
      <b:arrival>2027-06-11</b:arrival>
      <b:nights>3</b:nights>
    </b:quoteStay>
  </soap:Body>
</soap:Envelope>
ENVELOPE
echo
