"""The board: slices, portions, what is put away."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from fastapi import APIRouter, Query
from pydantic import ConfigDict, Field

from trencher.api import schemas as s
from trencher.api.context import DeliveryDep, HouseDep
from trencher.api.routes.roasts import RoastId, view_of
from trencher.api.schemas import Minute, Out
from trencher.core.catalogue.carving import CarvingNote
from trencher.core.day.leftovers import KINDS, left_min
from trencher.core.day.plates import Plate
from trencher.core.entries import UseWhat
from trencher.formats.bodies import In
from trencher.service.board import Stored
from trencher.service.hours import hour

router = APIRouter(prefix="/roasts", tags=["board"])
larder = APIRouter(prefix="/larder", tags=["board"])


class PortionOut(Out):
    """Something that is claimed or kept, by its code."""

    code: str
    words: str


class CarvingOut(Out):
    """Guests on slices; the coolest, the end to begin at (thick or thin), and what is left whole.
    ``others``: slices of guests who are not named; ``claims``: portion → name; ``read``: slice → °C
    measured in it; ``strict_words``: the figure for the strict plates."""

    others: list[int]
    claims: dict[str, str]
    notes: list[CarvingNote]
    portions: list[PortionOut]
    read: dict[int, float]

    plates: list[Plate]
    coolest: int
    begin: str
    spare: list[int]
    strict_words: str


class SliceBody(In):
    """What the middle of a slice reads, counted from 0 at the thick end. ``minute`` null: now."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"slice": 0, "low_c": 71.5}]})
    slice: Annotated[int, Field(ge=0, le=200)]
    low_c: Annotated[float, Field(ge=-25, le=130)]
    minute: Minute | None = None


class ClaimBody(In):
    """Who has a portion; "" nobody."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"portion": "bone", "name": "Ines"}]})
    portion: Annotated[str, Field(min_length=1, max_length=20)]
    name: Annotated[str, Field(max_length=40)] = ""


class KeepBody(In):
    """What goes into the fridge, weighed or not; ``minute`` null: now. ``plan``, ``on``: for which
    meal, and its date."""

    model_config = ConfigDict(
        json_schema_extra={
            "examples": [{"what": "slices", "kg": 0.6, "plan": "cold, with chutney"}]
        }
    )
    what: Annotated[str, Field(min_length=1, max_length=20)]
    kg: Annotated[float, Field(gt=0, le=30)] | None = None
    minute: Annotated[float, Field(ge=0, le=14 * 24 * 60)] | None = None
    plan: Annotated[str, Field(max_length=120)] = ""
    on: date | None = None


class UseBody(In):
    """What was done with a batch: eaten, reheated, frozen or thrown; ``kg`` null: all of it."""

    model_config = ConfigDict(json_schema_extra={"examples": [{"batch": 12, "what": "eaten"}]})
    batch: Annotated[int, Field(ge=1, le=1_000_000)]
    what: UseWhat
    kg: Annotated[float, Field(gt=0, le=30)] | None = None


class UseOut(Out):
    """What was done with a batch, and when."""

    what: str
    at: datetime
    kg: float | None


class BatchOut(Out):
    """Something put away, with its clock. ``use_by``: its last day, null: it may not be kept;
    ``serves``: plates of hearty and of small eaters."""

    roast_id: str
    roast: str
    seq: int
    what: str
    kg: float | None
    left_kg: float | None
    serves: tuple[int, int] | None
    kept_at: datetime
    plan: str
    on: date | None
    use_by: date | None
    standing: Literal["keep", "eat_now", "discard"]
    words: str
    over: bool
    reheated: bool
    uses: list[UseOut]


class KeptOut(Out):
    """What was put away of a roast; the clock of what still stands out, null before it is
    carved. ``left_min``: until it should be in the fridge."""

    batches: list[BatchOut]
    kinds: list[PortionOut]
    out_min: float | None
    left_min: float | None
    standing: Literal["keep", "eat_now", "discard"] | None
    words: str
    reheat: str


@router.get("/{roast_id}/plates")
def list_plates(
    house: HouseDep, roast_id: RoastId, left_handed: Annotated[bool, Query()] = False
) -> CarvingOut:
    """The guests on the slices by what each asked for, and how to carve it."""
    found = house.board.carved(roast_id, left_handed=left_handed)
    carving = found.carving
    return CarvingOut.of(
        carving,
        strict_words=house.roasts.profile().strict,
        claims=dict(house.roasts.session(roast_id).claims),
        notes=found.notes,
        portions=[PortionOut(code=code, words=words) for code, words in found.portions],
        read=dict(found.read),
    )


@router.post("/{roast_id}/slices", status_code=201)
def read_slice(
    house: HouseDep, roast_id: RoastId, body: SliceBody, delivery: DeliveryDep
) -> s.RoastOut:
    """What the middle of one slice reads."""
    session = house.board.read_slice(roast_id, body.slice, body.low_c, body.minute, delivery)
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/claims")
def claim(house: HouseDep, roast_id: RoastId, body: ClaimBody, delivery: DeliveryDep) -> s.RoastOut:
    """An end, the bone, a slice is somebody's; an empty name gives it back."""
    return view_of(house, roast_id, house.board.claim(roast_id, body.portion, body.name, delivery))


@router.get("/{roast_id}/kept")
def list_kept(house: HouseDep, roast_id: RoastId) -> KeptOut:
    """What was put away of it, and the clock of what still stands on the board."""
    session = house.roasts.session(roast_id)
    out, clock = house.board.out_min(session), house.board.clock_of(session)
    return KeptOut(
        batches=[_batch(b) for b in house.board.stored(roast_id)],
        kinds=[PortionOut(code=k, words=w) for k, w in KINDS.items()],
        out_min=out,
        left_min=None if out is None else left_min(out),
        standing=None if clock is None else clock.standing,
        words="" if clock is None else clock.words,
        reheat=house.roasts.profile().reheat,
    )


@router.post("/{roast_id}/kept", status_code=201)
def keep(house: HouseDep, roast_id: RoastId, body: KeepBody, delivery: DeliveryDep) -> s.RoastOut:
    """Something goes into the fridge."""
    session = house.board.keep(
        roast_id, body.what, body.kg, body.minute, body.plan, body.on, delivery
    )
    return view_of(house, roast_id, session)


@router.post("/{roast_id}/kept/uses", status_code=201)
def use(house: HouseDep, roast_id: RoastId, body: UseBody, delivery: DeliveryDep) -> s.RoastOut:
    """Something was done with a batch."""
    return view_of(
        house, roast_id, house.board.use(roast_id, body.batch, body.what, body.kg, delivery)
    )


@larder.get("")
def what_is_left(house: HouseDep) -> list[BatchOut]:
    """Every batch of which something is left, the most urgent first."""
    return [_batch(b) for b in house.board.larder()]


def _batch(stored: Stored) -> BatchOut:
    b = stored.batch
    return BatchOut.of(
        stored,
        b,
        stored.clock,
        what=KINDS[b.what],
        on=None if b.on is None else date.fromisoformat(b.on),
        uses=[UseOut.of(u, at=hour(u.at)) for u in b.uses],
    )
