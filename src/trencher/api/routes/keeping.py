"""The whole kitchen as a file: saved, looked at, put back."""

from __future__ import annotations

import tempfile
from collections.abc import AsyncIterator, Iterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response, StreamingResponse

from trencher.api import schemas as s
from trencher.api.context import HouseDep
from trencher.api.routes.roasts import RoastId
from trencher.formats.kitchen import LARGEST_BYTES, write_kitchen

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


@along.get("/export", response_class=KitchenResponse)
def export(house: HouseDep) -> KitchenResponse:
    """Every roast, day, oven and setting as JSON anybody can read."""
    day = f"{house.clock.now():%Y-%m-%d}"
    return _attached(write_kitchen(house.taking.taken_along()), f"trencher-{day}")


@along.get("/roasts/{roast_id}/export", response_class=KitchenResponse)
def export_roast(house: HouseDep, roast_id: RoastId) -> KitchenResponse:
    """One roast with its log, its ovens, and what instruments showed."""
    return _attached(write_kitchen(house.taking.taken_along(roast_id)), f"roast-{roast_id}")


@along.post("/import/look", max_body_size=LARGEST_BYTES, openapi_extra=FILE)
async def look_through(house: HouseDep, request: Request) -> s.TakingOut:
    """What taking a file in would do; nothing is changed."""
    async with _sent(request) as path:
        lines = await run_in_threadpool(lambda: house.taking.looked_at(path.read_bytes()))
    return s.TakingOut.saying(lines)


@along.post("/import", max_body_size=LARGEST_BYTES, openapi_extra=FILE)
async def take_in(house: HouseDep, request: Request) -> s.TakingOut:
    """Take a file in: all of it, or nothing. What is here stays as it is."""
    async with _sent(request) as path:
        lines = await run_in_threadpool(lambda: house.taking.take_in(path.read_bytes()))
    return s.TakingOut.saying(lines)


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
async def look(house: HouseDep, request: Request) -> s.BackupOut:
    """What a saved file holds; nothing is changed."""
    async with _sent(request) as path:
        found = await run_in_threadpool(house.keeping.looked_at, path)
    return s.BackupOut.holding(found, "")


@router.post("/restore", max_body_size=LARGEST, openapi_extra=FILE)
async def restore(house: HouseDep, request: Request) -> s.BackupOut:
    """Let a saved file take this kitchen's place; what was here is kept beside it as a copy."""
    async with _sent(request) as path:
        found, kept = await run_in_threadpool(house.keeping.put_back, path)
    return s.BackupOut.holding(found, kept)
