"""The one page of the front end, with what the asked place needs named in its head.

A browser that reads the names in the page fetches them at once, side by side; without them it finds
each only when the file before it has been read, which on a telephone is most of the waiting. They
are fetched, not compiled: that would keep the first paint waiting for what comes after it.
"""

from __future__ import annotations

import json
import re
from pathlib import Path

from fastapi import APIRouter
from fastapi.responses import HTMLResponse

PLACES = {
    "": "Begin", "begin": "Begin", "block": "Block", "ways": "Ways", "day": "Day",
    "table": "Table", "fire": "Fire", "board": "Board", "book": "Book", "ovens": "Ovens",
    "practice": "Practice", "wall": "Wall", "figures": "Figures", "instruments": "Instruments",
    "screens": "Screens",
}  # fmt: skip
"""The first part of an address, and the component that stands for it in ``preloads.json``."""
ALWAYS = ("catalogue", "ovens", "roasts")
"""What every place asks the API for."""
FIRST = {
    "day": "days", "table": "days", "figures": "figures",
    "book": "book?search=&amp;skip=0&amp;count=25",
}  # fmt: skip
"""What a place asks for first of all, where the address names no more."""
ROAST_PLACES = ("block", "ways", "fire", "board")
WAYS_PLACES = ("block", "ways")
"""Where the ways of the roast are shown, or lie under what is."""
ROAST_ID = re.compile(r"[A-Za-z0-9_-]{1,60}")
MODEST = 'crossorigin="anonymous" fetchpriority="low"'
METHODS = ["GET", "HEAD"]
SHELL = "</head>"


class Page:
    """``index.html`` of a built front end. ``of`` an address gives it with its preloads."""

    def __init__(self, dist: Path) -> None:
        self._dist, self._stamp = dist, 0
        self._html = ""
        self._files: dict[str, list[str]] = {}

    def _fresh(self) -> None:
        """Read again what was built anew while this house is served."""
        stamp = (self._dist / "index.html").stat().st_mtime_ns
        if stamp == self._stamp:
            return
        listed = self._dist / "preloads.json"
        self._html = (self._dist / "index.html").read_text(encoding="utf-8")
        self._files = json.loads(listed.read_text("utf-8")) if listed.exists() else {}
        self._stamp = stamp

    def of(self, path: str) -> str:
        """The page for a path of this house."""
        self._fresh()
        parts = [part for part in path.split("/") if part]
        place = parts[0] if parts else ""
        component = "Hand" if place == "ways" and parts[2:] == ["hand"] else PLACES.get(place, "")
        files = self._files.get(component, [])
        named = [name for name in files if f"/{name}" not in self._html]
        asks = list(ALWAYS)
        if place in ROAST_PLACES and len(parts) > 1 and ROAST_ID.fullmatch(parts[1]):
            asks.append(f"roasts/{parts[1]}")
            if place in WAYS_PLACES:
                asks.append(f"roasts/{parts[1]}/ways")
        if place in FIRST and len(parts) == 1:
            asks.append(FIRST[place])
        links = [f'<link rel="preload" as="script" {MODEST} href="/{name}" />' for name in named]
        links += [
            f'<link rel="preload" as="font" type="font/woff2" crossorigin href="/{name}" />'
            for name in self._files.get("faces", [])
        ]
        links += [
            f'<link rel="preload" as="fetch" crossorigin="anonymous" href="/api/{ask}" />'
            for ask in asks
        ]
        return self._html.replace(SHELL, "".join(links) + SHELL, 1)


def page_routes(dist: Path) -> APIRouter:
    """GET of every place; anything else is the front end's own."""
    page = Page(dist)
    router = APIRouter(include_in_schema=False)

    for place in PLACES:

        def place_page(rest: str = "", place: str = place) -> HTMLResponse:
            return HTMLResponse(page.of(f"{place}/{rest}"))

        router.api_route(f"/{place}", methods=METHODS, response_class=HTMLResponse)(place_page)
        if place:
            rest = f"/{place}/{{rest:path}}"
            router.api_route(rest, methods=METHODS, response_class=HTMLResponse)(place_page)
    return router
