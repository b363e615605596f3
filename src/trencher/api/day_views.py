"""Days in the API's words."""

from __future__ import annotations

from datetime import datetime

from trencher.api import schemas as s
from trencher.api.schemas import NoteOut, Out
from trencher.core.catalogue.sides import Side
from trencher.core.day.buying import Meals, Yield
from trencher.core.day.dishes import JointDish, SideDish
from trencher.core.day.mends import Mend
from trencher.core.day.order import LOOKS, main_span
from trencher.core.day.repairs import Repair
from trencher.core.events import Entry
from trencher.formats.day import DayChange, GravyBody, HourText, JointOfDay, LimitsBody, SideEntry
from trencher.service.days import PlannedDay
from trencher.service.hours import hour
from trencher.service.joint_changes import asked_of

UNDO_WORDS = {
    "changed": "the last change",
    "did": "the last tick",
    "skipped": "the last skip",
    "slipped": "the last slip",
    "replanned": "the new plan",
}


class StepOut(Out):
    """A line of the running order. Minutes before the plates are on the table, negative.
    ``at_fire``: the log of its roast tells that it is over; there it is put right. ``tick``: the
    event that ticked or skipped it, to be taken back by that number."""

    id: str
    dish: str
    code: str
    words: str
    at_min: float
    until_min: float
    hands_min: float
    latest_min: float | None
    after: list[str]
    who: str
    place: str
    note: str
    done_at: datetime | None
    skipped_at: datetime | None
    at_fire: bool
    tick: int | None


class SpanOut(Out):
    """Something that takes a place for a while, for the picture."""

    dish: str
    kind: str
    lane: str
    from_min: float
    to_min: float
    label: str
    air_c: float | None
    note: str
    step: str


class ClashOut(Out):
    """Two things that cannot both be."""

    what: str
    dish: str
    other: str
    words: str
    from_min: float | None
    to_min: float | None


class RepairOut(Out):
    """One way out of a clash. ``change`` is a DayChange that makes it so."""

    code: str
    words: str
    costs: str
    works: bool
    change: DayChange


class WhereOut(Out):
    """Where the cook is in the order."""

    sentence: str
    late: list[str]
    now: list[str]
    next: str | None
    left: int


class DayJointOut(Out):
    """A joint of the day."""

    id: str
    name: str
    oven: str
    plates: int
    start_min: float
    out_min: float
    carve_min: float
    assumed: bool
    started: bool


class DaySideOut(Out):
    """A side of the day as it stands in the order. ``waits_min``: for the table, when it is ready.

    ``drag_min``: the start of the step that is drawn and dragged, None where it has no place.
    """

    id: str
    name: str
    kind: str
    hold: str
    hold_min: float
    waits_min: float | None
    look: str
    allergens: list[str]
    full_main: bool
    entry: SideEntry
    drag_min: float | None


class UndoOut(Out):
    """What the next undo would take back."""

    seq: int
    words: str


class DayOut(Out):
    """A day worked out. ``hands_min``: the sum of its steps' hands-on minutes; ``again_at``: since
    when the rest is planned anew."""

    stale: bool
    date: str
    serve_at: datetime
    now_min: float
    first_min: float
    knife_down_min: float
    people: int
    hands: int
    helpers: list[str]
    rings: int
    tins: int | None
    limits: LimitsBody
    joints: list[DayJointOut]
    joint_changes: dict[str, JointOfDay]
    sides: list[DaySideOut]
    steps: list[StepOut]
    spans: list[SpanOut]
    clashes: list[ClashOut]
    fits: bool
    hands_min: float
    price: float
    where: WhereOut
    undo: UndoOut | None
    again_at: datetime | None
    last_seq: int
    shelves: int
    quiet: tuple[HourText, HourText] | None
    away: tuple[HourText, HourText] | None
    gravy: GravyBody
    cautions: list[NoteOut]
    late: list[str]


class SideStepOut(Out):
    """A step of a side."""

    where: str
    words: str
    minutes: float
    hands_min: float
    wait_min: float
    ref_c: float
    low_c: float
    high_c: float
    browns: bool


class SideOut(Out):
    """A side of the catalogue, or one's own."""

    id: str
    name: str
    kind: str
    hold: str
    hold_min: float
    in_tin: bool
    full_main: bool
    allergens: list[str]
    source: str
    steps: list[SideStepOut]


class SlipOut(Out):
    """A slip at this stage. ``possible``: mending is worth it; ``words`` then says how, else why it
    is left alone. ``until``: the last hour for it."""

    code: str
    dish: str
    asks: str
    costs: str
    words: str
    possible: bool
    until: datetime


