"""Where the oven cannot do what is written: re-planned at its limit, and said.

A hot stage of fixed length is there for the colour. Where the oven is not hot enough, the stage is
ended on the same colour instead, which takes longer and drives more heat in; what that does to the
core and to the take-out is worked out and told. A stage with a goal of its own just takes longer.
"""

from __future__ import annotations

from dataclasses import replace

from trencher.core.errors import TrencherError
from trencher.core.method.stages import Method, Minutes, Oven, Rate, Temp, celsius
from trencher.core.planner.forward import Note, walk, walk_part
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.geometry import FINE, TOP, Grid
from trencher.core.thermal.simulation import Simulation
from trencher.core.units import said_c, said_d

LONGEST_SHARE = 3.0
"""Colour is not waited for longer than this many times the written minutes."""
SLACK_C = 0.5
WORTH_C, WORTH_MIN = 0.3, 1.0
"""Less than this is not worth a word."""


def at_limit(roast: Roast, true_c: float) -> Temp:
    """The oven's limit as this roast writes temperatures (air, or the dial's number)."""
    if roast.temperatures == "dial":
        true_c += roast.cooker.dial_error_at(true_c)
    return celsius(round(true_c, 1))


def _brown(sim: Simulation) -> float:
    return float(sim.brown[sim.body.core_disc, TOP])


def within_limits(roast: Roast, grid: Grid = FINE) -> tuple[Roast, tuple[Note, ...]]:
    """The roast as this oven can do it, with a note for every stage that had to change."""
    notes: list[Note] = []
    k = kitchen(roast, grid)
    for i in range(len(roast.method.stages)):
        stage = roast.method.stages[i]
        if not isinstance(stage, Oven):
            continue
        asked, true = k.asked_air(stage), k.true_air(stage)
        if abs(asked - true) <= SLACK_C:
            continue
        limited = replace(stage, temp=at_limit(roast, true))
        stages = list(roast.method.stages)
        stages[i] = limited
        changed = replace(roast, method=Method(tuple(stages)))
        text = f"{said_c(asked)} is written; reckoned at this oven's limit, {said_c(true)}."
        if asked > true and isinstance(stage.length, Minutes | Rate) and roast.physics.evaporation:
            changed, text = _by_colour(roast, changed, i, text, grid)
        notes.append(Note("oven_limit", i, text))
        roast = changed
    return roast, tuple(notes)


def _by_colour(asked: Roast, limited: Roast, i: int, text: str, grid: Grid) -> tuple[Roast, str]:
    """The limited roast with stage ``i`` as long as the asked colour takes, and its sentence."""
    free = replace(asked, cooker=replace(asked.cooker, max_c=None))
    hot, there = walk_part(kitchen(free, grid), i + 1)
    written = hot.minutes
    stages = list(limited.method.stages)
    stages[i] = replace(stages[i], length=Minutes(LONGEST_SHARE * written))
    k = kitchen(replace(limited, method=Method(tuple(stages))), grid)
    # Not 'until brown': the colour to match may be more or less than that word means.
    reached, here = walk_part(k, i + 1, _brown(there))
    if _brown(here) < _brown(there) - 1e-6:
        return limited, f"{text} It will not brown as much as written."
    spent = reached.minutes
    if spent < written + 0.5:
        return limited, text
    stages[i] = replace(stages[i], length=Minutes(round(spent, 1)))
    longer = replace(limited, method=Method(tuple(stages)))
    moved = reached.core_c - hot.core_c
    text = (
        f"{text} The stage ends on the same colour, after {spent:.0f} minutes instead of "
        f"{written:.0f}"
    )
    if abs(moved) >= WORTH_C:
        text += f"; the core is then {said_d(abs(moved))} {'further' if moved > 0 else 'back'}"
    try:
        before, after = walk(kitchen(free, grid)).pull_min, walk(kitchen(longer, grid)).pull_min
    except TrencherError:
        return longer, f"{text}."
    if abs(after - before) < WORTH_MIN:
        return longer, f"{text}; the take-out stays where it was."
    return longer, f"{text}, and the take-out moves from minute {before:.0f} to {after:.0f}."
