"""Ordinary recipe prose read into stages, with what was not understood, what is said twice and
does not agree, and what must be asked.

``marks`` finds what single words say, ``clauses`` puts together what belongs to one thing done,
``reader`` turns clauses into stages. Nothing is converted silently, and no number is passed over:
what found no use is asked about, each of its likely readings a method that can be reckoned.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from trencher.core.method.prose.asked import Choice, Open, against_total, hot_start, sense
from trencher.core.method.prose.doubted import ask_about_words
from trencher.core.method.prose.heats import Heat
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.reader import Reader
from trencher.core.method.prose.unread import ask_about
from trencher.core.method.stages import Method, celsius
from trencher.core.thermal.kinds import CookerKind
from trencher.core.units import said_c

MAX_LETTERS = 6000
MOST_ASKED = 12
"""So many questions are asked of one text; what is beyond stands among what was not understood."""
USUAL_RANGE_C = (50.0, 260.0)
UNSAID_C: dict[bool, tuple[float, ...]] = {
    True: (160.0, 150.0, 180.0),
    False: (180.0, 160.0, 200.0),
}
"""The heats a rule that says none is commonly meant for, in a fan oven and in others (estimate)."""


@dataclass(frozen=True)
class TextPlace:
    """A stretch of the text; ``stages``: which of the method's it became a part of."""

    start: int
    end: int
    text: str
    stages: tuple[int, ...] = ()


@dataclass(frozen=True)
class RecipeReading:
    """What was read. ``method`` None: nothing that heats was found."""

    method: Method | None
    read: tuple[TextPlace, ...]
    left: tuple[TextPlace, ...]
    opens: tuple[Open, ...]


def read_prose(
    text: str,
    *,
    kind: CookerKind = "fan",
    weight_kg: float | None = None,
    range_c: tuple[float, float] = USUAL_RANGE_C,
) -> RecipeReading:
    """Stages of a recipe's words for an oven of ``kind`` that goes through ``range_c``.

    ``weight_kg`` is needed to compare rates with totals and to ask about the hot start.
    """
    text = text[:MAX_LETTERS]
    reader = Reader(text, kind, weight_kg, range_c)
    reader.read()
    if reader.homeless and reader.heats:
        # The heat is told of later than what is done in it, as on a card.
        first = reader.heats[0]
        reader = Reader(text, kind, weight_kg, range_c)
        reader.heat, reader.where = first, "ready"
        reader.fresh = True
        reader.heats.append(first)
        reader.read()
    heated = reader.drafts.method()
    unsaid = not reader.heats
    if unsaid and (heated is None or reader.homeless):
        return _heat_unsaid(_reading(reader), reader)
    return _reading(reader)


def _heat_unsaid(found: RecipeReading, reader: Reader) -> RecipeReading:
    """A rule that says no heat, read for each of the heats it may be meant for."""
    readings: list[tuple[float, RecipeReading]] = []
    for heat in UNSAID_C[reader.kind == "fan"]:
        again = Reader(reader.text, reader.kind, reader.weight_kg, reader.range_c)
        again.heat, again.where = Heat(celsius(heat), None, ()), "ready"
        again.read()
        readings.append((heat, _reading(again)))
    choices = tuple((f"{said_c(h)}", r.method) for h, r in readings if r.method is not None)
    if not choices or len({str(m) for _, m in choices}) == 1:
        return found
    first = readings[0][1]
    question = "No heat is said: at which is it meant?"
    asked = Open("heat", question, tuple(Choice(w, m) for w, m in choices))
    return replace(first, opens=(asked, *first.opens))


def _reading(reader: Reader) -> RecipeReading:
    method = reader.drafts.method()
    text = reader.text
    stages_of: dict[Mention, list[int]] = {}
    for n, draft in enumerate(reader.drafts.all):
        for mark in dict.fromkeys(draft.marks):
            stages_of.setdefault(mark, []).append(n)
    used = sorted({*reader.used, *stages_of}, key=lambda m: m.start)
    read = tuple(
        TextPlace(m.start, m.end, text[m.start : m.end], tuple(stages_of.get(m, ()))) for m in used
    )
    opens: list[Open] = []
    if method is not None:
        opens += reader.drafts.opens(method)
        opens += ask_about(reader, method, used, MOST_ASKED)
        opens += ask_about_words(reader, method)
        opens += sense(method)
        opens += hot_start(method, reader.weight_kg)
        if reader.total is not None:
            opens += against_total(method, reader.total.minutes, reader.weight_kg)
    return RecipeReading(method, read, tuple(_left(text, used)), tuple(opens[:MOST_ASKED]))


def _left(text: str, used: list[Mention]) -> list[TextPlace]:
    """Sentences and clauses in which nothing was understood, and numbers that were passed."""
    found: list[TextPlace] = []
    covered = bytearray(len(text) + 1)
    begins = bytearray(len(text) + 1)
    for mark in used:
        covered[mark.start : mark.end] = b"\1" * (mark.end - mark.start)
        begins[mark.start] = 1
    for m in re.finditer(r"[^.;!?\n]+(?:\.(?=\d)[^.;!?\n]+)*", text):
        if not any(begins[m.start() : m.end()]):
            words = m.group().strip()
            if len(words) > 1:
                start = m.start() + len(m.group()) - len(m.group().lstrip())
                found.append(TextPlace(start, start + len(words), words))
            continue
        for number in re.finditer(r"\d+(?:[.,]\d+)?\s*\w*", m.group()):
            at = m.start() + number.start()
            if not covered[at]:
                found.append(TextPlace(at, at + len(number.group()), number.group().strip()))
    return found