def day(p: PlannedDay) -> DayOut:
    """A day worked out."""
    facts, order = p.day.facts, p.order
    table = order.table
    undoable, ticks = p.day.undoable, p.day.ticks
    return DayOut.of(
        p,
        table.room,
        table,
        order,
        first_min=min((x.at_min for x in order.steps), default=-60.0),
        limits=LimitsBody(**facts.get("limits") or {}),
        joints=[_joint(j) for j in table.joints],
        joint_changes={k: JointOfDay(**asked_of(v)) for k, v in facts["joints"].items()},
        sides=[_side(p, SideEntry(**entry)) for entry in facts["sides"]],
        steps=[
            StepOut.of(
                x,
                at_min=round(x.at_min, 2),
                until_min=round(x.until_min, 2),
                hands_min=round(x.hands_min, 2),
                latest_min=None if x.latest_min is None else round(x.latest_min, 2),
                done_at=_hour(p.day.done.get(x.id))
                or (p.hour(x.at_min) if x.id in p.at_fire else None),
                at_fire=x.id in p.at_fire,
                tick=ticks.get(x.id),
                skipped_at=_hour(p.day.skipped.get(x.id)),
            )
            for x in order.steps
        ],
        spans=[
            SpanOut.of(x, from_min=round(x.from_min, 2), to_min=round(x.to_min, 2))
            for x in order.spans
        ],
        clashes=[ClashOut.of(c) for c in p.clashes],
        hands_min=round(order.hands_min, 2),
        price=round(order.price, 3),
        where=WhereOut.of(
            p.where,
            late=[x.id for x in p.where.late],
            now=[x.id for x in p.where.now],
            next=None if p.where.next is None else p.where.next.id,
        ),
        shelves=table.fridge_shelves,
        quiet=facts.get("quiet"),
        away=facts.get("away"),
        gravy=GravyBody(**facts.get("gravy") or {}),
        cautions=[s.NoteOut.of(c) for c in p.cautions],
        undo=None if undoable is None else _undo(undoable),
        again_at=_hour(None if p.day.again is None else p.day.again.at),
        last_seq=p.day.last_seq,
    )


def _hour(text: str | None) -> datetime | None:
    return None if text is None else hour(text)


def _undo(entry: Entry) -> UndoOut:
    return UndoOut(seq=entry.seq, words=UNDO_WORDS[entry.kind])


def _joint(j: JointDish) -> DayJointOut:
    return DayJointOut.of(
        j,
        start_min=round(j.start_min, 2),
        out_min=round(j.out_min, 2),
        started=j.started_min is not None,
    )


def _side(p: PlannedDay, entry: SideEntry) -> DaySideOut:
    dish = next((d for d in p.order.table.sides if d.id == entry.id), None)
    side = p.sides[entry.id]
    placed = dish is not None and entry.id not in p.order.left_out
    span = main_span(p.order, dish) if placed and dish is not None else None
    waits = None
    if placed:
        ready = max(x.to_min for x in p.order.spans if x.dish == entry.id and x.step)
        waits = round(p.order.table.knife_down_min - ready, 1)
    return DaySideOut.of(
        side,
        id=entry.id,
        waits_min=waits,
        look=_look(dish, span.note if span else ""),
        entry=entry,
        drag_min=None if span is None else round(span.from_min, 2),
    )


def _look(dish: SideDish | None, note: str) -> str:
    return note if dish is not None and note in LOOKS.values() else ""


def slip(found: Mend, dish: str, p: PlannedDay) -> SlipOut:
    """A slip at this stage."""
    return SlipOut.of(
        found, code=found.row.code, dish=dish, asks=found.row.words, until=p.hour(found.until_min)
    )


def yields(y: Yield) -> s.YieldOut:
    """Where a raw weight goes."""
    return s.YieldOut.of(y)


def meals(m: Meals) -> s.MealsOut:
    """An offer as meals."""
    return s.MealsOut.of(m, m.offer, yields=yields(m.yields))


def repair(r: Repair, p: PlannedDay) -> RepairOut:
    """A repair, with the change of the day that keeps it."""
    joints = {k: asked_of(v) for k, v in p.day.facts["joints"].items()}
    sides = [dict(e) for e in p.day.facts["sides"]]
    change: dict[str, object] = {}
    for dish, fields in r.change.items():
        if dish == "room":
            change |= fields
        elif dish == "table":
            change["serve_at"] = p.hour(float(str(fields["later_min"])))
        elif any(e["id"] == dish for e in sides):
            sides = [{**e, **fields} if e["id"] == dish else e for e in sides]
            change["sides"] = sides
        else:
            joints[dish] = {**joints.get(dish, {}), **fields}
            change["joints"] = joints
    return RepairOut.of(r, change=DayChange.model_validate(change))


def side(x: Side) -> SideOut:
    """A side of the catalogue."""
    return SideOut.of(
        x, steps=[SideStepOut.of(t, browns=t.brown_min > 0 and not t.covered) for t in x.steps]
    )
