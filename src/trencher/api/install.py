"""A page of its own port, over plain HTTP: hands this house's authority to a tablet, nothing else.

A page that is clicked through a warning gets no service worker; one whose authority is installed
does.
"""

from __future__ import annotations

import html

from starlette.applications import Starlette
from starlette.requests import Request
from starlette.responses import HTMLResponse, Response
from starlette.routing import Route

from trencher.lan.lan import Lan

PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Trencher: this house's certificate</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
<style>
body{{margin:0 auto;max-width:40rem;padding:1.5rem;background:#f2ede2;color:#241d1a;
font:1.1rem/1.5 system-ui,sans-serif}}
h1{{font-size:2rem;line-height:1.1}} li{{margin:.6rem 0}}
.act{{display:inline-block;background:#241d1a;color:#f2ede2;padding:.9rem 1.2rem;border-radius:4px;
font-weight:700;text-decoration:none}} code{{overflow-wrap:anywhere}}
@media(prefers-color-scheme:dark){{body{{background:#171a1c;color:#ede4d3}} a{{color:inherit}}
.act{{background:#ede4d3;color:#171a1c}}}}
</style></head><body><main>
<h1>Two steps, once for this tablet.</h1>
<ol>
<li><p>Fetch this house's certificate and install it. The tablet then knows Trencher, so that the
page stays awake, starts without the server and keeps your entries.</p>
<p><a class="act" href="/trencher-house.crt" download>Fetch the certificate</a></p>
<p>Where it is installed differs. In the tablet's settings look under Security for <i>Install a
certificate</i>, then <i>CA certificate</i>; or open the file, install the profile it offers, and
switch it on under General, About, <i>Certificate trust</i>. On a computer: the browser's settings,
Certificates, Authorities, Import.</p>
<p>Before you trust it, compare its fingerprint (SHA-256) with the one Trencher shows under
<b>?</b>, <i>Other screens</i>, on the machine it runs on:</p>
<p><code>{fingerprint}</code></p>
<p>It can vouch for addresses inside a house and for this machine only.</p></li>
<li><p>Then open Trencher, and type the code it shows there.</p>
<p><a class="act" href="{url}">{url}</a></p></li>
</ol></main></body></html>"""


def install_app(lan: Lan) -> Starlette:
    """The page and the authority's file."""
    identity = lan.identity
    assert identity is not None

    async def page(_request: Request) -> Response:
        words = PAGE.format(fingerprint=identity.fingerprint, url=html.escape(lan.url))
        return HTMLResponse(words, headers={"cache-control": "no-store"})

    async def authority(_request: Request) -> Response:
        return Response(
            identity.authority.read_bytes(),
            media_type="application/x-x509-ca-cert",
            headers={"content-disposition": 'attachment; filename="trencher-house.crt"'},
        )

    return Starlette(routes=[Route("/", page), Route("/trencher-house.crt", authority)])
