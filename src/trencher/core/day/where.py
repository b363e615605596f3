"""Where am I? What is late, what goes on, what comes next, in one sentence."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from trencher.core.day.order import Order
from trencher.core.day.steps import DayStep

LATE_MIN = 2.0
"""Nobody is late by less."""
SOON_MIN = 3.0


@dataclass(frozen=True, kw_only=True)
class Where:
    """The place in the order. ``late``: begin by then, and nobody has; the most pressing first."""

    late: tuple[DayStep, ...]
    now: tuple[DayStep, ...]
    next: DayStep | None
    left: int
    sentence: str


def where_am_i(order: Order, over: Collection[str], now_min: float) -> Where:
    """``over``: ids of the steps done or skipped. Minutes before the table."""
    open_steps = [s for s in order.steps if s.id not in over]
    late = sorted(
        (
            s
            for s in open_steps
            if (s.latest_min if s.latest_min is not None else s.at_min) < now_min - LATE_MIN
        ),
        key=lambda s: s.latest_min or s.at_min,
    )
    due = [s for s in open_steps if s not in late and s.at_min <= now_min + SOON_MIN]
    ahead = [s for s in open_steps if s not in late and s not in due]
    next_step = ahead[0] if ahead else None
    return Where(
        late=tuple(late),
        now=tuple(due),
        next=next_step,
        left=len(open_steps),
        sentence=_sentence(late, due, next_step, now_min),
    )


def _sentence(
    late: list[DayStep], due: list[DayStep], ahead: DayStep | None, now_min: float
) -> str:
    if late:
        first = late[0]
        by = now_min - (first.latest_min if first.latest_min is not None else first.at_min)
        others = len(late) - 1
        more = f" {others} more {'is' if others == 1 else 'are'} late." if others else ""
        return f"Late by {_minutes(by)}: {first.words}.{more}"
    if due:
        return f"Now: {due[0].words}."
    if ahead:
        return f"Nothing for {_minutes(ahead.at_min - now_min)}; then: {ahead.words}."
    return "Everything is done. Sit down."


def _minutes(minutes: float) -> str:
    whole = max(1, round(minutes))
    if whole < 90:
        return f"{whole} min"
    hours, rest = divmod(whole, 60)
    if hours >= 36:
        return f"{round(hours / 24)} days"
    return f"{hours} h {rest:02d}"
