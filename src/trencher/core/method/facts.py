"""What a sentence of ordinary prose says: temperatures, times, rates and things done, with places.

Only finds; what it makes of them is ``prose``. English, as cooks write it in C, F or gas.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from trencher.core.method.stages import Per, Temp, number
from trencher.core.units import GAS_MARKS

FactKind = Literal[
    "temp", "time", "rate", "rest", "sear", "off", "out", "turn", "cover", "uncover", "loosely",
    "wrap", "brown", "crisp", "tender", "core", "total", "baste", "preheat", "end", "more",
    "fan", "side",
]  # fmt: skip


@dataclass(frozen=True)
class Fact:
    """One thing said, at ``start``–``end`` of the text.

    ``temp`` for temperatures, with ``fan`` if said of a fan oven and ``bare`` if no scale was said
    (°C is then only one reading); ``low_min``/``high_min`` for times (equal unless a range);
    ``per`` for rates.
    """

    kind: FactKind
    start: int
    end: int
    temp: Temp | None = None
    fan: bool = False
    bare: bool = False
    low_min: float = 0.0
    high_min: float = 0.0
    per: Per | None = None

    @property
    def minutes(self) -> float:
        """Middle of a time."""
        return 0.5 * (self.low_min + self.high_min)


WORDS = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7,
    "eight": 8, "nine": 9, "ten": 10, "twelve": 12, "fifteen": 15, "eighteen": 18, "twenty": 20,
    "twenty-five": 25, "thirty": 30, "thirty-five": 35, "forty": 40, "forty-five": 45, "fifty": 50,
    "sixty": 60, "ninety": 90,
}  # fmt: skip
FRACTIONS = {"¼": 0.25, "½": 0.5, "¾": 0.75, "1/4": 0.25, "1/2": 0.5, "3/4": 0.75}

_FRACTION = r"[¼½¾]|1/2|1/4|3/4"
_WORD = "|".join(sorted(WORDS, key=len, reverse=True))
_HALVES = r"\s+and\s+a\s+(?:half|quarter)"
_N = rf"(?:\d+(?:[.,]\d+)?\s*(?:{_FRACTION})?|(?:{_FRACTION})|\b(?:{_WORD})(?:{_HALVES})?\b)"
_MIN, _HOUR = r"(?:minutes?|mins?)\b", r"(?:(?:hours?|hrs?)\b|h(?=\d|\b))"
_DASH = r"\s*(?:-|–|—|to|or)\s*"
_OTHER_UNIT = r"(?!\s*(?:°|º|deg|[CFcf]\b|g\b|kg|ml|k|lb))"
_PART_OF_HOUR = (
    r"half\s+an\s+hour|(?:a\s+)?quarter\s+of\s+an\s+hour|three[- ]quarters\s+of\s+an\s+hour"
)
_TIME = (
    rf"(?P<half>{_PART_OF_HOUR})"
    rf"|(?P<h>{_N})(?:{_DASH}(?P<h2>{_N}))?\s*{_HOUR}"
    rf"(?:\s*(?:and\s+)?(?:(?P<hm>{_N})\s*(?:{_MIN})?{_OTHER_UNIT}|(?P<ahalf>a\s+half)))?"
    rf"|(?P<m>{_N})(?:{_DASH}(?P<m2>{_N}))?[\s-]*{_MIN}"
)
_PER = (
    r"\.?\s*(?:,\s*)?(?:per|for\s+(?:each|every)|/|(?:a|to\s+the)(?=\s*(?:kg|kilo|lb|pound)))\s*"
    r"(?P<per>500\s*g(?:rams?)?|half[- ]kilo|450\s*g(?:rams?)?|100\s*g(?:rams?)?"
    r"|(?:lb|pound)s?(?:\s*/\s*450\s*g)?|kg|kilo(?:gram(?:me)?)?s?|side)\b"
)
_ANOTHER = r"(?:an?\s+(?:extra|further|additional)\s+|another\s+)?"
_OVER = rf"(?:(?:{_MIN})(?:\s*(?:over|more|extra|on\s+top))?|more\b|over\b|extra\b)"
_ENDS = r"(?=\s*(?:$|[.,;)\n])|\s+(?:at|in)\b)"
_PLUS = rf"\s*,?\s*(?:plus|and|\+)\s*{_ANOTHER}(?P<plus>{_N})(?:\s*{_OVER}|{_ENDS})"
_RATE = re.compile(rf"(?P<rm>{_N})(?:{_DASH}(?P<rm2>{_N}))?\s*{_MIN}{_PER}(?:{_PLUS})?", re.I)
_TIMES = re.compile(_TIME, re.I)
_DEGREES = re.compile(
    r"(?P<before>\bfan\s*(?:oven\s*)?:?\s*)?(?P<value>\d{2,3}(?:[.,]\d)?)\s*(?:°|º|degrees?|deg\.?)?\s*"
    r"(?P<unit>C|F|celsius|centigrade|fahrenheit)\b(?P<after>\s*\(?\s*fan\b(?!\s*\d))?", re.I,
)  # fmt: skip
_BARE = re.compile(
    r"(?:(?:\b(?:at|to|oven|heat|is|reads?|reach(?:es)?)|^)\s*)(?P<value>\d{2,3})\s*"
    r"(?:°|º|degrees?\b|deg\b\.?)?"
    r"(?=\s*(?:$|[,.;)\n]|for\b|until\b|then\b|and\b|in\s+the\b))",
    re.IGNORECASE | re.MULTILINE,
)
"""A number where a heat would stand, its scale unsaid."""
_GAS = re.compile(r"\bgas\s*(?:mark\s*)?(?P<mark>1/4|1/2|¼|½|10|[1-9])\b", re.I)

_FOIL = r"(?:the\s+)?(?:foil|lid)"
_SAID: tuple[tuple[FactKind, str], ...] = (
    ("total", r"\b(?:in\s+total|in\s+all|altogether|total(?:\s+(?:cooking|roasting)?\s*time)?)\b"),
    ("rest", r"\b(?:rest(?:ed|ing|s)?|leave\s+(?:it\s+)?to\s+stand|stand(?:ing)?\s+for|relax)\b"),
    ("sear", r"\b(?:sear(?:ed|ing)?|(?:frying|hot)\s+pan|on\s+the\s+hob|brown\s+(?:it|the|all))\b"),
    ("off", r"\b(?:(?:turn|switch)(?:ed)?\s+(?:the\s+)?(?:oven\s+|it\s+|heat\s+)?|oven\s+)off\b"),
    ("out", r"\b(?:(?:out\s+of|from)\s+the\s+fridge|come\s+(?:up\s+)?to\s+room\s+temperature)\b"),
    ("turn", r"\b(?:turn\s+(?:it|the\s+\w+|over)(?:\s+over)?\b(?!\s*(?:down|up|off))|flip\b)"),
    ("uncover", rf"\b(?:uncover(?:ed)?|(?:remove|take\s+off|without)\s+{_FOIL})\b"),
    ("loosely", r"\b(?:loosely|tent(?:ed)?)\b"),
    ("wrap", r"\bwrap(?:ped)?\b"),
    ("cover", r"\b(?:cover(?:ed)?|under\s+(?:foil|a\s+lid)|lid\s+on)\b"),
    ("crisp", r"\bcrisp(?:s|y|ed)?\b|\bcrackl(?:es|ed|ing)\b"),
    ("brown", r"\b(?:golden|browned|brown)\b"),
    ("tender", r"\b(?:tender|falls?\s+apart|falling\s+apart|soft\s+enough)\b"),
    ("core", r"\b(?:core|centre|center|middle|internal|inside|thermometer|probe)\b"),
    ("baste", r"\bbast(?:e|ing)\b"),
    ("preheat", r"\bpre-?heat(?:ed)?\b"),
    ("side", r"\b(?:each|per|a|every)\s+side\b"),
    ("end", r"(?<!\bmin)(?<!\bmins)(?<!\bhr)(?<!\bhrs)\.(?=\s|$)|[;!?](?=\s|$)|\n"),
)  # fmt: skip


def _value(text: str) -> float:
    text = " ".join(text.split()).casefold()
    for tail, share in ((" and a half", 0.5), (" and a quarter", 0.25)):
        if text.endswith(tail):
            return _value(text[: -len(tail)]) + share
    if text in WORDS:
        return float(WORDS[text])
    total = 0.0
    for name, share in FRACTIONS.items():
        if text.endswith(name) and (text == name or not text[: -len(name)].strip().endswith("/")):
            total += share
            text = text[: -len(name)].strip()
            break
    return total + (float(text.replace(",", ".")) if text else 0.0)


def _span(low: str, high: str | None) -> tuple[float, float]:
    first = _value(low)
    return (first, first) if high is None else (first, _value(high))


PER_OF: tuple[tuple[str, Per, float], ...] = (
    ("side", "side", 1.0), ("100", "kg", 10.0), ("450", "lb", 1.0),
    ("500", "500g", 1.0), ("half", "500g", 1.0), ("lb", "lb", 1.0), ("pound", "lb", 1.0),
    ("k", "kg", 1.0),
)  # fmt: skip
"""How a weight begins, the weight of the notation, and what minutes are multiplied by.

