"""The board: slices, portions, what is put away."""

from __future__ import annotations

from datetime import date
from typing import Annotated

from fastapi import APIRouter, Query

from trencher.api import schemas as s
from trencher.api.context import HouseDep, Once
from trencher.api.routes.roasts import RoastId, view_of
from trencher.core.day.leftovers import KINDS, left_min
from trencher.service.board import Stored
from trencher.service.hours import hour

router = APIRouter(prefix="/roasts", tags=["board"])
larder = APIRouter(prefix="/larder", tags=["board"])


@router.get("/{roast_id}/plates")
def list_plates(
    house: HouseDep, roast_id: RoastId, left_handed: Annotated[bool, Query()] = False
) -> s.CarvingOut:
    """The guests on the slices by what each asked for, and how to carve it."""
    found = house.board.carved(roast_id, left_handed=left_handed)
    carving = found.carving
    return s.CarvingOut.of(
        carving,
        plates=[s.PlateOut.model_validate(p, from_attributes=True) for p in carving.plates],
        strict_words=house.roasts.profile().strict,
        claims=dict(house.roasts.session(roast_id).claims),
        notes=[s.CarvingNote.of(n) for n in found.notes],
        portions=[s.PortionOut(code=code, words=words) for code, words in found.portions],
        read=dict(found.read),
    )


@router.post("/{roast_id}/slices", status_code=201)
def read_slice(house: HouseDep, roast_id: RoastId, body: s.SliceBody, once: Once) -> s.RoastOut:
    """What the middle of one slice reads."""
    session = house.board.read_slice(roast_id, body.slice, body.low_c, body.minute, once)
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/claims")
def claim(house: HouseDep, roast_id: RoastId, body: s.ClaimBody, once: Once) -> s.RoastOut:
    """An end, the bone, a slice is somebody's; an empty name gives it back."""
    return view_of(house, roast_id, house.board.claim(roast_id, body.portion, body.name, once))


@router.get("/{roast_id}/kept")
def list_kept(house: HouseDep, roast_id: RoastId) -> s.KeptOut:
    """What was put away of it, and the clock of what still stands on the board."""
    session = house.roasts.session(roast_id)
    out, clock = house.board.out_min(session), house.board.clock_of(session)
    return s.KeptOut(
        batches=[_batch(b) for b in house.board.stored(roast_id)],
        kinds=[s.PortionOut(code=k, words=w) for k, w in KINDS.items()],
        out_min=out,
        left_min=None if out is None else left_min(out),
        standing=None if clock is None else clock.standing,
        words="" if clock is None else clock.words,
        reheat=house.roasts.profile().reheat,
    )


@router.post("/{roast_id}/kept", status_code=201)
def keep(house: HouseDep, roast_id: RoastId, body: s.KeepBody, once: Once) -> s.RoastOut:
    """Something goes into the fridge."""
    session = house.board.keep(roast_id, body.what, body.kg, body.minute, body.plan, body.on, once)
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/kept/uses", status_code=201)
def use(house: HouseDep, roast_id: RoastId, body: s.UseBody, once: Once) -> s.RoastOut:
    """Something was done with a batch."""
    return view_of(house, roast_id, house.board.use(roast_id, body.batch, body.what, body.kg, once))


@larder.get("")
def what_is_left(house: HouseDep) -> list[s.BatchOut]:
    """Every batch of which something is left, the most urgent first."""
    return [_batch(b) for b in house.board.larder()]


def _batch(stored: Stored) -> s.BatchOut:
    b = stored.batch
    return s.BatchOut.of(
        stored,
        b,
        stored.clock,
        what=KINDS[b.what],
        on=None if b.on is None else date.fromisoformat(b.on),
        uses=[s.UseOut.of(u, at=hour(u.at)) for u in b.uses],
    )
