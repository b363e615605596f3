"""The whole kitchen as a file: saved, looked at, put back."""

from __future__ import annotations

import tempfile
from collections import Counter
from collections.abc import AsyncIterator, Iterator, Sequence
from contextlib import asynccontextmanager
from datetime import datetime
from pathlib import Path
from typing import Any, Literal, Self

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response, StreamingResponse

from trencher.api.context import HouseDep
from trencher.api.routes.roasts import RoastId
from trencher.api.schemas import Out, RecordOut
from trencher.api.slots import Heavy
from trencher.formats.kitchen import LARGEST_BYTES, write_kitchen
from trencher.service.keeping import Content
from trencher.service.taking import DOES, ImportLine

router = APIRouter(prefix="/backup", tags=["kitchen"])
along = APIRouter(tags=["kitchen"])
LARGEST = 2_000_000_000
PIECE = 1 << 16
SQLITE = "application/vnd.sqlite3"
FILE = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}


class TakingLine(Out):
    """What taking a file in does with one thing of it; ``more``: how many entries are new."""

    what: Literal["roast", "oven", "day", "setting", "samples", "pictures"]
    id: str
    name: str
    does: Literal["new", "more", "same", "copy", "kept"]
    words: str
    more: int


class TakingOut(Out):
    """What taking a file in does: the things it does something with, and how many there are of
    each kind and each doing."""

    lines: list[TakingLine]
    counts: dict[str, int]

    @classmethod
    def saying(cls, lines: Sequence[ImportLine]) -> Self:
        """What is here already needs no line of its own."""
        told = [TakingLine(**vars(x), words=DOES[x.does]) for x in lines if x.does != "same"]
        counts = Counter(f"{x.what} {x.does}" for x in lines)
        return cls(lines=told, counts=dict(counts))


class BackupOut(Out):
    """What a saved kitchen holds. ``last``: the latest hour anything was entered; ``damaged``:
    records of it that cannot be read, which come along as they are; ``kept``: the name of the copy
    of what was here before, "" while nothing was changed."""

    roasts: int
    days: int
    ovens: int
    events: int
    last: datetime | None
    damaged: list[RecordOut]
    kept: str

    @classmethod
    def holding(cls, content: Content, kept: str) -> BackupOut:
        """As the store found it."""
        facts = {**vars(content), "last": content.last or None, "kept": kept}
        facts["damaged"] = [
            RecordOut.model_validate(x, from_attributes=True) for x in content.damaged
        ]
        return cls(**facts)


class FileResponse(StreamingResponse):
    """A kitchen's file."""

    media_type = SQLITE


@asynccontextmanager
async def _sent(request: Request) -> AsyncIterator[Path]:
    """The body as a file, which is there inside."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "sent.sqlite"
        with path.open("wb") as file:
            async for piece in request.stream():
                await run_in_threadpool(file.write, piece)
        yield path


class KitchenResponse(Response):
    """A kitchen, or a roast, as an open file."""

    media_type = "application/json"


def _attached(content: bytes, name: str) -> KitchenResponse:
    headers = {"content-disposition": f'attachment; filename="{name}.json"'}
    return KitchenResponse(content, headers=headers)


KITCHEN: dict[int | str, dict[str, Any]] = {
    200: {"content": {"application/json": {"schema": {"type": "object"}}}}
}
"""Its own schema is a file's: ``trencher schema kitchen``."""


@along.get("/export", response_class=KitchenResponse, responses=KITCHEN)
def export(house: HouseDep) -> KitchenResponse:
    """Every roast, day, oven and setting as JSON anybody can read."""
    day = f"{house.clock.now():%Y-%m-%d}"
    return _attached(write_kitchen(house.taking.taken_along()), f"trencher-{day}")


@along.get("/roasts/{roast_id}/export", response_class=KitchenResponse, responses=KITCHEN)
def export_roast(house: HouseDep, roast_id: RoastId) -> KitchenResponse:
    """One roast with its log, its ovens, and what instruments showed."""
    return _attached(write_kitchen(house.taking.taken_along(roast_id)), f"roast-{roast_id}")


@along.post("/import/look", dependencies=[Heavy], max_body_size=LARGEST_BYTES, openapi_extra=FILE)
async def look_through(house: HouseDep, request: Request) -> TakingOut:
    """What taking a file in would do; nothing is changed."""
    async with _sent(request) as path:
        lines = await run_in_threadpool(lambda: house.taking.looked_at(path.read_bytes()))
    return TakingOut.saying(lines)


@along.post("/import", dependencies=[Heavy], max_body_size=LARGEST_BYTES, openapi_extra=FILE)
async def take_in(house: HouseDep, request: Request) -> TakingOut:
    """Take a file in: all of it, or nothing. What is here stays as it is."""
    async with _sent(request) as path:
        lines = await run_in_threadpool(lambda: house.taking.take_in(path.read_bytes()))
    return TakingOut.saying(lines)


@router.get("", response_class=FileResponse)
def save(house: HouseDep) -> FileResponse:
    """The kitchen as of now, as one file: consistent while it is served."""

    def pieces() -> Iterator[bytes]:
        with house.keeping.saved() as path, path.open("rb") as file:
            while piece := file.read(PIECE):
                yield piece

    name = house.keeping.name
    return FileResponse(pieces(), headers={"content-disposition": f'attachment; filename="{name}"'})


@router.post("/look", max_body_size=LARGEST, openapi_extra=FILE)
async def look(house: HouseDep, request: Request) -> BackupOut:
    """What a saved file holds; nothing is changed."""
    async with _sent(request) as path:
        found = await run_in_threadpool(house.keeping.looked_at, path)
    return BackupOut.holding(found, "")


@router.post("/restore", max_body_size=LARGEST, openapi_extra=FILE)
async def restore(house: HouseDep, request: Request) -> BackupOut:
    """Let a saved file take this kitchen's place; what was here is kept beside it as a copy."""
    async with _sent(request) as path:
        found, kept = await run_in_threadpool(house.keeping.put_back, path)
    return BackupOut.holding(found, kept)
