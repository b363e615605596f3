"""What words say, one by one: heats, times, rates, amounts and the trade's words, with places.

Only finds; what they mean together is ``clauses`` and ``reader``. English, British and American.
"""

from __future__ import annotations

import re
from bisect import bisect_left
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import chain, pairwise

from trencher.core.method.prose.lexicon import ACT_KINDS, PHRASES
from trencher.core.method.prose.numbers import span, value
from trencher.core.method.prose.patterns import (
    AFTER_TWO,
    AT,
    BARE,
    BY,
    DEG_ONLY,
    DEGREES,
    FAN_BARE,
    FOR,
    FOR_EACH,
    FROM_HOUR,
    GAS,
    LEAST_BARE,
    LONE,
    ML,
    ML_OF,
    MOST_HOURS_MORE,
    OF_HOURS,
    OR_INSIDE,
    OTHER,
    OVEN_OF,
    PER_FIRST,
    RANGE,
    RATES,
    SECOND,
    SO_MANY_MORE,
    SPOKEN,
    TIMES,
    UNIT,
    UP_TO,
    WIDEST,
)
from trencher.core.method.stages import Per, Temp, number
from trencher.core.units import GAS_MARKS


@dataclass(frozen=True)
class Mention:
    """One thing said, at ``start``–``end`` of the text.

    ``kind``: temp, time, rate, plus, ml, by (degrees more or less), number (its meaning unsaid) or
    a word of the lexicon. ``temp``, with ``high`` where a range is written, ``fan`` if said of a
    fan oven, ``bare`` if no scale was said (°C is then only one reading); ``low_min``/``high_min``
    for times (equal unless a range); ``per`` for rates; ``amount``: millilitres, °C, a number.
    """

    kind: str
    start: int
    end: int
    temp: Temp | None = None
    high: Temp | None = None
    fan: bool = False
    still: bool = False
    bare: bool = False
    low_min: float = 0.0
    high_min: float = 0.0
    per: Per | None = None
    amount: float = 0.0

    @property
    def minutes(self) -> float:
        """Middle of a time."""
        return 0.5 * (self.low_min + self.high_min)


NOT = re.compile(r"\b(?:no|no\s+need\s+to|do\s+not|don['’]t|never|without)\s+$", re.IGNORECASE)
"""What makes of a thing done one that is not: *no need to rest*."""
_ROASTED_IN = re.compile(r"\b(?:roast|bak)(?:e|ed|ing)?\s+(?:it\s+)?$", re.IGNORECASE)
"""*Roast in the pan*: what it lies in, not the hob."""
DENIED = ACT_KINDS | {"cover", "wrap", "tent"}
LEAST_UNSAID, MOST_UNSAID = 5.0, 240.0

_PER_OF: tuple[tuple[str, Per, float], ...] = (
    ("side", "side", 1.0),
    ("100", "kg", 10.0),
    ("450", "lb", 1.0),
    ("500", "500g", 1.0),
    ("half", "500g", 1.0),
    ("lb", "lb", 1.0),
    ("pound", "lb", 1.0),
    ("k", "kg", 1.0),
)
"""How a weight begins, the weight of the notation, and what minutes are multiplied by.

450 g stands for a pound on labels; it is one to 1 %.
"""


def _share(words: str | None) -> float:
    """*And a half*, *and a quarter*, of whatever stands before."""
    return 0.0 if words is None else 0.5 if "half" in words.casefold() else 0.25


def _part(words: str) -> float:
    """Minutes of a part of an hour."""
    said = words.casefold()
    if "third" in said:
        return 40.0 if said.startswith("two") else 20.0
    return 45.0 if said.startswith("three") else 15.0 if "quarter" in said else 30.0


def _per_of(written: str) -> tuple[Per, float]:
    word = " ".join(written.casefold().split())
    return next((per, times) for begins, per, times in _PER_OF if word.startswith(begins))


def _rates(text: str) -> Iterator[Mention]:
    for m in PER_FIRST.finditer(text):
        per, times = _per_of(m["per"])
        low, high = span(m, "r")
        yield Mention(
            "rate", m.start(), m.end(), low_min=low * times, high_min=high * times, per=per
        )
    for m in RATES.finditer(text):
        per, times = _per_of(m["per"])
        times /= 60.0 if m["rs"] else 1.0 / 60.0 if m["rh"] else 1.0
        low, high = span(m, "r") if m["rpart"] is None else (_part(m["rpart"]),) * 2
        low, high = low + _share(m["rshare"]), high + _share(m["rshare"])
        at = max(m.start("plus"), m.start("plus_part"))
        end = at if at >= 0 else m.end()
        yield Mention("rate", m.start(), end, low_min=low * times, high_min=high * times, per=per)
        if at >= 0:
            plus = value(m["plus"]) if m["plus"] else _part(m["plus_part"])
            yield Mention("plus", at, m.end(), low_min=plus, high_min=plus)


