"""Which of very many readings a belief is made from: every one is kept, not every one is needed."""

from __future__ import annotations

from collections.abc import Sequence

from trencher.core.belief.reading import Reading

SPACING_MIN = ((5.0, 1.0 / 3.0), (45.0, 2.0), (float("inf"), 5.0))
"""How far apart readings are worth having, by how old they are: the newest closest together."""


def subsampled(readings: Sequence[Reading], now_min: float) -> list[int]:
    """Indices of the readings to use, in order: of each place, tip and instrument the newest, then
    older ones ever further apart."""
    kept: list[int] = []
    last: dict[tuple[str, int, str], float] = {}
    order = sorted(range(len(readings)), key=lambda i: (-readings[i].minute, -i))
    for i in order:
        r = readings[i]
        key = (r.place, r.tip, r.instrument)
        spacing = next(gap for age, gap in SPACING_MIN if now_min - r.minute <= age)
        if key not in last or last[key] - r.minute >= spacing - 1e-9:
            kept.append(i)
            last[key] = r.minute
    return sorted(kept)
