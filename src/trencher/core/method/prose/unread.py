"""Numbers that found no use: asked about, with what each could mean."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from trencher.core.method.notation import OVEN_HIGH_C
from trencher.core.method.prose.asked import Choice, Open
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.reader import Reader
from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    Temp,
    UntilCore,
)

LIKELY_CORE_C = (35.0, 98.0)
LEAST_OVEN_C = 60.0
LIKELY_MIN = 12 * 60.0
"""What a number whose meaning is not said could be: a middle, an oven, a time."""
_ENDS = re.compile(
    r"\s*(?:$|[.,;:)\n]|(?:for|until|till|then|and|more|longer|after|in\s+the|or\s+so|deg)\b|°|º)",
    re.IGNORECASE,
)
"""What follows a number that may be a heat or a time; a noun makes it a count of things."""


def ask_about(reader: Reader, method: Method, used: Sequence[Mention], most: int) -> list[Open]:
    """An open question for every number of a clause about the joint that was not understood, up to
    ``most``."""
    settled = {*used, *(m for c in reader.aside for m in c.marks)}
    found: list[Open] = []
    for clause in reader.clauses:
        for mark in clause.marks:
            if len(found) >= most:
                return found
            if mark in settled or not _could_matter(mark, reader.text):
                continue
            words = reader.text[mark.start : mark.end].strip()
            choices = _choices(reader, method, mark)
            if len(choices) > 1 or mark.kind in ("temp", "time", "rate"):
                question = f"“{words}” was not understood: what is meant?"
                found.append(Open(f"number:{mark.start}", question, tuple(choices)))
    return found


def _could_matter(mark: Mention, text: str) -> bool:
    if mark.kind in ("time", "rate", "temp", "plus", "by", "ml"):
        return mark.kind != "time" or 0.0 < mark.minutes <= LIKELY_MIN
    if mark.kind != "number" or mark.amount == 0.0:
        return False
    line = text[: mark.start].rsplit("\n", 1)[-1].strip()
    if line in ("", "(") and re.match(r"\s*[.)]", text[mark.end :]):
        return False
    return _ENDS.match(text[mark.end :]) is not None


def _choices(reader: Reader, method: Method, mark: Mention) -> list[Choice]:
    """Its likely readings as methods, the first that it has nothing to do with the joint."""
    found = [Choice("nothing of the joint", method)]
    before = [
        n for n, d in enumerate(reader.drafts.all) if any(m.start < mark.start for m in d.marks)
    ]
    n = before[-1] if before else 0
    stages = method.stages
    oven = next((s for s in reversed(stages[: n + 1]) if isinstance(s, Oven)), None)

    def put(words: str, *instead: Stage, keep: bool) -> None:
        kept = stages[: n + 1] if keep else stages[:n]
        found.append(Choice(words, Method((*kept, *instead, *stages[n + 1 :]))))

    minutes = mark.amount if mark.kind == "number" else 0.0
    if mark.kind in ("time", "plus"):
        minutes = mark.minutes
    if 0.0 < minutes <= LIKELY_MIN:
        if oven is not None:
            more = replace(oven, length=Minutes(minutes), tasks=())
            put(f"{minutes:g} minutes more at {oven.temp}", more, keep=True)
        if isinstance(stages[n], (Oven, Off)) and not any(
            isinstance(s, Rest) for s in stages[n + 1 :]
        ):
            put(f"a rest of {minutes:g} minutes", Rest(Minutes(minutes)), keep=True)
    if mark.kind == "rate" and mark.per is not None:
        length = Rate(round(mark.minutes, 4), mark.per)
        if mark.per == "side":
            put(f"a sear of {length}", Sear(length), keep=True)
        elif oven is not None:
            put(f"{length} at {oven.temp}", replace(oven, length=length, tasks=()), keep=True)
    on = stages[n]
    for temp in _temps(mark):
        low, high = LIKELY_CORE_C
        if low <= temp.c <= high and isinstance(on, Oven):
            put(f"until the middle is {temp}", replace(on, length=UntilCore(temp)), keep=False)
        if LEAST_OVEN_C <= temp.c <= OVEN_HIGH_C and isinstance(on, Oven):
            put(f"the oven at {temp}", replace(on, temp=temp), keep=False)
    return found


def _temps(mark: Mention) -> list[Temp]:
    if mark.temp is not None and not mark.bare:
        return [mark.temp]
    number = mark.temp.written if mark.temp is not None else f"{mark.amount:g}"
    if mark.kind not in ("temp", "number") or float(number) < 30.0:
        return []
    return [Temp(number, "C"), Temp(number, "F")]
