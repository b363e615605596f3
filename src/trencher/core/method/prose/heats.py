"""Heats of a text: which are the oven's and which the middle's, the same said in several ways."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from trencher.core.method.notation import CORE_HIGH_C, CORE_LOW_C, OVEN_HIGH_C, OVEN_LOW_C
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.lexicon import WORD_HEATS_C
from trencher.core.method.prose.marks import Mention
from trencher.core.method.stages import Air, Temp, celsius
from trencher.core.thermal.kinds import CookerKind
from trencher.core.units import said_c, said_d

HIGHEST_CORE_C = 100.0
LEAST_OVEN_C = 50.0
"""No kitchen's oven is set below this: what is, is the middle's."""
AGREE_C, AGREE_CORE_C = 5.0, 1.2
"""Rounding that nobody would call a contradiction: °C of an oven, of a core."""
GAP = re.compile(
    r"^[\s,/(\[|]*(?:or|and|=|about|approximately|oven|mark|for\s+a|in\s+a|a)?[\s,/(:=\[|]*"
    r"(?:in\s+a)?\s*$",
    re.IGNORECASE,
)
TO = re.compile(r"^\s*,?\s*(?:all\s+the\s+way\s+)?to\s+(?:an?\s+)?$", re.IGNORECASE)
OVEN_BEHIND = re.compile(r"\s*(?:fan\s+|still\s+)?oven\b", re.IGNORECASE)
MORE_TO = re.compile(r"(?:\s+more)?\s*,?\s*to\s+", re.IGNORECASE)
INSIDE = re.compile(
    r"^[\s,(]*(?:(?:in|at)\s+)?(?:(?:the|its)\s+)?(?:very\s+|deepest\s+)?$", re.IGNORECASE
)
"""What stands between a temperature and the middle it is of: *54C in the middle*."""
_CORE_BEFORE = frozenset(("core", "until", "climb", "hold", "out"))
_OVEN_BEFORE = frozenset(("preheat", "down", "up", "roast", "back", "grill", "off", "word_heat"))


@dataclass(frozen=True)
class Other:
    """Another way to read a heat: code, words, the heat, and how far apart they are."""

    code: str
    words: str
    temp: Temp
    gap: str


@dataclass(frozen=True)
class Heat:
    """An oven's heat as one text says it; ``marks``: where."""

    temp: Temp
    air: Air | None
    marks: tuple[Mention, ...]
    others: tuple[Other, ...] = ()
    fan_drop_c: float = 0.0

    @property
    def plain(self) -> bool:
        """Said neither of fan nor of still air."""
        return self.air is None


@dataclass(frozen=True)
class Goal:
    """What the middle is to read. ``role``: core, climb, hold or out (taken out at it)."""

    temp: Temp
    marks: tuple[Mention, ...]
    role: str
    others: tuple[Other, ...] = ()


def scale_of(marks: Sequence[Mention]) -> str:
    """The one scale a text names, or can only mean; "" where it names none or both."""
    for before, mark in pairwise(marks):
        # No middle is at 125C: a text whose middles read so is in °F throughout.
        middle = before.kind in ("core", "until") and mark.bare and mark.temp is not None
        if middle and mark.temp is not None and mark.temp.c > HIGHEST_CORE_C:
            return "F"
    said = {m.temp.unit for m in marks if m.temp is not None and not m.bare}
    return said.pop() if len(said) == 1 and said != {"gas"} else ""


def group(clause: Clause, i: int, text: str) -> list[Mention]:
    """Temperatures that stand side by side: the same heat said in several ways."""
    found = [clause.marks[i]]
    for mark in clause.marks[i + 1 :]:
        if mark.kind == "fan_word":
            continue
        between = re.sub(r"\b(?:fan|convection|oven)\b", "", text[found[-1].end : mark.start])
        into = re.fullmatch(r"\s*in\s+an?\s*", between) and not mark.fan
        other = OVEN_BEHIND.match(text[mark.end :]) and not OVEN_BEHIND.match(text[found[-1].end :])
        if mark.kind != "temp" or into or not GAP.match(between) or (other and not mark.fan):
            break
        found.append(mark)
    return found


