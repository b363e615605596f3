"""The schools as data: what each is called, how it is written for a joint, what it asks of a cook,
and which joints and ovens it does not suit.

A recipe is a text with places for the wanted peak; the heats are the ones common to each school,
rounded, and every cook may change them. Nothing here is computed: the planner does that.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from trencher.core.catalogue.cuts import Cut, may_be_tender
from trencher.core.method.stages import number
from trencher.core.thermal.cooker import Cooker
from trencher.core.units import said_kg, said_mm

Thermometer = Literal["leave-in", "spot", "none"]

PAN_LONGEST_MM, PAN_HEAVIEST_KG = 320.0, 2.5
"""What lies flat in a large pan and can be turned in it by one cook. Estimate, no source."""
POT_LONGEST_MM = 330.0
"""What goes into a large pot with its lid on. Estimate, no source."""
THIN_MM = 55.0
"""Thinner than this, a joint is done before an oven's hot start is over. Estimate, no source."""


@dataclass(frozen=True, kw_only=True)
class Occasion:
    """What a school is written for: the joint as it lies, its oven, what is wanted."""

    cut: Cut
    cooker: Cooker
    wanted_c: float
    rest_min: float
    thickness_mm: float
    length_mm: float
    weight_kg: float
    thermometer: Thermometer = "leave-in"

    @property
    def goal(self) -> str:
        """How the main stage ends: at the wanted peak, or when its collagen is tender."""
        return "until tender" if self.cut.collagen else f"until peak {number(self.wanted_c)}C"

    @property
    def rest(self) -> str:
        """Minutes of rest as they are written."""
        return f"{number(max(self.rest_min, 1.0))}min"

    def part_of_rest(self, last_min: float) -> str:
        """The rest that is left before a last rest of ``last_min``, at least ten minutes."""
        return f"{number(max(self.rest_min - last_min, 10.0))}min"


Reason = str
Unsuited = Callable[[Occasion], Reason]


def _suits(_: Occasion) -> Reason:
    return ""


@dataclass(frozen=True, kw_only=True)
class School:
    """One way. ``write`` makes its text; ``unsuited`` says why it is not for this occasion, or "".

    ``needs``: what must be at hand besides an oven. ``for_rind``: only where there is rind.
    """

    id: str
    name: str
    words: str
    write: Callable[[Occasion], str]
    unsuited: Unsuited = _suits
    needs: tuple[str, ...] = ()
    for_rind: bool = False


MIN_PER_500G: tuple[tuple[float, float], ...] = ((58.0, 12.0), (64.0, 15.0), (70.0, 20.0))
"""Up to this wanted peak, so many minutes: the usual three of a kitchen's wall chart (estimate)."""
WELL_DONE_MIN_PER_500G = 25.0


def weight_rule(wanted_c: float) -> float:
    """Minutes per 500 g a weight rule gives for this doneness."""
    return next((m for top, m in MIN_PER_500G if wanted_c <= top), WELL_DONE_MIN_PER_500G)


FAN_LESS_C = 20.0
"""A wall chart's heats are a still oven's; for the same minutes kitchens set so much less where a
fan moves the air. A core ends the other schools, so their heats may stay."""


def chart_heat(cooker: Cooker, still_c: float) -> str:
    """What a chart's heat for a still or gas oven is written as for this cooker."""
    moved = cooker.kind in ("fan", "air")
    return f"{number(still_c - (FAN_LESS_C if moved else 0.0))}C"


HOT_MIN_AT_90_MM = 31.0
"""Hot minutes before the oven goes off; they grow with thickness squared (estimate)."""


def hot_min(thickness_mm: float) -> float:
    """Minutes of full heat that store enough for a joint this thick, in fives."""
    return max(5.0, 5.0 * round(HOT_MIN_AT_90_MM * (thickness_mm / 90.0) ** 2 / 5.0))


def _tough(o: Occasion) -> Reason:
    return (
        f"{o.cut.name} wants hours at heat until its collagen gives; this way ends before."
        if o.cut.collagen
        else ""
    )


def _by_weight(o: Occasion) -> Reason:
    return "A weight says nothing about when collagen is tender." if o.cut.collagen else ""


def _tender(o: Occasion) -> Reason:
    return (
        ""
        if may_be_tender(o.cut)
        else f"{o.cut.name} is a tender cut: it has no collagen that hours of wet heat would melt, "
        "and would only dry."
    )


def _off(o: Occasion) -> Reason:
    if reason := _tough(o):
        return reason
    if o.cooker.cooling_fan:
        return "This oven's cooling fan runs on after it is switched off and blows the heat out."
    if o.thermometer == "spot":
        return "It needs a probe that stays in: every look lets the stored heat out."
    return ""


def _pan(o: Occasion) -> Reason:
    if reason := _tough(o):
        return reason
    if o.length_mm > PAN_LONGEST_MM or o.weight_kg > PAN_HEAVIEST_KG:
        return (
            f"{said_mm(o.length_mm)} and {said_kg(o.weight_kg)}: too much to lie flat in a pan "
            f"({said_mm(PAN_LONGEST_MM)}, {{w:{PAN_HEAVIEST_KG:g}}}) and be turned there."
        )
    return ""


def _closed(o: Occasion) -> Reason:
    if o.cut.rind:
        return "Closed in, the rind stays soft."
    if o.length_mm > POT_LONGEST_MM:
        return f"{said_mm(o.length_mm)} does not go into a pot ({said_mm(POT_LONGEST_MM)})."
    return ""


def _salt(o: Occasion) -> Reason:
    return _tough(o) or _closed(o)


