"""The demo world as data: the autumn supper at Fennet Lock. Made up; dates are relative to today.

The hidden truths of past roasts stand here, and nowhere in what the product can see.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from trencher.core.marks import MarkWhat
from trencher.sim.roast import Truth

DEMO_HOUR, DEMO_MINUTE = 13, 30
SERVE_HOUR = 19

OVENS: tuple[dict[str, Any], ...] = (
    {
        "id": "house-oven",
        "name": "House oven",
        "marks": "C",
        "facts": {
            "kind": "fan",
            "min_c": 50,
            "max_c": 240,
            "cooling_fan": True,
            "preheat_min": 13,
            "litres": 55,
            "width_mm": 440,
            "depth_mm": 400,
            "shelves_mm": [310, 250, 190, 130, 80],
            "bare_element": True,
            "pairs": [[172, 160], [173, 160.5], [227, 219.5], [226, 219.5]],
        },
    },
    {
        "id": "scullery-range",
        "name": "Scullery range",
        "marks": "gas",
        "facts": {
            "kind": "gas",
            "min_c": 107,
            "max_c": 232,
            "preheat_min": 20,
            "tau_down_min": 26,
            "litres": 48,
            "swing_c": 12,
            "width_mm": 400,
            "depth_mm": 380,
            "shelves_mm": [290, 220, 150],
        },
    },
)

TINS: tuple[dict[str, Any], ...] = (
    {"name": "Deep tin", "length_mm": 360, "width_mm": 270, "depth_mm": 75, "hob": True},
    {"name": "Wide tray", "length_mm": 420, "width_mm": 340, "depth_mm": 25, "hob": False},
    {"name": "Range tray", "length_mm": 380, "width_mm": 300, "depth_mm": 20, "hob": False},
    {"name": "Iron pot", "length_mm": 300, "width_mm": 240, "depth_mm": 140, "hob": True},
)

PEOPLE: tuple[dict[str, Any], ...] = (
    {"name": "Tobit", "wish": "well done", "appetite": "hearty"},
    {"name": "Ottoline", "strict": True},
    {"name": "Bram", "avoids": ["pork"]},
    {"name": "Fenella", "wish": "no garlic", "allergies": ["mustard", "garlic"]},
    {"name": "Casimir", "wish": "as pink as it comes"},
    {"name": "Wilhelmina", "strict": True, "appetite": "small"},
    {"name": "Juniper", "strict": True, "appetite": "small"},
    {"name": "Ines"},
    {"name": "Pascoe", "appetite": "hearty"},
    {"name": "Rhona", "avoids": ["meat"]},
)
"""Seventeen at table with seven more who eat anything. The figure is shown, never its reason."""

SUPPER: dict[str, Any] = {
    "people": 17,
    "hands": 1,
    "helpers": ["Pascoe", "Rhona"],
    "rings": 4,
    "joints": {},
    "limits": {"lift_kg": 4.0, "one_hand": False, "weak_grip": True},
    "sides": [
        {"id": "roast-celeriac"},
        {"id": "leeks-in-the-pan"},
        {"id": "barley"},
        {"id": "crab-apple-sauce"},
        {"id": "onion-gravy"},
        {"id": "mushroom-chestnut-tart"},
    ],
}
"""The supper's table: five sides and a main for the one who eats no meat this week."""

CURED_YESTERDAY = ("pork-loin/before-salt", "pork-loin/before-dry")
"""Steps of the supper that were done the evening before."""

TONIGHT: tuple[dict[str, Any], ...] = (
    {
        "id": "sirloin",
        "name": "Sirloin for the supper",
        "oven_id": "house-oven",
        "wanted_c": 57.0,
        "rest_min": 40.0,
        "joint": {
            "cut": "beef-sirloin-boned",
            "weight_kg": 1.9,
            "thickness_mm": 105.0,
            "width_mm": None,
            "length_mm": 205.0,
            "start_c": 6.0,
        },
    },
    {
        "id": "pork-loin",
        "name": "Pork loin with crackling",
        "oven_id": "scullery-range",
        "wanted_c": 71.0,
        "rest_min": 35.0,
        "joint": {
            "cut": "pork-loin-rind",
            "weight_kg": 2.6,
            "thickness_mm": 98.0,
            "width_mm": None,
            "length_mm": 310.0,
            "start_c": 6.0,
        },
        "care": {
            "frozen": "no",
            "thaw_in": "fridge",
            "fridge_c": 5.0,
            "salt_g_kg": 12.0,
            "salt_id": "coarse",
            "uncovered": True,
            "marinade": False,
            "tie": False,
            "chill_min": 0.0,
        },
    },
)


@dataclass(frozen=True, kw_only=True)
class PastRoast:
    """A roast of the last fourteen months. ``late_min``: looked that much late at the take-out."""

    id: str
    name: str
    days_ago: int
    joint: dict[str, Any]
    wanted_c: float
    rest_min: float
    method: str
    truth: Truth
    oven_id: str = "house-oven"
    school: str | None = None
    hour: int = 19
    late_min: float = 0.0
    cover: float = 0.6
    verdict: str = ""
    change: str = ""
    marks: tuple[tuple[MarkWhat, float, str], ...] = field(default=())


def _joint(
    cut: str, kg: float, thick: float, width: float, length: float, start: float = 6.0
) -> dict[str, Any]:
    return {
        "cut": cut,
        "weight_kg": kg,
        "thickness_mm": thick,
        "width_mm": width,
        "length_mm": length,
        "start_c": start,
    }


