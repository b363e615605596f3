"""Skins for the pretend joint that do what the field knows, found without looking at the core.

``python -m bench.skins`` draws others of the same kind. What is known is ``catalogue.field``'s:
printed totals (their median over unlike joints to a seventh, each row to a third), what a tented
joint climbs as read and to its top, and what it loses; rows kept aside from the core's fit
are kept aside here too. A skin that breaks with one of them is thrown away.
"""

from __future__ import annotations

from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace

import numpy as np

from trencher.core.catalogue.cuts import CUTS
from trencher.core.catalogue.field import KNOWN, ROWS, FieldKitchen, Printed
from trencher.core.joint import Joint, size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Minutes, Oven, UntilCore
from trencher.sim.roast import WATER_KG_M3, PretendRoast, PretendSpan, Truth

Skin = tuple[float, float, float, float, float, float, float]
"""Share of the free rate, feed, minutes to expel, h in a fan oven, film that is wet all over, at
first, at most."""

SKINS: tuple[Skin, ...] = (
    (0.97, 0.77, 59.72, 30.82, 0.21, 0.08, 0.27),
    (0.90, 0.58, 43.10, 23.12, 1.34, 0.06, 1.74),
    (0.60, 0.76, 73.03, 26.44, 0.07, 0.08, 0.10),
    (0.51, 0.85, 57.18, 33.84, 0.21, 0.08, 0.27),
    (0.66, 0.64, 41.12, 29.52, 0.89, 0.46, 1.15),
    (0.36, 0.82, 56.22, 33.17, 0.18, 0.07, 0.23),
    (0.34, 0.56, 43.90, 24.25, 0.45, 0.15, 0.59),
    (0.71, 0.61, 43.86, 26.89, 0.11, 0.18, 0.24),
    (0.78, 0.90, 69.95, 32.25, 0.25, 0.12, 0.33),
    (0.76, 0.56, 50.90, 21.80, 1.33, 0.29, 1.73),
    (0.82, 0.71, 46.26, 31.88, 0.06, 0.24, 0.32),
)
"""Those of the draws that do, in their order."""
DRAWS = 380
STILL_SHARE = 0.6
"""A still oven's h for a fan oven's."""
MEDIAN_WITHIN, EACH_WITHIN = 1.14, 1.36
TOTALS = tuple(
    row
    for row in ROWS
    if not row.aside
    and not isinstance(row.until, str)
    and row.until <= 70.0
    and CUTS[row.cut].section == "oval"
    and CUTS[row.cut].profile != "tapered"
)
"""Printed rows whose shape the pretend joint can take: it is a cylinder."""
CLIMBS = ("sirloin-low", "climb-mid", "sirloin-mid", "climb-hot", "top-mid", "top-hot")
LOSSES = ("loss-55", "loss-77")
SLACK = 0.25
"""Ranges of climbs and losses may be missed by this share of their width: they are for a usual
kitchen, and skins are unusual ones too."""
RAW_KG_M3 = 1060.0
LONGEST_MIN = 500.0


def in_skin(truth: Truth, skin: Skin) -> Truth:
    """The truth with this skin, in a fan oven."""
    rate, feed, expel, h, full, first, most = skin
    return replace(
        truth,
        film_rate=rate,
        feed=feed,
        expel_min=expel,
        h=h,
        film_full=full,
        film_first=first,
        film_most=most,
    )


def _joint(cut: str, kg: float, skin: Skin, thickness_mm: float | None = None) -> Truth:
    """A joint of these measures from the fridge, in a still oven that does not swing."""
    size = size_of(Joint(cut=cut, weight_kg=kg, thickness_mm=thickness_mm))
    truth = Truth(
        thickness_mm=size.thickness_mm,
        width_mm=size.width_mm,
        length_mm=size.length_mm,
        start_c=4.0,
        swing_c=0,
        probe_mm=0,
        noise_c=0,
    )
    truth = in_skin(truth, skin)
    return replace(truth, h=truth.h * STILL_SHARE)