def of_core(clause: Clause, marks: Sequence[Mention], text: str, *, wants_core: bool) -> str:
    """The role of a core's temperature, "" for an oven's. The nearest word decides; numbers no core
    can have are the oven's. ``wants_core``: whether a heat stands already and a core is lacking."""
    if any(m.temp is None or core_temp(m) is None for m in marks):
        return ""
    if OVEN_BEHIND.match(text[marks[-1].end :]):
        return ""
    i = clause.marks.index(marks[0])
    last = clause.marks.index(marks[-1])
    for after in clause.marks[last + 1 :]:
        if after.kind == "core" and INSIDE.match(text[marks[-1].end : after.start]):
            return "core"
        if after.kind != "fan_word":
            break
    for before in reversed(clause.marks[:i]):
        j = clause.marks.index(before)
        told = clause.marks[j - 1] if j else None
        if (
            before.kind == "core"
            and told is not None
            and told.kind == "temp"
            and (INSIDE.match(text[told.end : before.start]))
        ):
            # "45C inside, at 80C": the middle is that of the number before it.
            break
        if before.kind in _CORE_BEFORE:
            return "core" if before.kind == "until" else before.kind
        if before.kind in _OVEN_BEFORE:
            between = text[before.end : marks[0].start].casefold()
            word = text[before.start : before.end].casefold()
            if (
                before.kind == "roast"
                and re.fullmatch(r"(?:\s+\w+){0,4}\s+to\s+(?:an?\s+)?", between)
                and "oven" not in word
            ):
                return "core"
            return ""
        if before.kind == "temp" and TO.match(text[before.end : marks[0].start]):
            # "120C to 54C": from the oven's heat to the middle's.
            return "core" if before.temp is not None and _lower(marks[0], before) else ""
        if (
            before.kind in ("time", "rate")
            and wants_core
            and (MORE_TO.fullmatch(text[before.end : marks[0].start]))
        ):
            # "10 minutes, to 54C"
            return "core"
        if before.kind in ("temp", "time", "rate", "brown", "crisp", "tender", "falling"):
            break
    low = all(m.temp is not None and m.temp.c < HIGHEST_CORE_C for m in marks)
    if all(m.temp is not None and m.temp.c < LEAST_OVEN_C and not m.bare for m in marks):
        return "core"
    return "core" if wants_core and low and clause.act in ("out", "rest") else ""


def _lower(mark: Mention, heat: Mention) -> bool:
    found = core_temp(mark)
    return found is not None and heat.temp is not None and found.c < heat.temp.c


def core_temp(mark: Mention) -> Temp | None:
    """The core's temperature a mark can mean; a bare number above what a core has is in °F."""
    assert mark.temp is not None
    temp = mark.temp
    if mark.bare and temp.c > HIGHEST_CORE_C:
        temp = Temp(temp.written, "F")
    return temp if temp.unit != "gas" and CORE_LOW_C <= temp.c <= CORE_HIGH_C else None


def _middle(temp: Temp, high: Temp | None, code: str) -> tuple[Temp, list[Other]]:
    """A range at its middle, and what it may mean besides."""
    if high is None:
        return temp, []
    mean = Temp(f"{0.5 * (float(temp.written) + float(high.written)):g}", temp.unit)
    return mean, [Other(code, str(t), t, "") for t in (mean, temp, high)]


def goal_of(marks: Sequence[Mention], role: str) -> Goal:
    """A core's temperature, said once or several times."""
    others: list[Other] = []
    temps: list[Temp] = []
    for mark in marks:
        temp = core_temp(mark)
        assert temp is not None
        high = mark.high if mark.high is None else Temp(mark.high.written, temp.unit)
        mean, ranged = _middle(temp, high, "range")
        others += ranged if mark is marks[0] else []
        temps.append(mean)
    for other in temps[1:]:
        gap = other.c - temps[0].c
        if abs(gap) > AGREE_CORE_C:
            words = f"{temps[0]} and {other} are {said_d(abs(gap))} apart"
            others += [Other("core", str(t), t, words) for t in (temps[0], other)]
    return Goal(temps[0], tuple(marks), role, tuple(others))


