"""Who sits down: appetite, wishes, what they avoid, what harms them; and what that asks of a table.

The figure for people at greater risk is shown, never its reason.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.safety import Profile
from trencher.core.day.buying import Appetite
from trencher.core.day.dishes import JointDish, SideDish, Table
from trencher.core.planner.cautions import Caution, plan_cautions
from trencher.core.units import said_c

MEATS = ("beef", "lamb", "pork", "game")
AT_IT_C = 0.1
"""A peak this close to a figure is planned at it."""


@dataclass(frozen=True, kw_only=True)
class Guest:
    """One at table. ``avoids``: kinds of meat, or "meat"; ``allergies``: as allergens are named.

    ``strict``: the strict figure of the authority is the one for this plate.
    """

    name: str
    appetite: Appetite = "usual"
    wish: str = ""
    strict: bool = False
    avoids: tuple[str, ...] = ()
    allergies: tuple[str, ...] = ()

    def eats(self, kind: str) -> bool:
        """Whether this kind of meat is for this guest."""
        return "meat" not in self.avoids and kind not in self.avoids


def appetites(guests: Sequence[Guest], people: int, kind: str | None = None) -> list[Appetite]:
    """The appetites at a table of so many; who is not named eats as usual. ``kind``: only those
    who eat this meat."""
    named = [g for g in guests if kind is None or g.eats(kind)]
    left_out = len(guests) - len(named)
    rest = max(people - len(guests), 0)
    found: list[Appetite] = [g.appetite for g in named]
    found += ["usual"] * rest
    return found[: max(people - left_out, 0)]


def table_cautions(table: Table, guests: Sequence[Guest], profile: Profile) -> tuple[Caution, ...]:
    """What the guests ask of this table: strict plates, allergens, mains for who eats no meat, and
    the clock of the room. A prediction never meets a figure."""
    found: list[Caution] = []
    for joint in table.joints:
        found += _strict(joint, [g for g in guests if g.strict], profile)
        found += _room(joint, profile)
        found += _between(joint, profile)
    found += _allergens(table, guests)
    without = [g for g in guests if not any(g.eats(_kind(j)) for j in table.joints)]
    if without and table.joints and not any(s.side.full_main for s in table.sides):
        found.append(
            Caution(
                "no_main",
                f"Nothing to eat but sides for {_names(without)}: add a main that is none of the "
                "joints.",
            )
        )
    return tuple(found)


def _kind(joint: JointDish) -> str:
    return joint.forecast.roast.joint.facts.kind


def _names(guests: Sequence[Guest]) -> str:
    names = [g.name for g in guests]
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"


def _strict(joint: JointDish, guests: Sequence[Guest], profile: Profile) -> list[Caution]:
    eaters = [g for g in guests if g.eats(_kind(joint))]
    peak = joint.forecast.peak_c
    if not eaters or peak + AT_IT_C >= profile.strict_c:
        return []
    return [
        Caution(
            f"strict:{joint.id}",
            f"{joint.name} is planned to {said_c(peak)} in the middle. For {_names(eaters)} the "
            f"{profile.name} figure is {profile.strict}: only a reading in that very slice counts; "
            "plan a flash in the pan for those plates.",
        )
    ]


def _room(joint: JointDish, profile: Profile) -> list[Caution]:
    rests = joint.forecast.end_min - joint.forecast.pull_min
    total = joint.care.chill_min + max(rests, 0.0) + joint.carve_min
    if total <= profile.room_min:
        return []
    return [
        Caution(
            f"room:{joint.id}",
            f"{joint.name} stands in the room for {total:.0f} min in all, chill off and rest "
            f"together; the {profile.name} limit is {profile.room_min:.0f}.",
        )
    ]


def _between(joint: JointDish, profile: Profile) -> list[Caution]:
    """The core's own clock, for the way as this day changes it."""
    roast = joint.forecast.roast.joint
    said = plan_cautions(roast.judged, joint.forecast, profile)
    return [
        Caution(f"{c.code}:{joint.id}", f"{joint.name}: {c.text}")
        for c in said
        if c.code == "warm_too_long"
    ]


def _contains(dish: SideDish | JointDish) -> tuple[str, ...]:
    if isinstance(dish, SideDish):
        return dish.side.allergens
    return COATS[dish.forecast.roast.joint.coat].allergens


def _allergens(table: Table, guests: Sequence[Guest]) -> list[Caution]:
    found: list[Caution] = []
    dishes: list[SideDish | JointDish] = [*table.joints, *table.sides]
    for dish in dishes:
        name = dish.side.name if isinstance(dish, SideDish) else dish.name
        for allergen in _contains(dish):
            hit = [g for g in guests if allergen in g.allergies]
            if hit:
                found.append(
                    Caution(
                        f"allergen:{dish.id}:{allergen}",
                        f"{name} contains {allergen}: not for {_names(hit)}.",
                    )
                )
    return found
