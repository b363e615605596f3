"""Guests on slices: who gets which, by what each asked for; and who wants a flash in the pan.

A slice's temperature is a prediction. It may please; it never meets a figure: strict plates are on
the flash list whatever their slice is reckoned at, until somebody has read that very slice.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.catalogue.doneness import Band
from trencher.core.day.people import Guest
from trencher.core.outcome.outcomes import Slice

PINK, DONE, ENDS = ("pink", "rare", "red", "blue", "bloody"), ("well", "through"), ("end", "crust")
FAR_C = 3.0
"""A slice so far below what its guest asked for goes into the pan. Estimate: taste."""
FIRST = 3
"""Slices that are cut first; they say at which end to begin."""


@dataclass(frozen=True)
class Plate:
    """One guest's slice: its index from the thick end, or None for who eats none. ``target_c``:
    what was asked for; ``flash``: a moment in the pan; ``why`` in a few words."""

    name: str
    slice: int | None
    target_c: float
    flash: bool
    strict: bool
    why: str


@dataclass(frozen=True)
class Carving:
    """The plates, the coolest slice, the end to begin at, and the slices nobody has yet."""

    plates: tuple[Plate, ...]
    coolest: int
    begin: str
    spare: tuple[int, ...]


def target(
    guest: Guest, wanted_c: float, strict_c: float, bands: Sequence[Band]
) -> tuple[float, str]:
    """What a guest wants the middle to have been, °C, and why."""
    wish = guest.wish.casefold()
    done = next((b.from_c for b in bands if "well" in b.word), 72.0)
    if guest.strict:
        return max(strict_c, wanted_c), "the strict figure"
    if any(word in wish for word in DONE):
        return max(done, wanted_c), guest.wish
    if "as it comes" in wish:
        return -math.inf, guest.wish
    for n, band in enumerate(bands):
        if band.word.casefold() in wish:
            top = bands[n + 1].from_c if n + 1 < len(bands) else band.from_c + 6.0
            return 0.5 * (band.from_c + top), guest.wish
    if any(word in wish for word in PINK):
        return -math.inf, guest.wish
    return wanted_c, "as planned"


def plates(
    slices: Sequence[Slice], guests: Sequence[Guest], kind: str, *, wanted_c: float,
    strict_c: float, bands: Sequence[Band],
) -> Carving:  # fmt: skip
    """Every named guest on a slice. Who wants an end chooses first, then the strict plates from the
    hottest, then who asked for something; a slice feeds as many as it must for all to eat."""
    eaters = [g for g in guests if g.eats(kind)]
    count = len(slices)
    share = max(1, math.ceil(len(eaters) / count)) if count else 1
    room = dict.fromkeys(range(count), share)
    asked = {g.name: target(g, wanted_c, strict_c, bands) for g in eaters}

    def order(g: Guest) -> tuple[int, float]:
        aim, _ = asked[g.name]
        wants_end = any(word in g.wish.casefold() for word in ENDS)
        # There are only two ends, and a strict plate goes into the pan anyway.
        return (0 if wants_end else 1 if g.strict else 2 if aim != wanted_c else 3, -aim)

    found: dict[str, Plate] = {}
    for g in sorted(eaters, key=order):
        aim, why = asked[g.name]
        free = [n for n in room if room[n] > 0]
        wants_end = any(word in g.wish.casefold() for word in ENDS)
        if wants_end and (ends := [n for n in free if n in (0, count - 1)]):
            free, why = ends, g.wish
        aimed = min(s.centre_c for s in slices) if math.isinf(aim) else aim
        n = min(free, key=lambda i: (abs(slices[i].centre_c - aimed), i))
        room[n] -= 1
        flash = g.strict or slices[n].centre_c < aimed - FAR_C
        found[g.name] = Plate(g.name, n, aimed, flash, g.strict, why)
    for g in guests:
        if g.name not in found:
            found[g.name] = Plate(g.name, None, 0.0, False, False, f"eats no {kind}")
    coolest = min(range(count), key=lambda n: slices[n].centre_c)

    def miss(part: Sequence[Slice]) -> float:
        return sum(abs(s.centre_c - wanted_c) for s in part)

    begin = "thick" if miss(slices[:FIRST]) <= miss(slices[-FIRST:]) else "thin"
    spare = tuple(n for n in range(count) if room[n] == share)
    return Carving(tuple(found[g.name] for g in guests), coolest, begin, spare)
