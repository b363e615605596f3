"""What words say, one by one: heats, times, rates, amounts and the trade's words, with places.

Only finds; what they mean together is ``clauses`` and ``reader``. English, British and American.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import chain, pairwise

from trencher.core.method.prose.lexicon import ACT_KINDS, PHRASES
from trencher.core.method.prose.numbers import NUMBER, SMALL, span, span_of, value
from trencher.core.method.stages import Per, Temp, number
from trencher.core.units import GAS_MARKS


@dataclass(frozen=True)
class Mark:
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


_MIN = r"(?:minutes?|mins?|m(?![a-z°]))\b"
_HOUR = r"(?:(?:hours?|hrs?)\b|h(?=\d|\b))"
_SEC = r"(?:seconds?|secs?)\b"
_NO_UNIT = (
    r"(?!\d|\s*(?:°|º|deg|[CFcf]\b|g\b|kg|ml|k|lb|per\b|a\s+(?:side|lb|pound|kg|kilo)|sec|s\b))"
)
_PART = (
    r"half\s+(?:an\s+)?hour|(?:an?\s+)?half[\s-]hour|(?:a\s+)?quarter\s+of\s+an\s+hour"
    r"|three[-\s]quarters\s+of\s+an\s+hour|(?:a|two)\s+thirds?\s+of\s+an\s+hour"
)
_BARE_HOUR = "|".join(
    rf"(?<=\b{word}\s)"
    for word in (
        "first",
        "second",
        "third",
        "last",
        "final",
        "remaining",
        "every",
        "another",
        "further",
        "next",
        "the",
    )
)
"""What stands before an hour that has no number: *the first hour*, *another hour and a half*."""
_TIMES = re.compile(
    rf"\b(?P<part>{_PART})\b"
    rf"|(?:(?:{span_of('h')})(?:\s+(?:good|full|whole|solid))?[\s-]*|(?P<one>{_BARE_HOUR})){_HOUR}"
    rf"(?:(?:[^\S\n]|,)*(?:and\s+)?(?:(?P<share>a\s+half|a\s+quarter|three[\s-]+quarters)\b"
    rf"|(?P<hm>{NUMBER})(?:[\s-]*{_MIN}|{_NO_UNIT})))?"
    rf"|(?:{span_of('m')})[\s-]*(?:more\s+)?{_MIN}(?:\s+and\s+(?P<mshare>a\s+half|a\s+quarter)\b)?"
    rf"|(?:{span_of('s')})[\s-]*{_SEC}", re.I,
)  # fmt: skip
_UP_TO = re.compile(r"\s*(?:to|or|-|–)\s*", re.IGNORECASE)
_WEIGHT = (
    r"500\s*g(?:rams?)?|half[-\s](?:a\s+)?kilo|450\s*g(?:rams?)?|100\s*g(?:rams?)?"
    r"|(?:lb|pound)s?\b(?:\s*[/(]\s*450\s*g\)?)?|kg|kilo(?:gram(?:me)?)?s?|side"
)
_PER = (
    r"\.?\s*(?:,\s*)?(?:per|for\s+(?:each|every)|each|every|/|(?:on\s+)?(?:a|each|either|both)"
    rf"(?=\s+sides?\b)|a|to\s+the|the)\s*(?P<per>{_WEIGHT}|sides)\b"
)
_FOR_EACH = re.compile(rf"\s*(?:for\s+(?:each|every)|per)\s*(?P<per>{_WEIGHT})", re.IGNORECASE)
_AT = re.compile(r"\s*(?:at|in|@)\s*(?:an?\s*)?$", re.IGNORECASE)
_OVER = r"(?:over|more|extra|on\s+top|at\s+the\s+end(?!\s+at\b)|besides)"
_PLUS = (
    r"\s*,?\s*(?:plus|and|\+|adding|add)\s*(?:then\s+)?(?:an?\s+(?:extra|further|additional)\s+|another\s+"
    rf"|an?\s+)?(?:(?P<plus_part>{_PART})(?!\s+at\s+the\s+end\s+at\b)(?:\s*{_OVER})?\b|(?P<plus>{NUMBER})(?:\s*{_MIN}(?:\s*{_OVER})?|\s*{_OVER}\b"
    r"|(?=\s*(?:$|[.,;)\n])|\s+(?:at|in)\b)))"
)
_RATES = re.compile(
    rf"(?:\b(?P<rpart>{_PART})|(?:{span_of('r')})\s*-?\s*"
    rf"(?:{_MIN}(?:\s+and\s+(?P<rshare>a\s+half|a\s+quarter)\b)?|(?P<rs>{_SEC})|(?P<rh>{_HOUR})))"
    rf"\s*{_PER}(?:{_PLUS})?",
    re.I,
)
_PER_FIRST = re.compile(
    rf"\b(?:per|for\s+(?:each|every))\s*(?P<per>{_WEIGHT})\s*[:,=]?\s*"
    rf"(?:allow\s+|give\s+it\s+|another\s+|a\s+further\s+)?(?:(?:blue|rare|pink)\s*:?\s*)?"
    rf"(?:{span_of('r')})\s*{_MIN}", re.I,
)  # fmt: skip
"""*Per 500 g: 20 min*."""
_BY = re.compile(
    rf"(?<!followed )\bby\s+(?P<v>{NUMBER})(?!\s*(?:{_MIN}|{_HOUR}))"
    r"\s*(?:°|º|degrees?)?\s*(?P<u>C|F)?\b",
    re.I,
)

_DEG = r"\s*(?:°|º|degrees?|deg\.?)?\s*"
_SCALE = r"(?P<unit>C|F|celsius|centigrade|fahrenheit)\b"
_TO = r"\s*(?:°|º)?\s*(?:[CF]\b)?\s*(?:-|–|—|\bto\b|\band\b|\bor\b)\s*"
_FAN = (
    r"\(?\s*(?:(?:in|for|with|if)\s+(?:an?\s+|the\s+)?)?(?:fan|convection)\b"
    r"(?!\s*:?\s*\d{3}(?!\d))(?!\s+oven\s+at\b)"
)
_STILL = r"\(?\s*(?:still|conventional|no\s+fan|without\s+(?:a\s+)?fan|static)\b"
_DEGREES = re.compile(
    r"(?P<before>\b(?:fan|convection)\s*(?:oven\s*)?:?\s*)?"
    rf"(?P<value>\d{{2,3}}(?:[.,]\d)?){_DEG}"
    rf"(?:{_SCALE}|(?=(?:fan|convection)\b))(?:\s*(?P<fan>{_FAN})|\s*(?P<still>{_STILL}))?", re.I,
)  # fmt: skip
_RANGE = re.compile(
    rf"(?P<value>\d{{2,3}}(?:[.,]\d)?){_TO}(?P<high>\d{{2,3}}){_DEG}{_SCALE}(?:\s*(?P<fan>{_FAN}))?",
    re.I,
)
LEAST_BARE = 30.0
"""A bare number below this is no heat, on either scale."""
WIDEST = 40.0
"""Degrees between the ends of a range; *225F to 115F* is none."""
_FAN_BARE = re.compile(
    rf"\b(?:fan|convection)\s*(?:oven\s*)?:?\s*(?P<value>\d{{3}})\b{_DEG}(?!\s*[CF]\b)", re.I
)
_SPOKEN = re.compile(
    rf"(?P<value>(?:an?|one|two|three|four|five)\s+hundred(?:\s+(?:and\s+)?[a-z]+(?:[\s-][a-z]+)?)?"
    rf"|[a-z]+ty(?:[\s-][a-z]+)?)\s+(?:degrees?|°)\s*(?:{_SCALE})?", re.I,
)  # fmt: skip
_BARE = re.compile(
    r"(?:@\s*|\b(?:at|to|oven|heat|until|till|is|was|says|shows?|reads?|reach(?:es)?|reached|hits?|registers?|gets\s+to"
    r"|about|around|wants|(?:then|and|now|it)(?=\s+\d{3}\b))\s+|^\s*|[,;:]\s*)"
    r"(?P<value>\d{2,3})(?:\s*(?:-|–|to)\s*(?P<high>\d{2,3}))?\s*(?P<deg>°|º|degrees?\b|deg\b\.?)?"
    r"(?=\s*(?:$|[,.;)(\n]|:(?!\d)|for\b|until\b|till\b|then\b|and\b|in\b|inside\b|at\b|before\b|when\b"
    r"|internal\b|while\b))",
    re.IGNORECASE | re.MULTILINE,
)
"""A number where a heat would stand, its scale unsaid."""
_OR_INSIDE = re.compile(
    r"\bor\s+(?P<value>\d{2,3})(?P<high>)(?=\s+(?:inside|in\s+the\s+(?:middle|centre|center))\b)",
    re.I,
)
_OVEN_OF = re.compile(r"\b(?:an?|the)\s+(?P<value>\d{3})(?P<high>)(?=\s+oven)", re.IGNORECASE)
"""*In a 160 oven*."""
_DEG_ONLY = re.compile(
    r"(?P<value>\d{2,3})(?:\s*(?:-|–|to)\s*(?P<high>\d{2,3}))?\s*(?:°|º|degrees?\b|deg\b\.?)"
    r"(?!\s*(?:[CF]\b|celsius|centigrade|fahrenheit))", re.IGNORECASE,
)  # fmt: skip
_GAS = re.compile(
    r"\b(?:gas(?:\s*mark|\s*no\.?)?|regulo|mark)\s*(?P<mark>1/4|1/2|¼|½|10|[1-9])"
    r"(?:\s*(?:-|–|to|or)\s*(?:10|[1-9])\b)?(?!\d)", re.I,
)  # fmt: skip
_ML = re.compile(
    rf"(?P<v>half\s+an?|{NUMBER})[\s-]*(?P<u>ml|millilit(?:re|er)s?|litres?|liters?|l\b|cl|dl|pints?|cups?|"
    r"fl\.?\s*oz|fluid\s+ounces?|glass(?:es)?)\b", re.I,
)  # fmt: skip
ML_OF = (
    ("ml", 1.0), ("mill", 1.0), ("cl", 10.0), ("dl", 100.0), ("pint", 568.0), ("cup", 240.0),
    ("fl", 28.4), ("glass", 150.0), ("l", 1000.0),
)  # fmt: skip
"""How a measure begins, and its millilitres: British pint and ounce, American cup."""
_OTHER = re.compile(
    rf"(?P<v>{NUMBER})\s*(?:x\s*)?(?:-|–)?\s*(?:to\s+\d+\s*)?"
    r"(?:kg|g|grams?|lbs?|pounds?|oz|ounces?|tbsp|tsp|tablespoons?|teaspoons?|cm|mm|inch(?:es)?|in\.|\"|%|people|guests|"
    r"servings?|portions?|cloves?|sprigs?|sticks?|rashers?|days?|weeks?|stars?|slices?|fingers?|kilos?|ribs?|bones?)(?!\w)",
    re.I,
)
"""Numbers that say neither heat nor time."""
_FOR = re.compile(
    r"\b(?:for|after|give\s+(?:it|the\s+\w+)|rest(?:ed)?|another|a\s+further|remaining|first|last|final|every"
    r"|then|next|and)\s+(?:another\s+|about\s+|around\s+|a\s+further\s+)?"
    rf"(?P<v>\d{{1,3}}|{SMALL})"
    r"(?=\s*(?:$|[.,;)\n]|(?:then|and|more|longer|until|or\s+so)\b|(?:more\s+)?at\s+(?:gas|\d{3}|a\b)|in\s+an?\s+\w+\s+(?:oven|one)\b|on\s+the\s+other\b))(?!\s*(?:more\s+)?[a-z]*\s*(?:people|guests))",
    re.I,
)
"""*Rest for 20*: minutes, though nothing says so."""
_OF_HOURS = re.compile(
    rf"\bhours?\s+of\s+(?:the\s+)?(?!an?\b)(?P<v>{NUMBER})\b(?!\s*(?:hour|hr|h\b|min|ml|°|C\b|F\b))",
    re.I,
)
"""*The last hour of three*: hours as well."""
_SO_MANY_MORE = re.compile(
    rf"\b(?P<v>\d{{1,3}}|{SMALL})(?=\s+more\b(?!\s*(?:{_MIN}|{_HOUR}|{_SEC})))", re.IGNORECASE
)
_AFTER_TWO = re.compile(
    rf"\bafter\s+(?P<v>\d{{1,3}}|{SMALL})(?=\s+and\s+(?:\d{{1,3}}|{SMALL})\s*{_MIN})", re.I
)
_SECOND = re.compile(
    r"\bfirst\s+(?P<unit>half[\s-](?:an\s+)?hour|hour)\b[^.;\n]*\bfor\s+the\s+"
    r"(?P<n>second|next|other)(?=\s*(?:[.,;]|$))", re.IGNORECASE,
)  # fmt: skip
_FROM_HOUR = re.compile(
    r"\bfrom\s+the\s+(?P<n>second|third|fourth)\s+hour(?:\s+on)?\b", re.IGNORECASE
)
_UNIT = re.compile(r"\b(?:min|hour|hr)", re.IGNORECASE)
MOST_HOURS_MORE = 8.0
_LONE = re.compile(r"(?<![\d.,/°])\d+(?:[.,]\d+)?(?![\d/])")

NOT = re.compile(r"\b(?:no|no\s+need\s+to|do\s+not|don['’]t|never|without)\s+$", re.IGNORECASE)
"""What makes of a thing done one that is not: *no need to rest*."""
_ROASTED_IN = re.compile(r"\b(?:roast|bak)(?:e|ed|ing)?\s+(?:it\s+)?$", re.IGNORECASE)
"""*Roast in the pan*: what it lies in, not the hob."""
DENIED = ACT_KINDS | {"cover", "wrap", "tent"}
LEAST_UNSAID, MOST_UNSAID = 5.0, 240.0

_PER_OF: tuple[tuple[str, Per, float], ...] = (
    ("side", "side", 1.0), ("100", "kg", 10.0), ("450", "lb", 1.0),
    ("500", "500g", 1.0), ("half", "500g", 1.0), ("lb", "lb", 1.0), ("pound", "lb", 1.0),
    ("k", "kg", 1.0),
)  # fmt: skip
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


def _rates(text: str) -> Iterator[Mark]:
    for m in _PER_FIRST.finditer(text):
        per, times = _per_of(m["per"])
        low, high = span(m, "r")
        yield Mark("rate", m.start(), m.end(), low_min=low * times, high_min=high * times, per=per)
    for m in _RATES.finditer(text):
        per, times = _per_of(m["per"])
        times /= 60.0 if m["rs"] else 1.0 / 60.0 if m["rh"] else 1.0
        low, high = span(m, "r") if m["rpart"] is None else (_part(m["rpart"]),) * 2
        low, high = low + _share(m["rshare"]), high + _share(m["rshare"])
        at = max(m.start("plus"), m.start("plus_part"))
        end = at if at >= 0 else m.end()
        yield Mark("rate", m.start(), end, low_min=low * times, high_min=high * times, per=per)
        if at >= 0:
            plus = value(m["plus"]) if m["plus"] else _part(m["plus_part"])
            yield Mark("plus", at, m.end(), low_min=plus, high_min=plus)


def _times(text: str) -> Iterator[Mark]:
    """Times, *30 minutes to an hour* as one."""
    before: Mark | None = None
    for mark in _single_times(text):
        if before is None:
            before = mark
        elif before.high_min < mark.low_min and _UP_TO.fullmatch(text[before.end : mark.start]):
            before = replace(before, end=mark.end, high_min=mark.high_min)
        else:
            yield before
            before = mark
    if before is not None:
        yield before


def _single_times(text: str) -> Iterator[Mark]:
    for m in _TIMES.finditer(text):
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
        yield Mark("time", m.start(), m.end(), low_min=low, high_min=high)


def _degrees(written: str, unit: str, high: str | None) -> tuple[Temp, Temp | None]:
    scale = "F" if unit[:1] in "fF" and unit else "C"
    clean = number(float(written.replace(",", ".")))
    top = Temp(number(float(high)), scale) if high else None  # type: ignore[arg-type]
    return Temp(clean, scale), top  # type: ignore[arg-type]


def _temps(text: str) -> Iterator[Mark]:
    for m in _RANGE.finditer(text):
        temp, high = _degrees(m["value"], m["unit"], m["high"])
        if 0.0 < float(m["high"]) - float(temp.written) <= WIDEST:
            yield Mark("temp", m.start(), m.end(), temp=temp, high=high, fan=bool(m["fan"]))
    for m in _DEGREES.finditer(text):
        unit = m["unit"] or ""
        fan = bool(m["before"] or m["fan"]) or not unit
        temp, _ = _degrees(m["value"], unit, None)
        yield Mark(
            "temp", m.start(), m.end(), temp=temp, fan=fan, still=bool(m["still"]), bare=not unit,
        )  # fmt: skip
    for m in _FAN_BARE.finditer(text):
        yield Mark("temp", m.start(), m.end(), temp=Temp(m["value"], "C"), fan=True, bare=True)
    for m in _SPOKEN.finditer(text):
        try:
            written = number(value(m["value"]))
        except (KeyError, ValueError):
            continue
        temp, _ = _degrees(written, m["unit"] or "", None)
        yield Mark("temp", m.start(), m.end(), temp=temp, bare=not m["unit"])
    for pattern in (_DEG_ONLY, _BARE, _OVEN_OF, _OR_INSIDE):
        for m in pattern.finditer(text):
            temp, high = _degrees(m["value"], "", m["high"])
            if float(temp.written) < LEAST_BARE:
                continue
            yield Mark("temp", m.start("value"), m.end(), temp=temp, high=high, bare=True)
    marks = dict(GAS_MARKS)
    for m in _GAS.finditer(text):
        mark = {"¼": "1/4", "½": "1/2"}.get(m["mark"], m["mark"])
        if mark in marks:
            yield Mark("temp", m.start(), m.end(), temp=Temp(mark, "gas"))


def _amounts(text: str) -> Iterator[Mark]:
    for m in _BY.finditer(text):
        share = 5.0 / 9.0 if (m["u"] or "") in ("F", "f") else 1.0
        yield Mark("by", m.start(), m.end(), amount=value(m["v"]) * share)
    for m in _ML.finditer(text):
        each = next(v for name, v in ML_OF if m["u"].casefold().startswith(name))
        half = m["v"].casefold().startswith("half")
        yield Mark("ml", m.start(), m.end(), amount=(0.5 if half else value(m["v"])) * each)
    for m in _OTHER.finditer(text):
        yield Mark("measure", m.start(), m.end())


def _words(text: str) -> Iterator[Mark]:
    for kind, pattern in PHRASES:
        for m in pattern.finditer(text):
            yield Mark(kind, m.start(), m.end())


def _unsaid(text: str) -> Iterator[Mark]:
    for m in _OF_HOURS.finditer(text):
        hours = value(m["v"]) * 60.0
        yield Mark("time", m.start("v"), m.end("v"), low_min=hours, high_min=hours, bare=True)
    for m in _FOR.finditer(text):
        minutes = value(m["v"])
        if LEAST_UNSAID <= minutes <= MOST_UNSAID:
            yield Mark(
                "time", m.start("v"), m.end("v"), low_min=minutes, high_min=minutes, bare=True
            )


def _hour_from(text: str) -> Iterator[Mark]:
    """*From the second hour on*: after the first."""
    for m in _FROM_HOUR.finditer(text):
        minutes = 60.0 * ("second", "third", "fourth").index(m["n"].casefold()) + 60.0
        yield Mark("after", m.start(), m.start("n"))
        yield Mark("time", m.start("n"), m.end(), low_min=minutes, high_min=minutes)


def _the_second(text: str) -> Iterator[Mark]:
    """*For the first hour …, for the second*: as long as the first."""
    for m in _SECOND.finditer(text):
        minutes = 30.0 if "half" in m["unit"] else 60.0
        yield Mark("time", m.start("n"), m.end(), low_min=minutes, high_min=minutes, bare=True)


def _after_each(text: str) -> Iterator[Mark]:
    """*After 20 and 40 minutes*: the first of them."""
    for m in _AFTER_TWO.finditer(text):
        minutes = value(m["v"])
        yield Mark("time", m.start("v"), m.end("v"), low_min=minutes, high_min=minutes, bare=True)


def _more(text: str) -> Iterator[Mark]:
    """*Twenty more*: of what was counted last, minutes where nothing was."""
    for m in _SO_MANY_MORE.finditer(text):
        before = _UNIT.findall(text[: m.start()])
        hours = bool(before) and before[-1][0] in "hH" and value(m["v"]) <= MOST_HOURS_MORE
        minutes = value(m["v"]) * (60.0 if hours else 1.0)
        yield Mark("time", m.start("v"), m.end("v"), low_min=minutes, high_min=minutes, bare=True)


def _lone(text: str) -> Iterator[Mark]:
    for m in _LONE.finditer(text):
        yield Mark("number", m.start(), m.end(), amount=value(m.group()))


_RANK = {"rate": 0, "plus": 0, "by": 1, "temp": 2, "time": 3, "ml": 4, "measure": 5, "number": 9}


def marks_in(text: str) -> list[Mark]:
    """Everything said in ``text``, by place; a longer mark keeps a shorter one out of its place."""
    found = [*chain(_rates(text), _times(text), _temps(text), _amounts(text), _words(text))]
    found += [
        *_unsaid(text),
        *_more(text),
        *_hour_from(text),
        *_the_second(text),
        *_after_each(text),
        *_lone(text),
    ]
    order = sorted(
        enumerate(found), key=lambda p: (_RANK.get(p[1].kind, 6), p[1].start - p[1].end, p[0])
    )
    taken = [False] * len(text)
    kept: list[Mark] = []
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


def _by_weight(marks: list[Mark], text: str) -> list[Mark]:
    """*An hour at 200C for every kilo*: the weight behind the heat makes a rate of the time."""
    for n, (time, temp) in enumerate(pairwise(marks)):
        if time.kind != "time" or temp.kind != "temp":
            continue
        behind = _FOR_EACH.match(text[temp.end :])
        if behind is None or not _AT.match(text[time.end : temp.start]):
            continue
        per, times = _per_of(behind["per"])
        low, high = time.low_min * times, time.high_min * times
        marks[n] = replace(time, kind="rate", low_min=low, high_min=high, per=per)
    return marks
