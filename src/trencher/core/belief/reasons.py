"""Why a plan says what it says: what was learned, in words, with what it does to this plan."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from trencher.core.belief.learning import LEARNED, Key, Learned, Level, Tags
from trencher.core.errors import TrencherError
from trencher.core.planner.doubt import INDEX, QUANTITIES, Z80, Doubt
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.thermal.geometry import COARSE

TOLD: tuple[Level, ...] = ("oven", "all", "cut", "cover")
STEPS = {"oven_c": 4.0}
STEP = 0.08
"""How far each quantity is moved to see what it does to the take-out; °C, and a logarithm."""
LEAST_SLOPE = 0.05
"""Where more heat hardly moves a plan it is told as usual, not as any number of per cent."""
AS_USUAL = 0.5
"""What is less than so much of its doubt is no difference anybody can tell yet."""
HEAT, REST = INDEX["heat"], INDEX["rest"]
COVERS = {
    "open": "An open rest",
    "tented": "A rest under a tent",
    "wrapped": "A wrapped rest",
    "bowl": "A rest under a bowl",
    "pan": "A rest in its tin",
}


@dataclass(frozen=True)
class Reason:
    """One thing that was learned and this plan goes by. ``percent``: more heat of an oven and in a
    rest, longer for a cut, ``give`` or take in eight cases of ten; ``count`` roasts; ``minutes``:
    how much later it comes out for it, or would, where it is ``left_out`` as the cook wants it."""

    level: Level
    name: str
    words: str
    percent: float
    give: float
    count: int
    minutes: float
    left_out: bool


def group(learned: Learned, tags: Tags, level: Level) -> frozenset[Key]:
    """The groups that are left out with this one: itself, and those that only its roasts made."""
    own = tags.key(level)
    found = {own}
    if level == "oven":
        common = (tags.key("all"), tags.key("kind"))
        found |= {k for k in common if learned.counts[k] == learned.counts[own]}
    elif level in ("all", "cut"):
        found.add(tags.key("kind" if level == "all" else "size"))
    return frozenset(found)


def without(learned: Learned, tags: Tags, left_out: Collection[Key]) -> frozenset[Key]:
    """All groups a plan goes without, where the cook left out these."""
    gone: frozenset[Key] = frozenset()
    for level in TOLD:
        if tags.key(level) in left_out:
            gone |= group(learned, tags, level)
    return gone


def reasons(
    learned: Learned,
    tags: Tags,
    roast: Roast,
    doubt: Doubt,
    names: Mapping[Key, str],
    left_out: Collection[Key] = (),
) -> tuple[Reason, ...]:
    """What was learned of this roast's oven, cut and rest. ``names``: what the cook calls them;
    ``roast``: without what was learned."""
    gone = without(learned, tags, left_out)
    known = learned.known(tags, roast, doubt, gone)
    felt = _felt(replace(roast, known=known))
    if felt is None:
        return ()
    pull_min, slopes = felt
    found: list[Reason] = []
    told_of_oven = False
    for level in TOLD:
        own = tags.key(level)
        if not (count := learned.counts[own]) or (level == "all" and told_of_oven):
            continue
        told_of_oven = told_of_oven or level == "oven"
        pick, here = np.zeros(len(learned.mean)), group(learned, tags, level)
        for (q, key), at in learned.places.items():
            if key in here:
                pick[at] = slopes[LEARNED.index(q)]
        longer = float(pick @ learned.mean)
        doubted = math.sqrt(max(float(pick @ learned.covariance @ pick), 0.0))
        out = own in left_out
        minutes = pull_min * (math.expm1(longer) if out else -math.expm1(-longer))
        per = 1.0
        if level == "oven":
            # As so much more heat would do.
            per = min(float(slopes[LEARNED.index(HEAT)]), -LEAST_SLOPE)
        elif level == "cover":
            at = learned.places[(REST, own)]
            longer, doubted = float(learned.mean[at]), math.sqrt(float(learned.covariance[at, at]))
        percent, give = 100.0 * math.expm1(longer / per), 100.0 * Z80 * doubted / abs(per)
        words = _words(level, names.get(own, own[1]), percent, give, count)
        found.append(Reason(level, own[1], words, percent, give, count, minutes, out))
    return tuple(found)


def _felt(roast: Roast) -> tuple[float, NDArray[np.float64]] | None:
    """The take-out in min, and what each of LEARNED does to its logarithm; None where it is never
    reached."""

    def pull(by: Deviation) -> float:
        return walk(kitchen(roast, COARSE, by.on(roast.nominal))).pull_min

    slopes = np.zeros(len(LEARNED))
    try:
        here = pull(Deviation())
        for n, q in enumerate(LEARNED):
            sets = QUANTITIES[q].sets
            step = STEPS.get(sets, STEP)
            moved = math.exp(step) if getattr(Deviation(), sets) == 1.0 else step
            slopes[n] = math.log(pull(Deviation(**{sets: moved})) / here) / step
    except TrencherError:
        return None
    return here, slopes


def _words(level: Level, name: str, percent: float, give: float, count: int) -> str:
    roasts = "one roast" if count == 1 else f"{count} roasts"
    who = {"cover": COVERS.get(name, "The rest"), "all": "A roast of this kitchen"}.get(level, name)
    said = f"{who} heats" if level == "oven" else f"{who} takes"
    in_time = level in ("all", "cut")
    usual = "its size says" if level == "cut" else "usual"
    more, less = ("longer", "shorter") if in_time else ("more", "less")
    thing = " heat" if level == "cover" else ""
    if abs(percent) < max(1.0, AS_USUAL * give):
        much = "as long as" if in_time else f"as much{thing} as"
        return f"{said} about {much} {usual}, give or take {give:.0f} %, from {roasts}."
    how = more if percent > 0 else less
    much = f"{abs(percent):.0f} % {how}{thing}"
    return f"{said} {much} than {usual}, give or take {give:.0f}, from {roasts}."