def heat_of(
    marks: Sequence[Mention], kind: CookerKind, range_c: tuple[float, float], scale: str
) -> Heat | None:
    """The oven's heat that temperatures side by side mean for an oven of ``kind``; None where no
    oven has any of them. ``scale``: the one this text uses where a number says none."""
    group = [_scaled(m, range_c, scale, marks) for m in marks]
    group = [m for m in group if m.temp is not None and OVEN_LOW_C <= m.temp.c <= OVEN_HIGH_C]
    if not group:
        return None
    plain = [m for m in group if not m.fan]
    blown = [m for m in group if m.fan]
    others: list[Other] = []
    for a, b in pairwise(plain):
        others += _compared(a, b)
    if not scale and len(group) == 1:
        others += _either_scale(group[0], range_c)
    air: Air | None = None
    if blown and (kind == "fan" or not plain):
        first, air = blown[0], "fan"
    else:
        gas = [m for m in plain if m.temp is not None and m.temp.unit == "gas"]
        first = gas[0] if gas and kind == "gas" else plain[0]
        if (blown and kind != "gas") or first.still:
            air = "still"
    assert first.temp is not None
    drop = 0.0
    if plain and blown and plain[0].temp is not None and blown[0].temp is not None:
        drop = plain[0].temp.c - blown[0].temp.c
    temp, ranged = _middle(first.temp, first.high, "range")
    return Heat(temp, air, tuple(marks), (*others, *ranged), drop)


def _scaled(
    mark: Mention, range_c: tuple[float, float], scale: str, beside: Sequence[Mention]
) -> Mention:
    """A bare number on the scale it can only be meant on."""
    if not mark.bare or mark.temp is None:
        return mark
    said = [m.temp.unit for m in beside if m.temp is not None and not m.bare]
    unit = next((u for u in said if u != "gas"), scale)
    other = replace(mark, temp=Temp(mark.temp.written, "F"))
    assert other.temp is not None
    low, high = range_c
    if unit == "F" and low <= other.temp.c:
        return other
    if unit != "C" and not low <= mark.temp.c <= high and low <= other.temp.c <= high:
        return other
    return mark


def _either_scale(mark: Mention, range_c: tuple[float, float]) -> list[Other]:
    """A bare number that this oven has on both scales is asked about."""
    if not mark.bare or mark.temp is None or mark.temp.unit != "C":
        return []
    other = Temp(mark.temp.written, "F")
    low, high = range_c
    if not (low <= mark.temp.c <= high and low <= other.c <= high):
        return []
    words = f"{mark.temp} and {other} are {said_d(mark.temp.c - other.c)} apart"
    return [Other("scale", str(t), t, words) for t in (mark.temp, other)]


def _compared(a: Mention, b: Mention) -> list[Other]:
    assert a.temp is not None
    assert b.temp is not None
    gap = abs(b.temp.c - a.temp.c)
    if gap <= AGREE_C:
        return []
    code = "gas" if "gas" in (a.temp.unit, b.temp.unit) else "units"
    words = f"{a.temp} and {b.temp} are {said_d(gap)} apart"
    return [Other(code, str(t), t, words) for t in (a.temp, b.temp)]


def named_heat(mark: Mention, text: str) -> Heat:
    """A heat by its old name, asked about."""
    word = " ".join(text[mark.start : mark.end].casefold().split())
    c = next(c for name, c in WORD_HEATS_C if word.startswith(name))
    near = tuple(Other("word_heat", f"{said_c(t)}", celsius(t), "") for t in (c, c - 15, c + 15))
    return Heat(celsius(c), None, (mark,), near)
