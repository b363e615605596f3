"""Photographs of roasts."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Path, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response

from trencher.api import schemas as s
from trencher.api.context import DeliveryDep, HouseDep
from trencher.api.routes.roasts import RoastId, view_of
from trencher.formats.picture import LARGEST_BYTES

router = APIRouter(tags=["book"])
SENT = {
    "requestBody": {
        "required": True,
        "content": {
            kind: {"schema": {"type": "string", "format": "binary"}}
            for kind in ("image/jpeg", "image/png", "image/webp")
        },
    }
}


class JpegResponse(Response):
    """A photograph."""

    media_type = "image/jpeg"


@router.post(
    "/roasts/{roast_id}/pictures", status_code=201, max_body_size=LARGEST_BYTES, openapi_extra=SENT
)
async def add(
    house: HouseDep,
    roast_id: RoastId,
    request: Request,
    delivery: DeliveryDep,
    words: Annotated[str, Query(max_length=400)] = "",
) -> s.RoastOut:
    """A photograph of it. It is kept smaller, and without what a camera writes beside it, the place
    above all."""
    raw = await request.body()

    def kept() -> s.RoastOut:
        return view_of(house, roast_id, house.roasts.picture(roast_id, raw, words, delivery))

    return await run_in_threadpool(kept)


@router.get("/pictures/{name}.jpg", response_class=JpegResponse)
def read(house: HouseDep, name: Annotated[str, Path(pattern="^[0-9a-f]{64}$")]) -> JpegResponse:
    """A photograph, under the SHA-256 of its bytes."""
    kept = {"cache-control": "private, max-age=31536000, immutable"}
    return JpegResponse(house.book.picture(name), headers=kept)
