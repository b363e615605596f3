"""The schools as data: what each is called, how it is written for a joint, what it asks of a cook.

A recipe is a text with places for the wanted peak; the heats are the ones common to each school,
rounded, and every cook may change them.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from trencher.core.catalogue.cuts import Cut
from trencher.core.method.stages import number


@dataclass(frozen=True, kw_only=True)
class School:
    """One way. ``write`` makes its text from cut, wanted peak (°C) and minutes of rest."""

    id: str
    name: str
    words: str
    hands_on_min: int
    write: Callable[[Cut, float, float], str]


def _goal(cut: Cut, wanted_c: float) -> str:
    # Fall-apart cuts are wanted at a heat they are held at, which no rest will lift them to.
    return f"until {number(wanted_c)}C" if cut.collagen else f"until peak {number(wanted_c)}C"


SCHOOLS: tuple[School, ...] = (
    School(
        id="hot-then-low",
        name="Hot, then low",
        words="Browns first. Climbs far: out early, then wait.",
        hands_on_min=25,
        write=lambda cut, c, rest: (
            f"220C 20min; 160C {_goal(cut, c)}; rest tented {number(rest)}min"
        ),
    ),
    School(
        id="one-temperature",
        name="One temperature",
        words="Nothing to turn down, nothing to miss.",
        hands_on_min=15,
        write=lambda cut, c, rest: f"170C {_goal(cut, c)}; rest tented {number(rest)}min",
    ),
    School(
        id="low-then-blast",
        name="Low, then a blast",
        words="Pink nearer to the edge; hardly climbs. Patience.",
        hands_on_min=30,
        write=lambda cut, c, rest: (
            f"115C {_goal(cut, c)}; rest open {number(max(rest - 15, 10))}min; "
            f"235C 8min; rest open 10min"
        ),
    ),
)
