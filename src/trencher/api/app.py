"""The application: API under /api, the built front end on every other path, one guard around."""

from __future__ import annotations

from collections.abc import AsyncIterator, Sequence
from contextlib import asynccontextmanager
from functools import cache
from pathlib import Path
from typing import Any

from fastapi import FastAPI
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp, Receive, Scope, Send

from trencher import __version__
from trencher.api import errors
from trencher.api.budget import Budgeted
from trencher.api.context import House
from trencher.api.door import Door
from trencher.api.guard import Guard
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
    questions,
    records,
    roasts,
)
from trencher.lan.lan import Lan


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
        feed.router,
        access.router,
        questions.router,
        records.router,
        keeping.router,
        keeping.along,
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

    app = FastAPI(docs_url=None, redoc_url=None, openapi_url=None, lifespan=life)
    errors.install(app)
    app.mount("/api", errors.Shaped(Budgeted(create_api(house))))
    if dist is not None and (dist / "index.html").exists():
        app.frontend("/", directory=dist, fallback="index.html")
    app.add_middleware(GZipMiddleware, minimum_size=800)
    if lan is not None:
        app.add_middleware(Door, access=lan.access, secure=lan.identity is not None)
    app.add_middleware(Guard, names=names)
    return app