def _truth(
    thick: float, width: float, length: float, seed: int, start: float = 6.5, **more: float
) -> Truth:
    return Truth(
        thickness_mm=thick, width_mm=width, length_mm=length, start_c=start, seed=seed, **more
    )


PAST: tuple[PastRoast, ...] = (
    PastRoast(
        id="venison",
        name="Venison haunch for the lock reopening",
        days_ago=422,
        joint=_joint("venison-haunch-boned", 1.7, 98, 115, 190),
        wanted_c=58,
        rest_min=25,
        method="220C 20min; 160C until peak 58C; rest tented 25min",
        school="hot-then-low",
        truth=_truth(99, 116, 192, 11, oven_off_c=-4, h=23),
        verdict="Even and moist; ends a bit far.",
        change="Ten minutes less of the hot start.",
    ),
    PastRoast(
        id="silverside",
        name="Silverside, a wet Sunday",
        days_ago=371,
        joint=_joint("beef-silverside", 1.8, 102, 130, 175),
        wanted_c=58,
        rest_min=20,
        method="170C until peak 58C; rest open 20min",
        school="one-temperature",
        truth=_truth(101, 131, 176, 12, oven_off_c=3),
        late_min=28,
        verdict="Overshot badly: grey nearly through. Nobody looked until it was too late.",
        change="Set the take-out alarm and believe it.",
        marks=(("note", 70.0, "Telephone"),),
    ),
    PastRoast(
        id="lamb-shoulder",
        name="Rolled lamb shoulder, slow",
        days_ago=318,
        joint=_joint("lamb-shoulder-rolled", 1.9, 105, 120, 180),
        wanted_c=88,
        rest_min=30,
        method="140C until 88C; rest wrapped 30min",
        truth=_truth(102, 118, 182, 13, oven_off_c=9, film_rate=0.18),
        hour=18,
        cover=0.95,
        verdict="Falls apart, as it should.",
        change="Nothing.",
    ),
    PastRoast(
        id="pork-neck",
        name="Pork neck for the dredging crew",
        days_ago=262,
        joint=_joint("pork-neck", 2.1, 108, 122, 190),
        wanted_c=90,
        rest_min=30,
        method="150C until 90C; rest wrapped 30min",
        truth=_truth(111, 124, 196, 14, oven_off_c=2, start=4.0, film_rate=0.16),
        hour=18,
        cover=0.95,
        verdict="Good, but everybody waited: 35 minutes late to the table.",
        change="The oven runs cool at 150. Start earlier.",
    ),
    PastRoast(
        id="lamb-saddle",
        name="Saddle of lamb at Easter",
        days_ago=215,
        joint=_joint("lamb-saddle", 2.2, 72, 150, 235),
        wanted_c=58,
        rest_min=20,
        method="220C 15min; 170C until peak 58C; rest tented 20min",
        school="hot-then-low",
        truth=_truth(72, 150, 236, 15, h=19, oven_off_c=-3),
        verdict="Pink from edge to edge.",
        change="Crisper fat.",
    ),
    PastRoast(
        id="boar-shoulder",
        name="Wild boar shoulder",
        days_ago=158,
        joint=_joint("boar-shoulder", 2.2, 105, 135, 190),
        wanted_c=90,
        rest_min=25,
        method="150C until 90C; rest wrapped 25min",
        truth=_truth(104, 134, 192, 16, oven_off_c=2, film_rate=0.18),
        hour=18,
        cover=0.95,
        verdict="Tender, a little dry at the thin end.",
        change="Fold it.",
    ),
    PastRoast(
        id="kid-leg",
        name="Leg of kid",
        days_ago=101,
        joint=_joint("kid-leg", 1.6, 88, 106, 240),
        wanted_c=62,
        rest_min=20,
        method="200C 20min; 160C until peak 62C; rest tented 20min",
        school="hot-then-low",
        truth=_truth(88, 105, 236, 17, oven_off_c=1, h=23),
        verdict="Right in the middle.",
        change="Nothing.",
    ),
    PastRoast(
        id="rump-cap",
        name="Rump cap, low and slow",
        days_ago=52,
        joint=_joint("beef-rump-cap", 1.2, 62, 135, 205),
        wanted_c=56,
        rest_min=25,
        method="115C until peak 56C; rest open 10min; 235C 8min; rest open 10min",
        school="low-then-blast",
        truth=_truth(63, 136, 206, 18, oven_off_c=-3, h=20),
        verdict="Best so far: the same pink to the edge.",
        change="A drier surface first.",
    ),
    PastRoast(
        id="hare-saddle",
        name="Saddle of hare, three of them",
        days_ago=18,
        joint=_joint("hare-saddle", 0.6, 42, 80, 205),
        wanted_c=60,
        rest_min=10,
        method="190C until peak 60C; rest tented 10min",
        school="one-temperature",
        truth=_truth(43, 81, 205, 19, oven_off_c=-8, h=12),
        verdict="Over in no time; a touch far.",
        change="Look five minutes sooner.",
    ),
)

TONIGHT_TRUTH = Truth(
    thickness_mm=106, width_mm=113, length_mm=206, start_c=5.6, oven_off_c=4.0, seed=77
)
"""What the live demo's sirloin is really like."""
