"""On the house's own network a screen types the code once. Pure ASGI: streams stay streams."""

from __future__ import annotations

import html
import time
from collections.abc import Callable
from urllib.parse import parse_qs

from starlette.datastructures import Headers
from starlette.requests import Request
from starlette.responses import HTMLResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Receive, Scope, Send

from trencher.api.errors import answer
from trencher.lan.access import Access, Tries

KEPT_S = 180 * 24 * 3600
LARGEST_FORM = 2000
PUSH = "/api/instruments/push"
"""Instruments bring a key of their own."""
LOOK = "/look/"
"""A day to look at: its address brings a key of its own, which opens nothing else."""

PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Trencher: the code</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
<style>
body{{margin:0;min-height:100vh;display:grid;place-items:center;background:#f2ede2;color:#241d1a;
font:1.15rem/1.5 system-ui,sans-serif}}
main{{max-width:26rem;padding:1.5rem}} h1{{font-size:2rem;line-height:1.1;margin:0 0 .5rem}}
input,button{{font:inherit;min-height:56px;border-radius:4px;border:1px solid #6b5f55;width:100%;
box-sizing:border-box;padding:0 .8rem;margin-top:.6rem}}
input{{background:#fff;color:#241d1a;letter-spacing:.15em;text-transform:uppercase}}
button{{background:#241d1a;color:#f2ede2;font-weight:700}}
.no{{border-left:4px solid #8a2b38;padding-left:.7rem}}
@media(prefers-color-scheme:dark){{body{{background:#171a1c;color:#ede4d3}}
button{{background:#ede4d3;color:#171a1c}}}}
</style></head><body><main>
<h1>Which kitchen is this?</h1>
<p>Type the code that Trencher shows where it runs (under <b>?</b>, <i>Other screens</i>).</p>
{fault}
<form method="post" action="/door"><label for="code">Code</label>
<input id="code" name="code" autocomplete="off" autocapitalize="characters" required autofocus>
<button>Let this screen in</button></form>
</main></body></html>"""


def no_look(why: str) -> str:
    """The page of who wants to look at a day and cannot."""
    return (
        '<!doctype html><html lang="en"><head><meta charset="utf-8">'
        "<title>Trencher: nothing to look at</title>"
        '<meta name="viewport" content="width=device-width, initial-scale=1"></head>'
        f"<body><main><h1>Nothing to look at here.</h1><p>{html.escape(why)}</p>"
        "<p>Ask the cook for the day's link again: it stands under <i>For a helper</i> on the day."
        "</p></main></body></html>"
    )


class Door:
    """Lets in who knows the code; everybody else sees the door and nothing of the house."""

    def __init__(
        self,
        app: ASGIApp,
        access: Access,
        *,
        secure: bool,
        now: Callable[[], float] = time.monotonic,
    ) -> None:
        self.app, self.access, self.secure, self._now = app, access, secure, now
        self._tries = Tries()

    def _known(self, headers: Headers) -> bool:
        # Read by hand: another application's odd cookie on this host must lock nobody out.
        pairs = (piece.partition("=") for piece in headers.get("cookie", "").split(";"))
        held = [value.strip() for name, _, value in pairs if name.strip() == self.access.cookie]
        return any(self.access.knows(value) for value in held)

    def _may_look(self, scope: Scope) -> bool:
        date = scope["path"].removeprefix(LOOK)
        keys = parse_qs(scope["query_string"].decode("latin-1")).get("key", [])
        return any(self.access.looks(date, key) for key in keys)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Check, then pass on."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        path, headers = scope["path"], Headers(scope=scope)
        if path == "/door":
            response = await self._door(Request(scope, receive))
        elif self._known(headers) or (path == PUSH and scope["method"] == "POST"):
            await self.app(scope, receive, send)
            return
        elif path.startswith(LOOK):
            if scope["method"] in ("GET", "HEAD") and self._may_look(scope):
                await self.app(scope, receive, send)
                return
            response = HTMLResponse(no_look("This link does not hold, or no longer."), 403)
        elif path.startswith("/api"):
            response = answer(
                401,
                "Locked",
                "locked",
                "This screen must be let in first.",
                where="/door",
                allowed="type the code at /door",
            )
        elif "text/html" in headers.get("accept", ""):
            response = RedirectResponse("/door", 303)
        else:
            # Styles, scripts, fonts: the same for everybody.
            await self.app(scope, receive, send)
            return
        await response(scope, receive, send)

    async def _door(self, request: Request) -> Response:
        typed = request.query_params.get("code", "")
        if request.method == "POST":
            body = b""
            async for piece in request.stream():
                body += piece
                if len(body) > LARGEST_FORM:
                    return self._page("That is no code.", 413)
            typed = parse_qs(body.decode("utf-8", "replace")).get("code", [""])[0]
        if not typed:
            return self._page("", 200)
        who = request.client.host if request.client is not None else ""
        wait = self._tries.wait_s(who, self._now())
        if wait > 0:
            page = self._page(f"Too many tries. Again in {wait:.0f} seconds.", 429)
            page.headers["retry-after"] = f"{wait:.0f}"
            return page
        if not self.access.opens(typed):
            self._tries.wrong(who, self._now())
            return self._page("That is not the code.", 403)
        self._tries.right(who)
        response = RedirectResponse("/", 303)
        response.set_cookie(
            self.access.cookie,
            self.access.token,
            max_age=KEPT_S,
            httponly=True,
            samesite="strict",
            secure=self.secure,
        )
        return response

    def _page(self, fault: str, status: int) -> HTMLResponse:
        words = f'<p class="no" role="alert">{html.escape(fault)}</p>' if fault else ""
        return HTMLResponse(PAGE.format(fault=words), status)
