"""The application: API under /api, the built front end on every other path, one guard around."""

from __future__ import annotations

from collections.abc import AsyncIterator, Sequence
from contextlib import asynccontextmanager
from functools import cache
from pathlib import Path
from typing import Any

from fastapi import FastAPI
from starlette.middleware.gzip import GZipMiddleware
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Receive, Scope, Send

from trencher import __version__
from trencher.api import errors
from trencher.api.budget import Budgeted
from trencher.api.context import House
from trencher.api.door import Door
from trencher.api.guard import Guard
from trencher.api.page import page_routes
from trencher.api.routes import (
    access,
    board,
    book,
    buying,
    days,
    devices,
    feed,
    figures,
    keeping,
    kitchen,
    learned,
    methods,
    ovens,
    pictures,
    practice,
    questions,
    records,
    roasts,
    sharing,
)
from trencher.lan.lan import Lan
from trencher.store.repository import Repository


@cache
def the_api() -> FastAPI:
    """All routes, described once: what they are about comes with each request."""
    api = FastAPI(
        title="Trencher",
        version=__version__,
        description="Roasting a joint so that it is right when people sit down. Temperatures are "
        "°C, times minutes from the moment the joint goes in or ISO hours.",
        docs_url=None,
        redoc_url=None,
        responses=errors.RESPONSES,
        max_body_size=errors.LARGEST_BODY,
    )
    errors.install(api)
    for router in (
        kitchen.router,
        ovens.router,
        methods.router,
        learned.router,
        roasts.router,
        book.router,
        pictures.router,
        board.router,
        board.larder,
        roasts.alarm_router,
        buying.router,
        figures.router,
        devices.router,
        days.router,
        days.sides,
        sharing.router,
        feed.router,
        access.router,
        questions.router,
        records.router,
        keeping.router,
        keeping.along,
        practice.router,
    ):
        api.include_router(router)
    plain = api.openapi

    def described() -> dict[str, Any]:
        return errors.described(plain())

    api.openapi = described  # type: ignore[method-assign]
    return api


def create_api(house: House) -> ASGIApp:
    """The API alone, over one house."""
    api = the_api()

    async def housed(scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "lifespan":
            scope = {**scope, "state": {**scope.get("state", {}), "house": house}}
        await api(scope, receive, send)

    return housed


def in_practice(house: House) -> ASGIApp:
    """The same API over the kitchen of the practice that is on."""
    api, kept = the_api(), dict[Repository, House]()

    async def housed(scope: Scope, receive: Receive, send: Send) -> None:
        practice = house.practice.on
        if practice is None:
            gone = JSONResponse(
                {"code": "no_practice", "detail": "No practice is on. Begin one."},
                409,
                media_type=errors.PROBLEM,
            )
            await gone(scope, receive, send)
            return
        theirs = kept.get(practice.repository)
        if theirs is None:
            kept.clear()
            theirs = House(practice.repository, practice.roasts, practice.clock, practice.feed)
            kept[practice.repository] = theirs
        await api({**scope, "state": {**scope.get("state", {}), "house": theirs}}, receive, send)

    return housed


def create_app(
    house: House,
    dist: Path | None,
    names: Sequence[str] = ("localhost",),
    *,
    lan: Lan | None = None,
) -> FastAPI:
    """API and front end. ``dist``: the built front end; ``names``: host names served; ``lan``: then
    a screen must know the code."""

    @asynccontextmanager
    async def life(_app: FastAPI) -> AsyncIterator[None]:
        yield
        house.feed.close()
        house.practice.end()

    app = FastAPI(docs_url=None, redoc_url=None, openapi_url=None, lifespan=life)
    errors.install(app)
    app.mount("/api/in-practice", errors.Shaped(Budgeted(in_practice(house))))
    app.mount("/api", errors.Shaped(Budgeted(create_api(house))))
    app.include_router(sharing.look_routes(house))
    if dist is not None and (dist / "index.html").exists():
        app.include_router(page_routes(dist))
        app.frontend("/", directory=dist, fallback="index.html")
    app.add_middleware(GZipMiddleware, minimum_size=800)
    if lan is not None:
        app.add_middleware(Door, access=lan.access, secure=lan.identity is not None)
    app.add_middleware(Guard, names=names)
    return app
