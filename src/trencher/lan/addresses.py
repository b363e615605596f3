"""Where this machine can be reached from the same network. Nothing is sent to find out."""

from __future__ import annotations

import ipaddress
import socket
from contextlib import suppress
from io import StringIO

import segno

ELSEWHERE = ("192.0.2.1", 9)
"""An address of documentation: connecting a datagram socket only asks for the route to it."""


def host_name() -> str:
    """This machine's own name, without its domain."""
    return socket.gethostname().partition(".")[0].lower() or "trencher"


def reachable() -> list[str]:
    """IPv4 addresses of this machine, the likeliest first; none without a network."""
    found: list[str] = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked, suppress(OSError):
        asked.connect(ELSEWHERE)
        found.append(asked.getsockname()[0])
    with suppress(OSError):
        found += [str(i[4][0]) for i in socket.getaddrinfo(socket.gethostname(), None)]
    kept: list[str] = []
    for text in found:
        address = ipaddress.ip_address(text.partition("%")[0])
        if address.version == 4 and not address.is_loopback:
            kept.append(str(address))
    return list(dict.fromkeys(kept))


def qr_terminal(text: str) -> str:
    """A QR code in half blocks, for a terminal."""
    out = StringIO()
    segno.make(text, error="m").terminal(out, compact=True)
    return out.getvalue()


def qr_picture(text: str) -> str:
    """A QR code as a picture in a data address; dark on white, whatever the page."""
    return str(segno.make(text, error="m").svg_data_uri(scale=4, border=3, light="#fff"))