def _thin(o: Occasion) -> Reason:
    if o.thickness_mm < THIN_MM and not o.cut.collagen:
        return (
            f"{said_mm(o.thickness_mm)} is thin: the hot start alone would cook it through. "
            "Pan first, or one temperature."
        )
    return ""


def _low(o: Occasion) -> Reason:
    if o.thickness_mm < THIN_MM and not o.cut.collagen:
        return f"{said_mm(o.thickness_mm)} is thin: the blast at the end would reach the middle."
    return ""


SCHOOLS: tuple[School, ...] = (
    School(
        id="hot-then-low",
        name="Hot then low",
        words="Browns first. Climbs far: out early, then wait.",
        write=lambda o: f"220C 20min; 160C {o.goal}; rest tented {o.rest}",
        unsuited=_thin,
    ),
    School(
        id="hot-then-low-by-weight",
        name="Hot then by weight",
        words="The wall chart: so long for every 500 g.",
        write=lambda o: (
            f"{chart_heat(o.cooker, 220.0)} 20min; {chart_heat(o.cooker, 160.0)} "
            f"{number(weight_rule(o.wanted_c))}min/500g; rest tented {o.rest}"
        ),
        unsuited=lambda o: _by_weight(o) or _thin(o),
    ),
    School(
        id="one-temperature",
        name="One temperature",
        words="Nothing to turn down, nothing to miss.",
        write=lambda o: f"170C {o.goal}; rest tented {o.rest}",
    ),
    School(
        id="low-then-blast",
        name="Low then late blast",
        words="Rests between. Pink nearer to the edge, hardly climbs.",
        write=lambda o: (
            f"115C {o.goal}; rest open {o.part_of_rest(15.0)}; 235C 8min; rest open 10min"
        ),
        unsuited=_low,
    ),
    School(
        id="low-then-blast-at-once",
        name="Low then blast at once",
        words="Turned up with the joint in it; one rest, at the end.",
        write=lambda o: f"115C {o.goal}; 240C 14min; rest open {o.rest}",
        unsuited=_low,
    ),
    School(
        id="hot-then-off",
        name="Very hot then off",
        words="The stored heat finishes it. The door stays shut.",
        write=lambda o: (
            f"240C {number(hot_min(o.thickness_mm))}min; off {o.goal}; "
            f"rest open {o.part_of_rest(20.0)}"
        ),
        unsuited=lambda o: _off(o) or _thin(o),
        needs=("a probe that stays in",),
    ),
    School(
        id="slow-then-crisp",
        name="Covered slow then crisp",
        words="Until it falls apart; then the lid comes off and it browns.",
        write=lambda o: (
            f"140C covered in 400ml until tender; 220C until "
            f"{'crisp' if o.cut.rind else 'brown'}; rest open {o.part_of_rest(0.0)}"
        ),
        unsuited=_tender,
        needs=("foil or a lid for the tin", "400 ml of liquid"),
    ),
    School(
        id="pan-then-oven",
        name="Pan then oven",
        words="Colour from the pan, the middle from the oven.",
        write=lambda o: f"sear 2min/side; 150C {o.goal}; rest tented {o.rest}",
        unsuited=_pan,
        needs=("a wide pan",),
    ),
    School(
        id="pan-then-very-low",
        name="Pan then very low",
        words="Browned, then barely warm: even to the edge, and it waits for you.",
        write=lambda o: f"sear 2min/side; 95C {o.goal}; rest open {o.part_of_rest(15.0)}",
        unsuited=_pan,
        needs=("a wide pan",),
    ),
    School(
        id="closed-pot",
        name="Closed pot from cold",
        words="No crust and little care: its own steam cooks it.",
        write=lambda o: (
            # Over hours the pot would boil dry.
            f"cold 140C lid{' in 300ml' if o.cut.collagen else ''} {o.goal}; "
            f"rest open {o.part_of_rest(10.0)}"
        ),
        unsuited=_closed,
        needs=("a pot with a lid that it fits into",),
    ),
    School(
        id="salt-crust",
        name="Salt crust from cold",
        words="Shut in salt: gentle, seasoned all round, no colour.",
        write=lambda o: f"cold 160C salt crust {o.goal}; rest open {o.part_of_rest(10.0)}",
        unsuited=_salt,
        needs=("2 kg of coarse salt",),
    ),
    School(
        id="rind-hot-first",
        name="Rind first",
        words="Blisters while the meat is still cold; then down.",
        write=lambda o: f"240C on rack until crisp; 160C on rack {o.goal}; rest open {o.rest}",
        needs=("a rack", "rind dried overnight"),
        for_rind=True,
    ),
    School(
        id="rind-blister-last",
        name="Rind last",
        words="Even first; then hot until the rind blisters.",
        write=lambda o: f"150C on rack {o.goal}; 240C on rack until crisp; rest open {o.rest}",
        needs=("a rack", "rind dried overnight"),
        for_rind=True,
    ),
    School(
        id="rind-under-grill",
        name="Rind under the grill",
        words="Minutes under a glowing element. Do not walk away.",
        write=lambda o: (
            f"150C on rack {o.goal}; 220C grill on rack until crisp; rest open {o.rest}"
        ),
        unsuited=lambda o: "This oven has no grill." if o.cooker.kind == "air" else "",
        needs=("a grill", "a rack", "rind dried overnight"),
        for_rind=True,
    ),
)


def schools_for(cut: Cut) -> tuple[School, ...]:
    """The schools that a cut's kind of joint is roasted by: crackling only where there is rind."""
    return tuple(s for s in SCHOOLS if cut.rind or not s.for_rind)
