"""A finished roast in short: the figures that stand beside those of others."""

from __future__ import annotations

from dataclasses import asdict, dataclass, fields
from typing import Any, Self

from trencher.core.session import Session


@dataclass(frozen=True, kw_only=True)
class Short:
    """Of one finished roast. Minutes from the door, °C, kg; None where nobody noted or weighed it.
    ``peak_open``: nobody read on after the highest; ``looked_min``: the last reading;
    ``hand_min``: how much later it was taken out than its core was as planned; ``reckoned_kg``:
    what it should have come to, cooked."""

    cut: str
    school: str | None
    served_at: str
    wanted_c: float
    kg: float
    planned_min: float | None
    pulled_min: float | None
    planned_c: float | None
    out_c: float | None
    peak_c: float | None
    peak_open: bool
    looked_min: float | None
    closed: str
    price: float | None
    raw_kg: float | None
    cooked_kg: float | None
    eaten_kg: float | None
    reckoned_kg: float | None
    cut_id: str
    hand_min: float | None = None
    guests: tuple[str, ...]
    tags: tuple[str, ...]

    @classmethod
    def of(cls, session: Session, loss: float | None = None) -> Self:
        """Of a roast's log, and its cooking loss as it went, a share; None where nobody knows."""
        plan, planned, weights = session.plan, session.planned, session.weights
        return cls(
            cut=plan.joint.facts.name,
            school=session.school,
            served_at=plan.serve_at,
            wanted_c=plan.wanted_c,
            kg=plan.joint.total_kg,
            planned_min=None if planned is None else planned.pull_min,
            pulled_min=session.pulled_min,
            planned_c=None if planned is None else planned.peak_c,
            out_c=session.read_at_pull_c,
            peak_c=session.read_peak_c,
            peak_open=session.peak_open,
            looked_min=max((r.minute for r in session.readings), default=None),
            closed=session.closed,
            price=plan.buy.price,
            raw_kg=weights.get("raw"),
            cooked_kg=weights.get("cooked"),
            eaten_kg=weights.get("eaten"),
            reckoned_kg=None if loss is None else _reckoned(session, loss),
            cut_id=plan.joint.cut,
            guests=tuple(sorted(set(session.claims.values()))),
            tags=() if session.notes is None else session.notes.tags,
        )

    def plain(self) -> dict[str, Any]:
        """As JSON; ``read`` makes it again."""
        return asdict(self)

    @classmethod
    def read(cls, data: dict[str, Any]) -> Self:
        """Of its plain form. TypeError for another."""
        lists = {name: tuple(data[name]) for name in ("guests", "tags")}
        return cls(**{f.name: data[f.name] for f in fields(cls)} | lists)


def _reckoned(session: Session, loss: float) -> float:
    """Cooked meat of what was bought, bones and trim as weighed or as usual, kg."""
    plan, weights = session.plan, session.weights
    joint, cut = plan.joint, plan.joint.facts
    raw = weights.get("raw", joint.total_kg)
    bone = weights.get("bones", plan.buy.bone_kg)
    meat = raw - (raw * cut.bone_share if bone is None else bone)
    trimmed = weights.get("trimmed")
    if trimmed is not None:
        meat = min(meat, trimmed - (trimmed * cut.bone_share if bone is None else bone))
    elif plan.buy.trim_kg is not None:
        meat -= plan.buy.trim_kg
    else:
        meat -= raw * cut.trim_share
    return max(meat, 0.0) * (1.0 - loss)