450 g stands for a pound on labels; it is one to 1 %.
"""


def _rates(text: str) -> Iterator[Fact]:
    for m in _RATE.finditer(text):
        word = " ".join(m["per"].casefold().split())
        _, per, times = next(p for p in PER_OF if word.startswith(p[0]))
        low, high = _span(m["rm"], m["rm2"])
        yield Fact("rate", m.start(), m.end(), low_min=low * times, high_min=high * times, per=per)
        if m["plus"] is not None:
            plus = _value(m["plus"])
            yield Fact("more", m.start("plus"), m.end(), low_min=plus, high_min=plus)


def _times(text: str) -> Iterator[Fact]:
    for m in _TIMES.finditer(text):
        if m["half"]:
            word = m["half"].casefold()
            low = high = 30.0 if word.startswith("half") else 45.0 if word[0] == "t" else 15.0
        elif m["h"]:
            low, high = (60.0 * v for v in _span(m["h"], m["h2"]))
            extra = 30.0 if m["ahalf"] else _value(m["hm"]) if m["hm"] else 0.0
            low, high = low + extra, high + extra
        else:
            low, high = _span(m["m"], m["m2"])
        yield Fact("time", m.start(), m.end(), low_min=low, high_min=max(low, high))


def _temps(text: str) -> Iterator[Fact]:
    for m in _DEGREES.finditer(text):
        unit = "C" if m["unit"][0] in "cC" else "F"
        temp = Temp(number(float(m["value"].replace(",", "."))), unit)  # type: ignore[arg-type]
        fan = bool(m["before"] or m["after"])
        yield Fact("temp", m.start(), m.end(), temp=temp, fan=fan)
    for m in _BARE.finditer(text):
        yield Fact("temp", m.start("value"), m.end(), temp=Temp(m["value"], "C"), bare=True)
    marks = dict(GAS_MARKS)
    for m in _GAS.finditer(text):
        mark = {"¼": "1/4", "½": "1/2"}.get(m["mark"], m["mark"])
        if mark in marks:
            yield Fact("temp", m.start(), m.end(), temp=Temp(mark, "gas"))


def facts_in(text: str) -> list[Fact]:
    """Everything said in ``text``, by place; a longer fact keeps a shorter one out of its place."""
    found = [*_rates(text), *_times(text), *_temps(text)]
    for kind, pattern in _SAID:
        found += [Fact(kind, m.start(), m.end()) for m in re.finditer(pattern, text, re.IGNORECASE)]
    kept: list[Fact] = []
    rank = {"rate": 0, "more": 0, "temp": 1, "time": 2}
    for fact in sorted(found, key=lambda f: (rank.get(f.kind, 3), f.start - f.end)):
        inside = [k for k in kept if fact.start < k.end and k.start < fact.end]
        if fact.kind == "more" or not inside:
            kept.append(fact)
    return sorted(kept, key=lambda f: (f.start, f.end))
