"""The field as records: printed rows, and what kitchens agree on. ``field`` says what each means.

Numbers are facts of the trade, given from general knowledge and rounded as they are printed; who
prints them is said in general words. Correct one here, then run ``make fit``.
"""

from __future__ import annotations

from typing import Any

TABLES: tuple[dict[str, Any], ...] = (
    {
        "id": "agencies", "words": "the North American food-safety agencies’ roasting chart",
        "start_c": 4.0, "rounded": "to five minutes a pound",
    },
    {
        "id": "per-500g", "words": "the British rule of so many minutes per 500 g and as many over",
        "start_c": 4.0, "rounded": "to five minutes per 500 g, one rule for all cuts of an animal",
    },
    {
        "id": "beef-board", "words": "a North American beef trade’s chart, out at medium rare",
        "start_c": 4.0, "rounded": "to a quarter of an hour",
    },
)  # fmt: skip


def _row(
    table: str, cut: str, kg: tuple[float, float], air_c: float, until: float | str, per: str,
    minutes: tuple[float, float], **more: Any,
) -> dict[str, Any]:  # fmt: skip
    return {
        "table": table, "cut": cut, "kg": kg, "air_c": air_c, "until": until, "per": per,
        "minutes": minutes, **more,
    }  # fmt: skip


def _british(
    cut: str, kg: float, minutes: float, until: float, said: str, **more: Any
) -> dict[str, Any]:
    return _row("per-500g", cut, (kg, kg), 180, until, "500g", (minutes, minutes),
                over=(minutes, minutes), said=said, **more)  # fmt: skip


PRINTED: tuple[dict[str, Any], ...] = (
    _row("agencies", "beef-fore-rib", (1.8, 2.7), 163, 63, "lb", (23, 25)),
    _row("agencies", "beef-rib-rolled", (1.8, 2.7), 163, 63, "lb", (28, 33)),
    _row("agencies", "beef-silverside", (1.1, 1.8), 163, 63, "lb", (30, 35)),
    _row("agencies", "beef-fillet", (1.8, 2.7), 218, 63, "all", (45, 60)),
    _row("agencies", "lamb-leg", (2.3, 3.2), 163, 63, "lb", (20, 25)),
    _row("agencies", "lamb-leg", (3.2, 4.1), 163, 63, "lb", (15, 20), aside=True),
    _row("agencies", "lamb-leg-boned", (1.8, 3.2), 163, 63, "lb", (25, 30), aside=True),
    _row("agencies", "lamb-shoulder-rolled", (1.4, 1.8), 163, 63, "lb", (30, 35)),
    _row("agencies", "lamb-leg-half", (1.4, 1.8), 163, 63, "lb", (30, 35), aside=True),
    _row("agencies", "pork-loin-rind", (0.9, 2.3), 177, 63, "lb", (20, 25)),
    _row("agencies", "pork-tenderloin", (0.2, 0.7), 218, 63, "all", (20, 30)),
    _row("agencies", "pork-leg", (2.3, 3.6), 163, 63, "lb", (35, 40)),
    _row("agencies", "pork-neck", (1.4, 2.7), 163, "tender", "lb", (45, 45)),
    _british("beef-topside", 1.5, 20, 60, "rare"),
    _british("beef-topside", 1.5, 25, 70, "medium", aside=True),
    _british("beef-topside", 2.0, 30, 80, "well done"),
    _british("beef-sirloin-boned", 2.0, 20, 60, "rare", aside=True),
    _british("beef-rib-rolled", 2.0, 25, 70, "medium"),
    _british("beef-silverside", 1.5, 25, 70, "medium", aside=True),
    _british("lamb-leg", 2.0, 25, 72.5, "medium"),
    _british("lamb-leg", 2.0, 30, 77.5, "well done", aside=True),
    _british("lamb-leg-boned", 1.5, 25, 72.5, "medium"),
    _british("lamb-shoulder-rolled", 1.5, 30, 77.5, "well done"),
    _british("pork-loin-rind", 1.5, 30, 75, "medium"),
    _british("pork-loin-rind", 2.0, 35, 80, "well done", aside=True),
    _british("pork-leg", 2.0, 30, 75, "medium"),
    _british("pork-leg", 2.5, 35, 80, "well done", aside=True),
    _row("beef-board", "beef-fore-rib", (1.8, 2.7), 177, 57, "all", (105, 135), aside=True),
    _row("beef-board", "beef-fore-rib", (2.7, 3.6), 177, 57, "all", (135, 150), aside=True),
    _row("beef-board", "beef-rib-rolled", (1.8, 2.7), 177, 57, "all", (105, 120), aside=True),
    _row("beef-board", "beef-rib-rolled", (2.7, 3.6), 177, 57, "all", (120, 150), aside=True),
    _row("beef-board", "beef-eye-of-round", (0.9, 1.4), 163, 57, "all", (90, 105), aside=True),
    _row("beef-board", "beef-silverside", (1.4, 1.8), 163, 57, "all", (90, 120), aside=True),
    _row("beef-board", "beef-rump-tail", (0.7, 0.9), 218, 57, "all", (30, 40), aside=True),
    _row("beef-board", "beef-fillet", (1.8, 2.3), 218, 57, "all", (50, 60), aside=True),
    _row("beef-board", "beef-fillet", (0.9, 1.4), 218, 57, "all", (35, 45), aside=True),
)

