"""What instruments in a joint show now, and showed before."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime

from trencher.service.devices import Instrument
from trencher.service.roasts import Following

TRACE_EVERY_MIN = 1.0


@dataclass(frozen=True, kw_only=True)
class Live:
    """What an attached channel showed last. ``flag``: why it is not believed, or ""."""

    device: str
    name: str
    channel: str
    place: str
    value_c: float
    at: datetime
    every_s: float
    low: bool
    flag: str


@dataclass(frozen=True, kw_only=True)
class Trace:
    """A point of what an instrument showed."""

    minute: float
    value_c: float
    place: str
    doubted: bool


def live(f: Following, instruments: Sequence[Instrument]) -> list[Live]:
    """What sits in the joint now, with what it showed last."""
    known = {i.state.id: i for i in instruments}
    return [
        Live(
            device=a.device,
            name=here.state.name,
            channel=a.channel,
            place=a.place,
            value_c=x.value,
            at=datetime.fromtimestamp(x.at, UTC),
            every_s=here.state.every_s,
            low=here.low,
            flag=f.live_flags.get((a.device, a.channel), ""),
        )
        for a in f.session.attached
        if a.to_min is None and (here := known.get(a.device)) is not None
        for x in here.state.latest
        if x.channel == a.channel
    ]


def trace(f: Following) -> list[Trace]:
    """What instruments showed in the joint, a point a minute at most: each stretch's newest."""
    found: list[Trace] = []
    last: dict[str, float] = {}
    for r, flag in reversed(f.sent):
        if r.place != "air" and last.get(r.place, 1e9) - r.minute >= TRACE_EVERY_MIN:
            last[r.place] = r.minute
            point = Trace(
                minute=round(r.minute, 2), value_c=r.low_c, place=r.place, doubted=bool(flag)
            )
            found.append(point)
    return found[::-1]