def _times(text: str) -> Iterator[Mention]:
    """Times, *30 minutes to an hour* as one."""
    before: Mention | None = None
    for mark in _single_times(text):
        if before is None:
            before = mark
        elif before.high_min < mark.low_min and UP_TO.fullmatch(text[before.end : mark.start]):
            before = replace(before, end=mark.end, high_min=mark.high_min)
        else:
            yield before
            before = mark
    if before is not None:
        yield before


def _single_times(text: str) -> Iterator[Mention]:
    for m in TIMES.finditer(text):
        if m["part"]:
            low = high = _part(m["part"])
        elif m["h"] or m["hb"] or m["one"] is not None:
            low, high = (60.0 * v for v in (span(m, "h") if m["one"] is None else (1.0, 1.0)))
            share = (m["share"] or "").casefold()
            extra = {"": 0.0, "a half": 30.0, "a quarter": 15.0}.get(" ".join(share.split()), 45.0)
            extra += value(m["hm"]) if m["hm"] else 0.0
            low, high = low + extra, high + extra
        elif m["m"] or m["mb"]:
            low, high = span(m, "m")
            low, high = low + _share(m["mshare"]), high + _share(m["mshare"])
        else:
            low, high = (v / 60.0 for v in span(m, "s"))
        yield Mention("time", m.start(), m.end(), low_min=low, high_min=high)


def _degrees(written: str, unit: str, high: str | None) -> tuple[Temp, Temp | None]:
    scale = "F" if unit[:1] in "fF" and unit else "C"
    clean = number(float(written.replace(",", ".")))
    top = Temp(number(float(high)), scale) if high else None  # type: ignore[arg-type]
    return Temp(clean, scale), top  # type: ignore[arg-type]


def _temps(text: str) -> Iterator[Mention]:
    for m in RANGE.finditer(text):
        temp, high = _degrees(m["value"], m["unit"], m["high"])
        if 0.0 < float(m["high"]) - float(temp.written) <= WIDEST:
            yield Mention("temp", m.start(), m.end(), temp=temp, high=high, fan=bool(m["fan"]))
    for m in DEGREES.finditer(text):
        unit = m["unit"] or ""
        fan = bool(m["before"] or m["fan"]) or not unit
        temp, _ = _degrees(m["value"], unit, None)
        yield Mention(
            "temp", m.start(), m.end(), temp=temp, fan=fan, still=bool(m["still"]), bare=not unit
        )
    for m in FAN_BARE.finditer(text):
        yield Mention("temp", m.start(), m.end(), temp=Temp(m["value"], "C"), fan=True, bare=True)
    for m in SPOKEN.finditer(text):
        try:
            written = number(value(m["value"]))
        except (KeyError, ValueError):
            continue
        temp, _ = _degrees(written, m["unit"] or "", None)
        yield Mention("temp", m.start(), m.end(), temp=temp, bare=not m["unit"])
    for pattern in (DEG_ONLY, BARE, OVEN_OF, OR_INSIDE):
        for m in pattern.finditer(text):
            temp, high = _degrees(m["value"], "", m["high"])
            if float(temp.written) < LEAST_BARE:
                continue
            yield Mention("temp", m.start("value"), m.end(), temp=temp, high=high, bare=True)
    marks = dict(GAS_MARKS)
    for m in GAS.finditer(text):
        mark = {"¼": "1/4", "½": "1/2"}.get(m["mark"], m["mark"])
        if mark in marks:
            yield Mention("temp", m.start(), m.end(), temp=Temp(mark, "gas"))


def _amounts(text: str) -> Iterator[Mention]:
    for m in BY.finditer(text):
        share = 5.0 / 9.0 if (m["u"] or "") in ("F", "f") else 1.0
        yield Mention("by", m.start(), m.end(), amount=value(m["v"]) * share)
    for m in ML.finditer(text):
        each = next(v for name, v in ML_OF if m["u"].casefold().startswith(name))
        half = m["v"].casefold().startswith("half")
        yield Mention("ml", m.start(), m.end(), amount=(0.5 if half else value(m["v"])) * each)
    for m in OTHER.finditer(text):
        yield Mention("measure", m.start(), m.end())


