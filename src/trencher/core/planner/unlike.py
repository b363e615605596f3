"""Three ways that differ most for a cook: in time, evenness, risk; and why each is among them.

A choice among ten is none. What another way beats in everything is no answer. Of the others each is
a point of three figures, stretched so that the ways at hand span the same on each; of the three
that lie farthest from each other every two are far apart.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

from trencher.core.units import said_d

NEAR_C = 1.5
"""A way that ends farther from what is wanted is no answer to it, if there are others."""
LEAST_SPAN = (math.log(1.25), 0.08, 1.0)
"""Of time (logarithm), share and °C of risk: what differs by less counts as alike. Estimate."""
LEAST_CRUST = 0.3
ALIKE = 0.1
"""Of these spans: less is no difference."""
THREE = 3


@dataclass(frozen=True)
class Figures:
    """What of a way is weighed. ``whole_min``: from the door to the knife; ``even``: share as
    wanted, None where it is given up; ``risk_c``: how far off it ends in eight of ten, by what is
    not known, and by ten minutes at the door; ``crust``: 0 to 1; ``off_c``: how far from what is
    wanted it ends."""

    id: str
    whole_min: float
    even: float | None
    risk_c: float
    crust: float = 1.0
    off_c: float = 0.0


@dataclass(frozen=True)
class Unlike:
    """One of the three: ``words`` with marked differences say what it is the one for."""

    id: str
    words: str


def unlike(ways: Sequence[Figures], left_min: float) -> tuple[Unlike, ...]:
    """The three of ``ways`` that differ most, the quickest first; all of them where there are no
    more. ``left_min``: until the knife; what cannot be done in it is left out if three can."""
    pool = _if_enough([w for w in ways if abs(w.off_c) <= NEAR_C], list(ways))
    pool = _if_enough([w for w in pool if w.whole_min <= left_min], pool)
    pool = _if_enough([w for w in pool if not any(_beats(x, w) for x in pool)], pool)
    chosen = pool if len(pool) <= THREE else _farthest(pool)
    three = sorted(chosen, key=lambda w: w.whole_min)
    return tuple(Unlike(w.id, _words(w, three)) for w in three)


def _if_enough(some: list[Figures], others: list[Figures]) -> list[Figures]:
    return some if len(some) >= THREE else others


def _beats(a: Figures, b: Figures) -> bool:
    """Whether ``a`` is as good in everything, and clearly better in something."""
    gains = (
        math.log(b.whole_min / a.whole_min) / LEAST_SPAN[0],
        ((a.even or 0.0) - (b.even or 0.0)) / LEAST_SPAN[1],
        (b.risk_c - a.risk_c) / LEAST_SPAN[2],
        (a.crust - b.crust) / LEAST_CRUST,
    )
    return min(gains) >= -ALIKE and max(gains) > 2.0 * ALIKE


def _point(w: Figures) -> tuple[float, float, float]:
    return math.log(max(w.whole_min, 1.0)), w.even or 0.0, w.risk_c


def _farthest(pool: Sequence[Figures]) -> Sequence[Figures]:
    points = [_point(w) for w in pool]
    spans = [
        max(max(p[k] for p in points) - min(p[k] for p in points), LEAST_SPAN[k]) for k in range(3)
    ]

    def apart(a: int, b: int) -> float:
        return math.dist(
            [points[a][k] / spans[k] for k in range(3)], [points[b][k] / spans[k] for k in range(3)]
        )

    def spread(three: tuple[int, ...]) -> float:
        return min(apart(a, b) for a, b in combinations(three, 2))

    # Where several are as far apart the first wins: schools stand in the order of custom.
    best = max(combinations(range(len(pool)), THREE), key=spread)
    return [pool[n] for n in best]


def _length(minutes: float) -> str:
    whole = round(minutes)
    hours, rest = divmod(whole, 60)
    return f"{rest} min" if hours == 0 else f"{hours} h" if rest == 0 else f"{hours} h {rest:02d}"


def _within(risk_c: float) -> str:
    return f"in eight of ten within {said_d(risk_c)}, ten minutes late included,"


def _words(w: Figures, three: Sequence[Figures]) -> str:
    others = [x for x in three if x is not w]
    if not others:
        return "The only way that suits."
    told: list[str] = []
    if all(w.whole_min < x.whole_min / 1.05 for x in others):
        longest = max(x.whole_min for x in others)
        told.append(f"The quickest, {_length(w.whole_min)} instead of up to {_length(longest)}")
    if w.even is not None and all(w.even > (x.even or 0.0) + 0.03 for x in others):
        less = max(x.even or 0.0 for x in others)
        told.append(
            f"the most even, {w.even:.0%} as wanted instead of {less:.0%}".replace("%", " %")
        )
    if all(w.risk_c < x.risk_c - 0.3 for x in others):
        more = min(x.risk_c for x in others)
        told.append(f"the surest, {_within(w.risk_c)} instead of {said_d(more)}")
    if not told:
        told.append(_between(w, others))
    said = "; ".join(told)
    return f"{said[0].upper()}{said[1:]}."


def _between(w: Figures, others: Sequence[Figures]) -> str:
    """What one that leads in nothing gives against each of the others."""
    parts: list[str] = []
    slow = max(others, key=lambda x: x.whole_min)
    raw = min(others, key=lambda x: x.even or 0.0)
    wild = max(others, key=lambda x: x.risk_c)
    if w.whole_min < slow.whole_min / 1.05:
        parts.append(f"{_length(slow.whole_min - w.whole_min)} shorter than the longest")
    if w.even is not None and w.even > (raw.even or 0.0) + 0.03:
        parts.append(f"{_percent(w.even)} as wanted instead of {_percent(raw.even or 0.0)}")
    if w.risk_c < wild.risk_c - 0.3:
        parts.append(f"{_within(w.risk_c)} instead of {said_d(wild.risk_c)}")
    return f"between the two: {'; '.join(parts)}" if parts else "much like the others here"


def _percent(share: float) -> str:
    return f"{100.0 * share:.0f} %"
