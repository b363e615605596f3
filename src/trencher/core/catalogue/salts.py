"""Salts by volume: how much a level teaspoon of each weighs. Coarse salt is far lighter.

Every figure is an estimate, no source: weigh ten level spoons of your own and divide by ten.
"""

from __future__ import annotations

from dataclasses import dataclass

TEASPOON_ML = 5.0


@dataclass(frozen=True, kw_only=True)
class Salt:
    """A kind of salt. ``g_per_ml``: as it lies loose in a level spoon."""

    id: str
    name: str
    g_per_ml: float
    source: str = "estimate"


SALTS: tuple[Salt, ...] = (
    Salt(id="fine", name="Fine salt", g_per_ml=1.2),
    Salt(id="sea-fine", name="Fine sea salt", g_per_ml=1.1),
    Salt(id="coarse", name="Coarse salt, crushed grain", g_per_ml=0.95),
    Salt(id="flakes", name="Large light flakes", g_per_ml=0.55),
    Salt(id="light-coarse", name="Light, hollow-grained coarse salt", g_per_ml=0.56),
)


def grams(salt: Salt, teaspoons: float) -> float:
    """What so many level teaspoons weigh, g."""
    return salt.g_per_ml * TEASPOON_ML * teaspoons