def _until(lived: PretendRoast, air_c: float, core_c: float) -> float:
    """Live on in this air until a core; the minute at which it passed it."""
    while lived.core_c < core_c and lived.minute < LONGEST_MIN:
        lived.go(PretendSpan(1.0, air_c))
    rows = np.array(lived.history)
    return float(np.interp(core_c, rows[:, 1], rows[:, 0]))


def loss_of(lived: PretendRoast) -> float:
    """What it has lost, share of its raw weight: evaporated, and expelled past its film."""
    truth = lived.truth
    volume_by_area = lived.radius / 2
    gone = lived.evaporated / (volume_by_area * RAW_KG_M3)
    ring = 2.0 * lived.r * lived.dr / lived.radius**2
    expelled = float(((1.0 - lived.held) * ring).sum(axis=0).mean()) * WATER_KG_M3 / RAW_KG_M3
    return gone + (1.0 - truth.feed) * expelled


def _within(known: FieldKitchen, value: float) -> bool:
    low, high = known.between
    slack = SLACK * (high - low)
    return low - slack <= value <= high + slack


def _climbs(known: FieldKitchen, skin: Skin) -> float:
    """The climb of a kitchen's row: one heat or two until a core, then a tent; as read at its end,
    or to its top."""
    method = parse_method(known.method)
    lived = PretendRoast(_joint(known.cut, known.kg, skin, known.thickness_mm))
    for stage in method.stages:
        if isinstance(stage, Oven) and isinstance(stage.length, Minutes):
            lived.go(PretendSpan(stage.length.min, stage.temp.c))
        elif isinstance(stage, Oven):
            assert isinstance(stage.length, UntilCore)
            _until(lived, stage.temp.c, stage.length.temp.c)
    core, rest = lived.core_c, method.stages[-1].length
    assert isinstance(rest, Minutes)
    lived.go(PretendSpan(rest.min, None, 0.6))
    if known.measure == "top":
        return max(row[1] for row in lived.history) - core
    return lived.core_c - core


def _loses(known: FieldKitchen, skin: Skin) -> float:
    stage = parse_method(known.method).stages[0]
    assert isinstance(stage, Oven)
    assert isinstance(stage.length, UntilCore)
    lived = PretendRoast(_joint(known.cut, known.kg, skin))
    _until(lived, stage.temp.c, stage.length.temp.c)
    return loss_of(lived)


def ratio(row: Printed, skin: Skin) -> float:
    """What the pretend joint takes over what is printed."""
    assert not isinstance(row.until, str)
    lived = PretendRoast(_joint(row.cut, row.middle_kg, skin))
    return _until(lived, row.air_c, row.until) / row.middle(row.middle_kg)


def does_as_known(skin: Skin) -> bool:
    """Whether joints in this skin take, climb and lose what the field knows; quickest tests first,
    so that most are thrown away early."""
    known = {k.id: k for k in KNOWN}
    ratios = []
    for row in TOTALS:
        ratios.append(ratio(row, skin))
        if not 1.0 / EACH_WITHIN <= ratios[-1] <= EACH_WITHIN:
            return False
    if not 1.0 / MEDIAN_WITHIN <= float(np.median(ratios)) <= MEDIAN_WITHIN:
        return False
    return all(_within(known[n], _climbs(known[n], skin)) for n in CLIMBS) and all(
        _within(known[n], _loses(known[n], skin)) for n in LOSSES
    )


def drawn(rng: np.random.Generator) -> Skin:
    """A skin of any kind."""
    full, first = np.exp(rng.uniform(np.log(0.05), np.log((1.5, 2.0))))
    values = (*rng.uniform((0.2, 0.3, 40.0, 12.0), (1.0, 1.0, 140.0, 40.0)), full, first)
    rate, feed, expel, h, full, first = (float(v) for v in values)
    return (rate, feed, expel, h, full, first, 1.3 * max(full, first))


def main() -> None:
    """Print as many new ones as there are among so many draws."""
    rng = np.random.default_rng(21)
    skins = [drawn(rng) for _ in range(DRAWS)]
    with ProcessPoolExecutor(2) as pool:
        for skin, good in zip(skins, pool.map(does_as_known, skins, chunksize=8), strict=True):
            if good:
                print("(" + ", ".join(f"{v:.2f}" for v in skin) + "),", flush=True)


if __name__ == "__main__":
    main()
