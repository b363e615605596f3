"""What is put on a joint before or while it roasts: what heat spoils it, and what is in it.

Every figure is an estimate, no source: brush some on foil and watch it under your own heat.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.errors import UnknownName

CoatId = Literal[
    "none", "dry-rub", "sweet-rub", "butter", "herb-paste", "garlic", "mustard", "sticky", "crumbs"
]


@dataclass(frozen=True, kw_only=True)
class Coat:
    """One coat. It is spoilt after ``scorch_min`` at ``scorch_c``; ten times sooner for each 30 °C
    more. ``wants_min``: heat it needs to set. ``word``: how a task names it. ``hangs``: the verb
    with which it is put on during the roast."""

    id: CoatId
    name: str
    word: str = ""
    scorch_c: float = 400.0
    scorch_min: float = 600.0
    wants_min: float = 0.0
    hangs: Literal["baste", "add"] = "baste"
    allergens: tuple[str, ...] = ()
    cover: str = ""
    source: str = "estimate"


COATS: dict[CoatId, Coat] = {
    c.id: c
    for c in (
        Coat(id="none", name="Salt and oil only"),
        Coat(
            id="dry-rub", name="Dry rub, no sugar", word="rub", scorch_c=165.0, scorch_min=25.0,
            wants_min=15.0, hangs="add", cover="Under a cover it turns to paste.",
        ),
        Coat(
            id="sweet-rub", name="Dry rub with sugar", word="rub", scorch_c=150.0, scorch_min=20.0,
            wants_min=15.0, hangs="add", cover="Under a cover it melts and runs.",
        ),
        Coat(
            id="butter", name="Butter", word="butter", scorch_c=150.0, scorch_min=25.0,
            wants_min=5.0, allergens=("milk",), cover="A cover keeps it from browning.",
        ),
        Coat(
            id="herb-paste", name="Herbs in oil", word="herbs", scorch_c=150.0, scorch_min=20.0,
            wants_min=10.0, cover="A cover keeps the herbs green.",
        ),
        Coat(
            id="garlic", name="Crushed garlic", word="garlic", scorch_c=145.0, scorch_min=15.0,
            wants_min=10.0, allergens=("garlic",), cover="Under a cover it turns mild.",
        ),
        Coat(
            id="mustard", name="Mustard", word="mustard", scorch_c=155.0, scorch_min=25.0,
            wants_min=10.0, allergens=("mustard",), cover="A cover keeps it wet.",
        ),
        Coat(
            id="sticky", name="Honey or another sticky layer", word="honey", scorch_c=145.0,
            scorch_min=12.0, wants_min=8.0, cover="Under a cover it runs into the tin.",
        ),
        Coat(
            id="crumbs", name="Crumbs", word="30g crumbs", scorch_c=155.0, scorch_min=20.0,
            wants_min=15.0, hangs="add", allergens=("gluten",), cover="A cover softens them.",
        ),
    )
}  # fmt: skip

SCORCH_Z_C = 30.0


def coat_named(coat_id: str) -> Coat:
    """The coat with this id. UnknownName offers the others."""
    found = next((c for c in COATS.values() if c.id == coat_id), None)
    if found is None:
        raise UnknownName("joint.coat", coat_id, list(COATS))
    return found
