"""Asks for a price with nothing but Python's standard library.   python3 quote.py [URL]"""

import sys
import urllib.error
import urllib.request
import xml.etree.ElementTree as tree

SOAP = "http://schemas.xmlsoap.org/soap/envelope/"
BERTHS = "urn:lanternquay:berths"


def call(url, operation, **values):
    """Sends a request, and gives the child of the answer's body."""
    envelope = tree.Element(f"{{{SOAP}}}Envelope")
    request = tree.SubElement(tree.SubElement(envelope, f"{{{SOAP}}}Body"), f"{{{BERTHS}}}{operation}")
    for name, value in values.items():
        tree.SubElement(request, f"{{{BERTHS}}}{name}").text = str(value)
    http = urllib.request.Request(
        url, tree.tostring(envelope, "utf-8"), {"Content-Type": "text/xml; charset=utf-8"}
    )
    try:
        answer = urllib.request.urlopen(http)
    except urllib.error.HTTPError as fault:  # A fault comes with the status 500.
        answer = fault
    return tree.parse(answer).getroot().find(f"{{{SOAP}}}Body")[0]


url = sys.argv[1] if len(sys.argv) > 1 else "http://localhost:8080/berths"
answer = call(url, "quoteStay", boatLength="12.35", arrival="2027-06-11", nights=3)
print("total", answer.find(f".//{{{BERTHS}}}total").text)
fault = call(url, "quoteStay", boatLength="12.35", arrival="2027-06-11", nights=0)
print("fault", fault.find("faultstring").text)
