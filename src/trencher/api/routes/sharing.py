"""A day handed out: as a file, and to be looked at on the house's own network."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response
from fastapi.responses import HTMLResponse

from trencher.api.context import House, HouseDep
from trencher.api.door import no_look
from trencher.api.routes.days import Date
from trencher.api.schemas import Out
from trencher.core.errors import TrencherError
from trencher.core.units import in_fahrenheit, in_metric
from trencher.formats.day_sheet import day_sheet
from trencher.lan.addresses import qr_picture

router = APIRouter(prefix="/days", tags=["days"])
Units = Literal["C", "F"]
Who = Annotated[
    str, Query(max_length=40, description="whose lines stand out; none where it is empty")
]

LOOK_SCRIPT = Path(__file__).parent.parent / "look.js"


class ShareOut(Out):
    """How a day is handed out. ``url`` and its picture (a data address): only where Trencher is
    served on the house's network; who has it looks at this day and does nothing."""

    url: str | None = None
    qr: str | None = None


def _page(house: House, date: str, units: Units, who: str, *, live: bool) -> str:
    words = in_metric if units == "C" else in_fahrenheit
    return day_sheet(house.sharing.day(date), words=words, who=who, live=live)


@router.get("/{date}/share")
def share(house: HouseDep, date: Date, units: Units = "C", who: Who = "") -> ShareOut:
    """Where on the network somebody looks at it."""
    if house.lan is None:
        return ShareOut()
    url = house.lan.look_url(date, units=units, who=who)
    return ShareOut(url=url, qr=qr_picture(url))


@router.get("/{date}/sheet.html", response_class=Response)
def sheet(house: HouseDep, date: Date, units: Units = "C", who: Who = "") -> Response:
    """The day as one file that needs nothing beside it."""
    return Response(
        _page(house, date, units, who, live=False), media_type="text/html; charset=utf-8"
    )


def look_routes(house: House) -> APIRouter:
    """The same to be looked at, outside the API: there is nothing to be done there."""
    pages = APIRouter(include_in_schema=False)

    @pages.get("/look.js")
    def script() -> Response:
        return Response(LOOK_SCRIPT.read_bytes(), media_type="text/javascript")

    @pages.api_route("/look/{date}", methods=["GET", "HEAD"])
    def look(date: Date, units: Units = "C", who: Who = "") -> HTMLResponse:
        try:
            return HTMLResponse(_page(house, date, units, who, live=True))
        except TrencherError as error:
            # Whoever looks has a browser, not an application.
            return HTMLResponse(no_look(str(error)), 404)

    return pages