KITCHENS: tuple[dict[str, Any], ...] = (
    {
        "id": "covered-shoulder", "words": "a covered shoulder falls apart",
        "cut": "lamb-shoulder-bone", "kg": 1.75, "method": "155C covered in 200ml until 92C",
        "measure": "minutes", "between": (180, 270),
    },
    {
        "id": "covered-dry", "words": "a shoulder under foil, no liquid, falls apart",
        "cut": "lamb-shoulder-bone", "kg": 2.0, "method": "160C covered until 92C",
        "measure": "minutes", "between": (180, 270),
    },
    {
        "id": "covered-tender", "words": "the same shoulder, as tender as it is said to be",
        "cut": "lamb-shoulder-bone", "kg": 1.75, "method": "155C covered in 200ml until tender",
        "measure": "minutes", "between": (180, 270),
    },
    {
        "id": "low-rib", "words": "a rib in a very low oven", "cut": "beef-fore-rib", "kg": 3.6,
        "method": "93C until 51C", "measure": "minutes", "between": (210, 270),
    },
    {
        "id": "low-shoulder", "words": "a pork shoulder low and open, to 93 °C",
        "cut": "pork-neck", "kg": 3.6, "method": "115C until 93C", "measure": "minutes",
        "between": (600, 840),
    },
    {
        "id": "five-cm", "words": "a piece 5 cm thick in a hot oven", "cut": "beef-rump-tail",
        "kg": 1.0, "thickness_mm": 50, "method": "210C until 55C", "measure": "minutes",
        "between": (25, 35),
    },
    {
        "id": "fillet", "words": "a fillet of 6 to 7 cm in a hot oven", "cut": "beef-fillet",
        "kg": 1.0, "thickness_mm": 63, "method": "210C until 55C", "measure": "minutes",
        "between": (25, 36),
        "aside": True,
    },
    {
        "id": "pan-five-cm", "words": "a 5 cm piece, two minutes a side, then 25 min at 190 °C",
        "cut": "beef-rump-tail", "kg": 1.0, "thickness_mm": 50,
        "method": "sear 2min/side; 190C 25min", "measure": "core", "between": (50, 56),
    },
    {
        "id": "climb-low", "words": "climb under foil after a low oven, read after 22 min",
        "cut": "beef-rib-rolled", "kg": 2.2, "method": "118C until 54C; rest tented 22min",
        "measure": "climb", "between": (3, 5),
    },
    {
        "id": "climb-mid", "words": "climb under foil after a middling oven, read after 22 min",
        "cut": "beef-rib-rolled", "kg": 2.2, "method": "165C until 54C; rest tented 22min",
        "measure": "climb", "between": (4, 9),
    },
    {
        "id": "climb-hot", "words": "climb under foil after a very hot oven, read after 22 min",
        "cut": "beef-rib-rolled", "kg": 2.2, "method": "220C until 50C; rest tented 22min",
        "measure": "climb", "between": (8, 13),
    },
    {
        "id": "sirloin-low", "words": "the same of a sirloin, low, read after 22 min",
        "cut": "beef-sirloin-boned", "kg": 2.0, "method": "118C until 54C; rest tented 22min",
        "measure": "climb", "between": (3, 5),
    },
    {
        "id": "sirloin-mid", "words": "the same of a sirloin, middling, read after 22 min",
        "cut": "beef-sirloin-boned", "kg": 2.0, "method": "170C until 52C; rest tented 22min",
        "measure": "climb", "between": (4, 9),
    },
    {
        "id": "sirloin-hot", "words": "the same of a sirloin, hot first, read after 22 min",
        "cut": "beef-sirloin-boned", "kg": 2.0,
        "method": "230C 20min; 170C until 50C; rest tented 22min", "measure": "climb",
        "between": (6, 12),
    },
    {
        "id": "top-mid", "words": "how far a thick joint climbs to its top after a middling oven",
        "cut": "beef-sirloin-boned", "kg": 2.2, "thickness_mm": 110,
        "method": "165C until 51C; rest tented 1h", "measure": "top", "between": (6, 11),
    },
    {
        "id": "top-hot", "words": "the same after a hot start", "cut": "beef-sirloin-boned",
        "kg": 2.2, "thickness_mm": 110, "method": "220C 20min; 160C until 48C; rest tented 1h",
        "measure": "top", "between": (8, 14),
    },
    {
        "id": "out-mid", "words": "the core at which it comes out to end at 57 °C",
        "cut": "beef-sirloin-boned", "kg": 1.9, "thickness_mm": 105,
        "method": "160C until peak 57C; rest tented 40min", "measure": "out", "between": (46, 52),
    },
    {
        "id": "out-hot", "words": "the same after a hot start", "cut": "beef-sirloin-boned",
        "kg": 1.9, "thickness_mm": 105,
        "method": "220C 20min; 160C until peak 57C; rest tented 40min", "measure": "out",
        "between": (43, 49),
    },
    {
        "id": "out-fan", "words": "the same in a fan oven, 220 then 160 °C",
        "cut": "beef-sirloin-boned", "kg": 1.9, "thickness_mm": 105, "oven": "fan",
        "method": "220C 20min; 160C until peak 57C; rest tented 40min", "measure": "out",
        "between": (41, 48),
    },
    {
        "id": "loss-55", "words": "weight lost to 55 °C", "cut": "beef-sirloin-boned", "kg": 2.0,
        "method": "165C until 55C; rest open 15min", "measure": "loss", "between": (0.10, 0.17),
    },
    {
        "id": "loss-63", "words": "weight lost to 63 °C", "cut": "beef-topside", "kg": 1.8,
        "method": "165C until 63C; rest open 15min", "measure": "loss", "between": (0.15, 0.23),
        "aside": True,
    },
    {
        "id": "loss-77", "words": "weight lost to 77 °C", "cut": "beef-topside", "kg": 1.8,
        "method": "165C until 77C; rest open 15min", "measure": "loss", "between": (0.25, 0.33),
    },
    {
        "id": "fan", "words": "20 °C less in a fan oven takes as long", "cut": "beef-sirloin-boned",
        "kg": 2.0, "method": "180C until 57C", "measure": "fan_for_still", "between": (0.95, 1.05),
    },
    {
        "id": "fan-leg", "words": "the same of a leg, further", "cut": "lamb-leg", "kg": 2.4,
        "method": "170C until 65C", "measure": "fan_for_still", "between": (0.95, 1.05),
        "aside": True,
    },
    {
        "id": "hot-surface", "words": "a surface passes 100 °C in a hot oven",
        "cut": "beef-topside", "kg": 1.8, "method": "220C 2h", "measure": "hot_surface",
        "between": (15, 60),
    },
    {
        "id": "brown-leg", "words": "a leg is brown", "cut": "lamb-leg", "kg": 2.4,
        "method": "200C until brown", "measure": "minutes", "between": (35, 60),
    },
    {
        "id": "brown-fat", "words": "a hot start colours a fat cap", "cut": "beef-sirloin-boned",
        "kg": 2.0, "method": "220C until brown", "measure": "minutes", "between": (14, 30),
    },
    {
        "id": "rind", "words": "a dried rind blisters", "cut": "pork-loin-rind", "kg": 2.4,
        "method": "220C until crisp", "measure": "minutes", "between": (35, 60),
        "surface": "dried",
    },
)  # fmt: skip