def _words(text: str) -> Iterator[Mention]:
    for kind, pattern in PHRASES:
        for m in pattern.finditer(text):
            yield Mention(kind, m.start(), m.end())


def _so_long(m: re.Match[str], minutes: float) -> Mention:
    """A time whose unit is not said where its number, the group ``v``, stands."""
    return Mention("time", m.start("v"), m.end("v"), low_min=minutes, high_min=minutes, bare=True)


def _unsaid(text: str) -> Iterator[Mention]:
    """Times without a unit of their own: *rest for 20*, *the last hour of three*, *after 20 and 40
    minutes*, *for the first hour …, for the second*, *from the second hour on*."""
    for m in OF_HOURS.finditer(text):
        yield _so_long(m, value(m["v"]) * 60.0)
    for m in FOR.finditer(text):
        if LEAST_UNSAID <= value(m["v"]) <= MOST_UNSAID:
            yield _so_long(m, value(m["v"]))
    for m in AFTER_TWO.finditer(text):
        yield _so_long(m, value(m["v"]))
    for m in SECOND.finditer(text):
        yield _so_long(m, 30.0 if "half" in m["unit"].casefold() else 60.0)
    for m in FROM_HOUR.finditer(text):
        yield Mention("after", m.start(), m.start("v"))
        yield _so_long(m, 60.0 + 60.0 * ("second", "third", "fourth").index(m["n"].casefold()))


def _more(text: str) -> Iterator[Mention]:
    """*Twenty more*: of what was counted last, minutes where nothing was."""
    units = [(m.start(), m[0]) for m in UNIT.finditer(text)]
    for m in SO_MANY_MORE.finditer(text):
        before = bisect_left(units, (m.start(), ""))
        hours = before > 0 and units[before - 1][1][0] in "hH" and value(m["v"]) <= MOST_HOURS_MORE
        yield _so_long(m, value(m["v"]) * (60.0 if hours else 1.0))


def _lone(text: str) -> Iterator[Mention]:
    for m in LONE.finditer(text):
        yield Mention("number", m.start(), m.end(), amount=value(m.group()))


_GAP = re.compile(r"\s{9,}")
_RANK = {"rate": 0, "plus": 0, "by": 1, "temp": 2, "time": 3, "ml": 4, "measure": 5, "number": 9}


def _without_gaps(text: str) -> str:
    """Long runs of white space with a letter in their middle that no phrase has: what looks over
    white space would look over the whole run from each of its places."""
    return _GAP.sub(lambda m: m[0][:3] + "\0" * (len(m[0]) - 6) + m[0][-3:], text)


def marks_in(text: str) -> list[Mention]:
    """Everything said in ``text``, by place; a longer mark keeps a shorter one out of its place."""
    text = _without_gaps(text)
    found = [*chain(_rates(text), _times(text), _temps(text), _amounts(text), _words(text))]
    found += [*_unsaid(text), *_more(text), *_lone(text)]
    order = sorted(
        enumerate(found), key=lambda p: (_RANK.get(p[1].kind, 6), p[1].start - p[1].end, p[0])
    )
    taken = [False] * len(text)
    kept: list[Mention] = []
    for _, mark in order:
        if any(taken[mark.start : mark.end]):
            continue
        taken[mark.start : mark.end] = [True] * (mark.end - mark.start)
        before = text[max(0, mark.start - 14) : mark.start]
        if mark.kind == "sear" and _ROASTED_IN.search(before) and text[mark.start] in "iI":
            continue
        if not (mark.kind in DENIED and NOT.search(before)):
            kept.append(mark)
        elif mark.kind == "rest":
            kept.append(replace(mark, kind="no_rest"))
    return _by_weight(sorted(kept, key=lambda f: (f.start, f.end)), text)


def _by_weight(marks: list[Mention], text: str) -> list[Mention]:
    """*An hour at 200C for every kilo*: the weight behind the heat makes a rate of the time."""
    for n, (time, temp) in enumerate(pairwise(marks)):
        if time.kind != "time" or temp.kind != "temp":
            continue
        behind = FOR_EACH.match(text[temp.end :])
        if behind is None or not AT.match(text[time.end : temp.start]):
            continue
        per, times = _per_of(behind["per"])
        low, high = time.low_min * times, time.high_min * times
        marks[n] = replace(time, kind="rate", low_min=low, high_min=high, per=per)
    return marks
