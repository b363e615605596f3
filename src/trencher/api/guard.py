"""What every request must pass and every response carries. Pure ASGI: streams stay streams."""

from __future__ import annotations

import ipaddress
from collections.abc import Sequence

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from trencher.api.errors import answer

CSP = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
)
"""Styles inline: the pictures set widths and colours on their elements; no script is inline."""
HEADERS = {
    "content-security-policy": CSP,
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}


def host_only(host: str) -> str:
    """The name in a Host header, without its port."""
    if host.startswith("["):
        return host[1:].partition("]")[0]
    return host.rsplit(":", 1)[0] if host.count(":") == 1 else host


class Guard:
    """Host must be an address or a listed name (a foreign name would be DNS rebinding); requests to
    /api come from this origin or from no page at all."""

    def __init__(self, app: ASGIApp, names: Sequence[str] = ("localhost",)) -> None:
        self.app, self.names = app, set(names)

    def _known(self, host: str) -> bool:
        name = host_only(host)
        if name in self.names:
            return True
        try:
            ipaddress.ip_address(name)
        except ValueError:
            return False
        return True

    def _refusal(self, path: str, headers: Headers) -> str:
        host = headers.get("host", "")
        if not self._known(host):
            return f"The host {host[:80]!r} is not served here."
        if path.startswith("/api"):
            origin = headers.get("origin")
            if origin is not None:
                if origin.partition("://")[2] != host:
                    return "Another site may not ask here."
            elif headers.get("sec-fetch-site", "none") not in ("none", "same-origin"):
                return "Another site may not ask here."
        return ""

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Check, pass on, and add the headers."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        path = scope["path"]

        async def send_with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers.setdefault(name, value)
                if path.startswith("/api"):
                    headers.setdefault("cache-control", "no-store")
                elif path.startswith("/assets/") and not headers.get("content-type", "").startswith(
                    "text/html"
                ):
                    headers["cache-control"] = "public, max-age=31536000, immutable"
                else:
                    headers["cache-control"] = "no-cache"
            await send(message)

        refusal = self._refusal(path, Headers(scope=scope))
        if refusal:
            response = answer(403, "Refused", "refused", refusal)
            await response(scope, receive, send_with_headers)
            return
        await self.app(scope, receive, send_with_headers)
