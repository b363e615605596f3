"""What can be saved of a joint that went too far: what each way gives, worked out on this joint.

Thinner slices shorten the fibres to chew, which run across them; sauce puts back the juice lost
beyond what the wanted peak would have cost; and the ends and the middle are not equally far gone.
"""

from __future__ import annotations

from collections.abc import Sequence

from trencher.core.catalogue.carving import thickness_mm
from trencher.core.catalogue.cuts import Cut
from trencher.core.outcome.outcomes import Slice
from trencher.core.units import said_d, said_kg

THIN_SHARE, THINNEST_MM = 0.5, 2
"""Thinner means half as thick, as far as a knife goes. Estimate."""
LITTLE_SHARE, LITTLE_C = 0.01, 1.0
"""Less juice, and fewer degrees, than anybody notices."""
LEAST_SLICES = 3


def savings(
    cut: Cut,
    slices: Sequence[Slice],
    wanted_c: float,
    raw_kg: float,
    loss: float,
    loss_wanted: float | None,
) -> tuple[str, ...]:
    """Sentences with marked measures: what thinner slices, sauce and choosing the slices save.

    ``loss`` and ``loss_wanted``: share of the raw weight lost by the end, and if it had ended at
    ``wanted_c``; None where that cannot be told. ``slices`` from the thick end.
    """
    found = [_thinner(cut, slices[-1].to_mm - slices[0].from_mm)]
    if loss_wanted is not None:
        found.append(_sauce(loss - loss_wanted, raw_kg, wanted_c))
    found.append(_least(slices, wanted_c))
    return tuple(found)


def _thinner(cut: Cut, length_mm: float) -> str:
    low, high = thickness_mm(cut)
    thin = (max(round(low * THIN_SHARE), THINNEST_MM), max(round(high * THIN_SHARE), THINNEST_MM))
    usual, now = low + high, thin[0] + thin[1]
    if now >= usual:
        return "It is sliced as thin as a knife goes already."
    return (
        f"Across the grain at {{l:{thin[0]}}} to {{l:{thin[1]}}} instead of {{l:{low}}} to "
        f"{{l:{high}}}: fibres {100 * (1 - now / usual):.0f} % shorter to chew, "
        f"about {length_mm / (now / 2):.0f} slices instead of {length_mm / (usual / 2):.0f}."
    )


def _sauce(more: float, raw_kg: float, wanted_c: float) -> str:
    if more < LITTLE_SHARE:
        return (
            f"It loses hardly more juice than at {{c:{wanted_c:g}}}: sauce has little to put back."
        )
    return (
        f"It loses {said_kg(more * raw_kg)} more juice than at {{c:{wanted_c:g}}}: so much more "
        "sauce, warm over the slices, puts it back."
    )


def _least(slices: Sequence[Slice], wanted_c: float) -> str:
    over = [s.centre_c - wanted_c for s in slices]
    if max(over) < LITTLE_C:
        return "No slice ends above what was wanted in its middle."
    order = sorted(range(len(over)), key=lambda n: abs(over[n]))
    least = sorted(order[: min(LEAST_SLICES, len(over) - 1)])
    worst = max(range(len(over)), key=lambda n: abs(over[n]))
    numbers = ", ".join(str(n + 1) for n in least)
    far = max(abs(over[n]) for n in least)
    return (
        f"From the thick end, slices {numbers} miss it least, by {said_d(far)}; slice "
        f"{worst + 1} by {said_d(abs(over[worst]))}. Those first, the rest under sauce."
    )
