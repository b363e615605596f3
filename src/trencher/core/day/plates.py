"""Guests on slices: who gets which, by what each asked for; and who wants a flash in the pan.

A slice's temperature is a prediction. It may please; it never meets a figure: strict plates are on
the flash list whatever their slice is reckoned at, until somebody has read that very slice.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from trencher.core.catalogue.doneness import DonenessBand
from trencher.core.catalogue.safety import Figure, Standing, standing
from trencher.core.day.people import Guest
from trencher.core.outcome.outcomes import Slice

PINK, DONE, ENDS = ("pink", "rare", "red", "blue", "bloody"), ("well", "through"), ("end", "crust")
FAR_C = 3.0
"""A slice so far below what its guest asked for goes into the pan. Estimate: taste."""
EVEN_C = 1.0
"""Ends whose slices miss by less than this are alike, °C each. Estimate: as read by a probe."""
FIRST = 3
"""Slices that are cut first; they say at which end to begin."""


@dataclass(frozen=True)
class Plate:
    """One guest's slice: its index from the thick end, or None for who eats none. ``target_c``:
    what was asked for; ``flash``: a moment in the pan; ``why`` in a few words. ``standing``: of a
    strict plate, what readings of that very slice say; None for any other."""

    name: str
    slice: int | None
    target_c: float
    flash: bool
    strict: bool
    why: str
    standing: Standing | None = None


@dataclass(frozen=True)
class Carving:
    """The plates, the coolest slice, the end to begin at, and the slices nobody has yet.
    ``others``: slices of those at table who are not named, one entry each; ``claims``: portions
    that are no slice (the bone, the cap) and whose they are."""

    plates: tuple[Plate, ...]
    coolest: int
    begin: str
    spare: tuple[int, ...]
    others: tuple[int, ...] = ()
    claims: tuple[tuple[str, str], ...] = ()


def target(
    guest: Guest, wanted_c: float, strict_c: float, bands: Sequence[DonenessBand]
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
    slices: Sequence[Slice],
    guests: Sequence[Guest],
    kind: str,
    *,
    wanted_c: float,
    strict: Figure,
    bands: Sequence[DonenessBand],
    people: int = 0,
    claims: Mapping[str, str] | None = None,
    read: Sequence[tuple[int, float, float]] = (),
    pieces: int = 1,
) -> Carving:
    """Every guest on a slice. Who claimed an end or a slice has it; who wants an end chooses next,
    then the strict plates from the hottest, then who asked for something; those at table who are
    not named (``people`` in all) get what is nearest the wanted. A slice feeds as many as it must
    for all to eat. ``claims``: portion → name, also of somebody not on the list; ``read``: (slice,
    minute, °C), measured in that slice: then it counts instead of what was reckoned.
    ``pieces``: so many alike, each sliced like this."""
    held = dict(claims or {})
    known = {g.name for g in guests}
    guests = [*guests, *(Guest(name=n) for n in dict.fromkeys(held.values()) if n not in known)]
    eaters = [g for g in guests if g.eats(kind)]
    unnamed = max(people - len(guests), 0)
    count = len(slices)
    share = max(pieces, math.ceil((len(eaters) + unnamed) / count)) if count else 1
    strict_c = strict.temp_c or wanted_c
    centre = [s.centre_c for s in slices]
    for at, _, value in sorted(read, key=lambda r: r[1]):
        if 0 <= at < count:
            centre[at] = value
    claimed = [(_slice_of(portion, count), name) for portion, name in held.items()]
    mine = {name: at for at, name in claimed if at is not None}
    room = dict.fromkeys(range(count), share)
    asked = {g.name: target(g, wanted_c, strict_c, bands) for g in eaters}

    def order(g: Guest) -> tuple[int, float]:
        aim, _ = asked[g.name]
        wants_end = any(word in g.wish.casefold() for word in ENDS)
        # There are only two ends, and a strict plate goes into the pan anyway.
        if g.name in mine:
            return (-1, -aim)
        return (0 if wants_end else 1 if g.strict else 2 if aim != wanted_c else 3, -aim)

    def _stands(n: int) -> Standing:
        return standing(strict, [(m, c) for i, m, c in read if i == n])

    met = {n for n in {i for i, _, _ in read} if _stands(n) == "met"}
    found: dict[str, Plate] = {}
    for g in sorted(eaters, key=order):
        aim, why = asked[g.name]
        free = [n for n in room if room[n] > 0] or list(room)
        wants_end = any(word in g.wish.casefold() for word in ENDS)
        if wants_end and (ends := [n for n in free if n in (0, count - 1)]):
            free, why = ends, g.wish
        if g.name in mine:
            free = [mine[g.name]]
        aimed = min(centre) if math.isinf(aim) else aim
        # A slice whose readings met the figure is a strict plate's, however near another may come.
        n = min(free, key=lambda i: (g.strict and i not in met, abs(centre[i] - aimed), i))
        room[n] -= 1
        how = _stands(n) if g.strict else None
        flash = how != "met" if g.strict else centre[n] < aimed - FAR_C
        found[g.name] = Plate(g.name, n, aimed, flash, g.strict, why, how)
    others: list[int] = []
    for _ in range(unnamed):
        free = [n for n in room if room[n] > 0]
        if not free:
            break
        others.append(min(free, key=lambda i: (abs(centre[i] - wanted_c), i)))
        room[others[-1]] -= 1
    for g in guests:
        if g.name not in found:
            found[g.name] = Plate(g.name, None, 0.0, False, False, f"eats no {kind}")
    coolest = min(range(count), key=lambda n: centre[n])

    def miss(part: Sequence[float]) -> float:
        return sum(abs(c - wanted_c) for c in part)

    better = miss(centre[:FIRST]) - miss(centre[-FIRST:])
    # On an even joint it does not matter, and what does not matter does not change its mind.
    begin = "thin" if better > FIRST * EVEN_C else "thick"
    spare = tuple(n for n in range(count) if room[n] == share)
    whole = tuple((p, name) for p, name in held.items() if _slice_of(p, count) is None)
    return Carving(
        tuple(found[g.name] for g in guests), coolest, begin, spare, tuple(others), whole
    )


def _slice_of(portion: str, count: int) -> int | None:
    """The slice a portion is, or None for the bone, the cap, the crackling."""
    if portion == "end-thick":
        return 0
    if portion == "end-thin":
        return count - 1
    number = portion.removeprefix("slice-")
    return int(number) if number.isdigit() and int(number) < count else None
