"""Ordinary recipe prose read into stages, with what was not understood, what is said twice and
does not agree, and what must be asked.

Nothing is converted silently: a number keeps its unit, a fan number stays one. Where the text is
open, every reading is given as a method, so that each can be reckoned.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from itertools import pairwise

from trencher.core.catalogue.cookers import CookerKind
from trencher.core.method.facts import Fact, facts_in
from trencher.core.method.notation import (
    CORE_HIGH_C,
    CORE_LOW_C,
    LONGEST_MIN,
    OVEN_HIGH_C,
    OVEN_LOW_C,
)
from trencher.core.method.open_places import Choice, Open, against_total, hot_start, swapped
from trencher.core.method.stages import (
    PER_KG,
    Air,
    Length,
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    Task,
    Temp,
    Turn,
    UntilCore,
    UntilFalling,
    UntilOutcome,
    Wait,
    celsius,
)
from trencher.core.thermal.surface import RestHow

MAX_LETTERS = 6000
HIGHEST_CORE_C = 100.0
AGREE_C, AGREE_CORE_C, AGREE_RATE = 5.0, 1.2, 0.04
"""Rounding that nobody would call a contradiction: °C of an oven, of a core, shares of the rest."""
GAP = re.compile(r"^[\s,/(]*(?:or|and|=|about|approximately|oven|mark|fan)?[\s,/(:=)]*$", re.I)

AT = re.compile(r"^\.?\s*(?:,\s*)?(?:in\s+(?:the|an)\s+oven\s+)?(?:at|on)\s*$", re.I)
QUESTIONS = {
    "range": "A range is written: its middle is used.",
    "scale": "A bare number that this oven has on either scale: which is meant?",
    "fan_or_still": "Is this heat meant for fan or still air? The text gave both before.",
}
ADDED = re.compile(
    r"^\s*\)?\s*,?\s*(?:plus|and|\+)\s*(?:an?\s+)?(?:extra\s+|further\s+|another\s+)?$", re.I
)


@dataclass(frozen=True)
class Place:
    """A stretch of the text."""

    start: int
    end: int
    text: str


@dataclass(frozen=True)
class Reading:
    """What was read. ``method`` None: nothing that heats was found."""

    method: Method | None
    read: tuple[Place, ...]
    left: tuple[Place, ...]
    opens: tuple[Open, ...]


@dataclass
class _Draft:
    """A stage on its way, with other readings of the same place."""

    stage: Stage
    others: list[tuple[str, str, Stage, str]]


USUAL_RANGE_C = (50.0, 260.0)
UNSAID_C: dict[bool, tuple[float, ...]] = {
    True: (160.0, 150.0, 180.0),
    False: (180.0, 160.0, 200.0),
}
"""The heats a rule that says none is commonly meant for, in a fan oven and in others (estimate)."""


def read_prose(
    text: str, *, kind: CookerKind = "fan", weight_kg: float | None = None,
    range_c: tuple[float, float] = USUAL_RANGE_C,
) -> Reading:  # fmt: skip
    """Stages of a recipe's words for an oven of ``kind`` that goes through ``range_c``.

    ``weight_kg`` is needed to compare rates with totals and to ask about the hot start.
    """
    text = text[:MAX_LETTERS]
    reader = _Prose(text, kind, weight_kg, range_c)
    reading = reader.reading()
    if reading.method is None and not any(f.kind == "temp" for f in reader.facts):
        return _heat_unsaid(reading, reader)
    return reading


def _heat_unsaid(found: Reading, reader: _Prose) -> Reading:
    """A rule of minutes alone, read for each of the heats it may be meant for."""
    readings: list[tuple[float, Reading]] = []
    for heat in UNSAID_C[reader.kind == "fan"]:
        again = _Prose(reader.text, reader.kind, reader.weight_kg, reader.range_c)
        again.oven = (celsius(heat), None)
        readings.append((heat, again.reading()))
    choices = tuple(Choice(f"{{c:{h:.1f}}}", r.method) for h, r in readings if r.method is not None)
    if not choices:
        return found
    first = readings[0][1]
    question = "No heat is said: at which is it meant?"
    return replace(first, opens=(Open("heat", question, choices), *first.opens))


class _Prose:
    def __init__(
        self, text: str, kind: CookerKind, weight_kg: float | None, range_c: tuple[float, float]
    ) -> None:
        self.text, self.kind, self.weight_kg, self.range_c = text, kind, weight_kg, range_c
        self.facts = facts_in(text)
        self.used: list[Fact] = []
        self.drafts: list[_Draft] = []
        self.oven: tuple[Temp, Air | None] | None = None
        self.oven_others: list[tuple[str, str, Temp, str]] = []
        self.covered = False
        self.cold = True
        self.total: Fact | None = None
        self.mode: str = "oven"
        self.plain = False
        self.fan_drop_c = 0.0

    # --- walking over the facts ---------------------------------------------------------------
    def reading(self) -> Reading:
        i = 0
        while i < len(self.facts):
            i = self._take(i)
        stages = tuple(d.stage for d in self.drafts)
        heated = any(isinstance(s, (Oven, Off, Sear)) for s in stages)
        method = Method(stages) if heated else None
        opens = self._opens(method) if method is not None else ()
        used = tuple(
            Place(f.start, f.end, self.text[f.start : f.end])
            for f in sorted(self.used, key=lambda f: f.start)
        )
        return Reading(method, used, tuple(self._left()), opens)

    def _take(self, i: int) -> int:
        fact = self.facts[i]
        nxt = i + 1
        if fact.kind == "end":
            self.mode = "oven"
            return nxt
        if fact.kind == "temp":
            return self._temperature(i)
        if fact.kind in ("time", "rate"):
            return self._length(i)
        if fact.kind in ("rest", "sear", "off", "out"):
            self.mode = fact.kind
            told = self._behind(i, "time") is not None and bool(self.drafts)
            named = told and isinstance(self.drafts[-1].stage, Rest)
            if fact.kind == "rest" and not named and not self._ahead(i, "time"):
                self._add(Rest(UntilFalling(), self._cover(i)), fact)
            self.used.append(fact)
        elif fact.kind == "total":
            self.mode = "total"
            self.used.append(fact)
        elif fact.kind == "turn":
            self._add(Turn(), fact)
        elif fact.kind in ("cover", "wrap") and self.mode != "rest":
            self.covered = True
            self.used.append(fact)
        elif fact.kind == "uncover":
            self.covered = False
            self.used.append(fact)
        elif fact.kind in ("brown", "crisp", "tender"):
            self._outcome(fact)
        elif fact.kind == "baste":
            return self._baste(i)
        elif fact.kind in ("loosely", "preheat", "core", "side", "cover", "wrap"):
            self.cold = self.cold and fact.kind != "preheat"
            self.used.append(fact)
        return nxt

    def _ahead(self, i: int, *kinds: str) -> Fact | None:
        """The next fact of these kinds before the sentence ends."""
        for fact in self.facts[i + 1 :]:
            if fact.kind == "end":
                return None
            if fact.kind in kinds:
                return fact
        return None

    def _behind(self, i: int, *kinds: str) -> Fact | None:
        """The last fact of these kinds since the sentence began."""
        for fact in reversed(self.facts[:i]):
            if fact.kind == "end":
                return None
            if fact.kind in kinds:
                return fact
        return None

    def _add(self, stage: Stage, *facts: Fact) -> _Draft:
        draft = _Draft(stage, [])
        self.drafts.append(draft)
        self.used += facts
        return draft

    # --- temperatures -------------------------------------------------------------------------
    def _group(self, i: int) -> list[Fact]:
        """Temperatures that stand side by side: the same heat said in several ways."""
        group = [self.facts[i]]
        for fact in self.facts[i + 1 :]:
            between = self.text[group[-1].end : fact.start]
            if fact.kind != "temp" or not GAP.match(between):
                break
            group.append(fact)
        return group

    def _temperature(self, i: int) -> int:
        whole = [self._scaled(i, f) for f in self._group(i)]
        group = [f for f in whole if f.temp is not None and f.temp.c <= OVEN_HIGH_C]
        if not group:
            return i + len(whole)
        self.used += group
        temps = [f.temp for f in group if f.temp is not None]
        if all(t.c <= HIGHEST_CORE_C for t in temps) and self._of_core(i, len(whole)):
            self._core(group)
            return i + len(whole)
        plain = [f for f in group if not f.fan]
        blown = [f for f in group if f.fan]
        self.oven_others = []
        for a, b in pairwise(plain):
            self._compare(a, b)
        for fact in group:
            self._either_scale(fact)
        air: Air | None = None
        if blown and (self.kind == "fan" or not plain):
            first, air = blown[0], "fan"
        else:
            marks = [f for f in plain if f.temp is not None and f.temp.unit == "gas"]
            first = marks[0] if marks and self.kind == "gas" else plain[0]
            if blown and self.kind != "gas":
                air = "still"
        assert first.temp is not None
        self.plain = air is None
        if plain and blown and plain[0].temp is not None and blown[0].temp is not None:
            self.fan_drop_c = plain[0].temp.c - blown[0].temp.c
        if first.temp.c >= OVEN_LOW_C:
            self.oven = (first.temp, air)
        return i + len(whole)

    def _scaled(self, i: int, fact: Fact) -> Fact:
        """A bare number on the scale it can only be meant on; of the core by what a core can be."""
        if not fact.bare or fact.temp is None:
            return fact
        other = replace(fact, temp=Temp(fact.temp.written, "F"))
        assert other.temp is not None
        if self._of_core(i, 1):
            return fact if fact.temp.c <= HIGHEST_CORE_C else other
        low, high = self.range_c
        if not low <= fact.temp.c <= high and low <= other.temp.c <= high:
            return other
        return fact

    def _either_scale(self, fact: Fact) -> None:
        """Ask about a bare number that this oven has on both scales."""
        if not fact.bare or fact.temp is None or fact.temp.unit != "C":
            return
        other = Temp(fact.temp.written, "F")
        low, high = self.range_c
        if low <= fact.temp.c <= high and low <= other.c <= high:
            words = f"{fact.temp} and {other} are {{d:{fact.temp.c - other.c:.0f}}} apart"
            for temp in (fact.temp, other):
                self.oven_others.append(("scale", str(temp), temp, words))

    def _fan_or_still(self, draft: _Draft, stage: Oven) -> None:
        """A heat without 'fan' in a text that gave both before: which of the two is it?"""
        if self.kind != "fan":
            return
        lower = celsius(round(stage.temp.c - self.fan_drop_c))
        words = f"{{d:{self.fan_drop_c:.0f}}} apart, as in the pair before"
        for label, other in (
            (f"{stage.temp} of fan air", replace(stage, air="fan")),
            (f"{stage.temp} of still air, so {lower} fan", replace(stage, temp=lower, air="fan")),
        ):
            draft.others.append(("fan_or_still", label, other, words))

    def _of_core(self, i: int, count: int) -> bool:
        """Whether a temperature is the core's: the word stands before or after it, and no other
        temperature between, or it is waited for."""
        before, after = self._behind(i, "core", "temp"), self._ahead(i + count - 1, "core", "temp")
        if before is not None and before.kind == "core":
            return True
        if after is not None and after.kind == "core":
            then = self._ahead(self.facts.index(after), "temp")
            return then is None
        return self._until(i)

    def _until(self, i: int) -> bool:
        start = self.facts[i].start
        before = self.text[max(0, start - 40) : start].casefold()
        return bool(
            re.search(r"\b(until|reach(es)?|reads?|registers?|is|at)\b[^.;]*$", before)
        ) and ("until" in before or "reach" in before or "read" in before or "regist" in before)

    def _compare(self, a: Fact, b: Fact) -> None:
        assert a.temp is not None
        assert b.temp is not None
        gap = b.temp.c - a.temp.c
        if abs(gap) > AGREE_C:
            code = "gas" if "gas" in (a.temp.unit, b.temp.unit) else "units"
            words = f"{a.temp} and {b.temp} are {{d:{abs(gap):.0f}}} apart"
            for temp in (a.temp, b.temp):
                self.oven_others.append((code, str(temp), temp, words))

    def _core(self, group: list[Fact]) -> None:
        temps = [f.temp for f in group if f.temp is not None]
        if not CORE_LOW_C <= temps[0].c <= CORE_HIGH_C:
            return
        stage = self._heat(UntilCore(temps[0]))
        if stage is None:
            return
        draft = self._add(stage)
        for other in temps[1:]:
            gap = other.c - temps[0].c
            if abs(gap) > AGREE_CORE_C:
                words = f"{temps[0]} and {other} are {{d:{abs(gap):.1f}}} apart"
                for temp in (temps[0], other):
                    draft.others.append(
                        ("core", str(temp), replace(stage, length=UntilCore(temp)), words)
                    )

    # --- lengths ------------------------------------------------------------------------------
    def _heat(self, length: Length) -> Stage | None:
        if self.oven is None:
            return None
        temp, air = self.oven
        cover = "covered" if self.covered else None
        return Oven(temp, length, air, cover=cover)  # type: ignore[arg-type]

    def _cover(self, i: int) -> RestHow:
        """How a rest is covered, from the words of its sentence."""
        if self._behind(i, "wrap") or self._ahead(i, "wrap"):
            return "wrapped"
        for kind in ("loosely", "cover"):
            if self._behind(i, kind) or self._ahead(i, kind):
                return "tented"
        return "open"

    def _length(self, i: int) -> int:
        fact = self.facts[i]
        nxt = i + 1
        if not 0.0 < fact.minutes <= LONGEST_MIN:
            return nxt
        if self.mode == "total" or self._is_total(i):
            self.total = fact
            self.used.append(fact)
            return nxt
        if nxt < len(self.facts) and self.facts[nxt].kind == "more":
            nxt += 1
        heat = self.facts[nxt] if nxt < len(self.facts) else fact
        said = self.facts[nxt - 1].end
        said_after = heat.kind == "temp" and AT.match(self.text[said : heat.start])
        if self.mode == "oven" and said_after:
            # "For 20 minutes at 220C": the heat is said after the time it is for.
            nxt = self._temperature(nxt)
        length: Length = Minutes(fact.minutes)
        plus = 0.0
        if fact.kind == "rate":
            assert fact.per is not None
            if self.facts[i + 1 : i + 2] and self.facts[i + 1].kind == "more":
                plus = self.facts[i + 1].minutes
                self.used.append(self.facts[i + 1])
                nxt = max(nxt, i + 2)
            length = Rate(fact.minutes, fact.per, plus)
        side = self._ahead(i, "side")
        mode = self.mode
        follows = self._ahead(i, "rest")
        if (
            mode == "oven"
            and follows
            and self.text[fact.end : follows.start].strip(" '’") in ("", "of", "s")
        ):
            mode = "rest"
        if mode == "rest":
            kept = [d for d in self.drafts if isinstance(d.stage, Rest)]
            if (
                kept
                and isinstance(kept[-1].stage.length, UntilFalling)
                and self.drafts[-1] is kept[-1]
            ):
                self.drafts.pop()
            draft = self._add(Rest(length, self._cover(i)), fact)
        elif mode == "sear":
            if side is not None or fact.per == "side":
                length = Rate(fact.minutes, "side")
            draft = self._add(Sear(length), fact)
        elif mode == "off":
            draft = self._add(Off(length), fact)
        elif mode == "out":
            draft = self._add(Wait(length, "counter"), fact)
        else:
            stage = self._heat(length)
            if not isinstance(stage, Oven):
                return nxt
            draft = self._add(stage, fact)
            if self.fan_drop_c and self.plain:
                self._fan_or_still(draft, stage)
            for code, words, temp, gap in self.oven_others:
                draft.others.append((code, words, replace(stage, temp=temp), gap))
            self.oven_others = []
            nxt = self._rates_side_by_side(i, nxt, draft, plus)
        if fact.high_min > fact.low_min:
            for minutes in (fact.minutes, fact.low_min, fact.high_min):
                other: Length = (
                    replace(length, min=minutes) if isinstance(length, Minutes | Rate) else length
                )
                draft.others.append(
                    ("range", f"{minutes:g} minutes", replace(draft.stage, length=other), "")
                )
        return nxt

    def _rates_side_by_side(self, i: int, nxt: int, draft: _Draft, plus: float) -> int:
        """A rate said per kilo and per pound: one stage, two readings if they differ."""
        fact = self.facts[i]
        while nxt < len(self.facts) and self.facts[nxt].kind == "rate" and fact.kind == "rate":
            other = self.facts[nxt]
            if not GAP.match(self.text[self.facts[nxt - 1].end : other.start]):
                break
            self.used.append(other)
            assert fact.per is not None
            assert other.per is not None
            a = fact.minutes / PER_KG.get(fact.per, 1.0)
            b = other.minutes / PER_KG.get(other.per, 1.0)
            if abs(b / a - 1.0) > AGREE_RATE:
                words = f"{a:.0f} and {b:.0f} minutes a kilo"
                for one in (fact, other):
                    assert one.per is not None
                    length = Rate(one.minutes, one.per, plus)
                    stage = replace(draft.stage, length=length)
                    draft.others.append(("rate", str(length), stage, words))
            nxt += 1
        return self._added_after(nxt, draft)

    def _added_after(self, nxt: int, draft: _Draft) -> int:
        """ "… (20 min per lb) plus 20 minutes": the fixed part behind a bracket."""
        if nxt >= len(self.facts) or not isinstance(draft.stage.length, Rate):
            return nxt
        fact = self.facts[nxt]
        between = self.text[self.facts[nxt - 1].end : fact.start]
        if fact.kind != "time" or draft.stage.length.plus_min or not ADDED.match(between):
            return nxt

        def longer(stage: Stage) -> Stage:
            if isinstance(stage.length, Rate):
                return replace(stage, length=replace(stage.length, plus_min=fact.minutes))
            return stage

        self.used.append(fact)
        draft.stage = longer(draft.stage)
        draft.others = [
            (code, str(new.length) if code == "rate" else words, new, gap)
            for code, words, stage, gap in draft.others
            for new in (longer(stage),)
        ]
        return nxt + 1

    def _is_total(self, i: int) -> bool:
        after = self._ahead(i, "total")
        fact = self.facts[i]
        return after is not None and not self.text[fact.end : after.start].strip()

    def _outcome(self, fact: Fact) -> None:
        before = self.text[max(0, fact.start - 50) : fact.start].casefold()
        if not re.search(r"\buntil\b[^.;]*$", before):
            return
        goal = UntilOutcome(fact.kind)  # type: ignore[arg-type]
        last = self.drafts[-1].stage if self.drafts else None
        # "20 minutes, until golden": the time was said; what it looks like is no second stage.
        if isinstance(last, Oven) and isinstance(last.length, Minutes | Rate):
            latest = max((f.end for f in self.used if f.kind in ("time", "rate")), default=-1)
            if not any(f.kind == "end" and latest <= f.start < fact.start for f in self.facts):
                self.used.append(fact)
                return
        stage = self._heat(goal)
        if stage is not None:
            self._add(stage, fact)

    def _baste(self, i: int) -> int:
        fact = self.facts[i]
        self.used.append(fact)
        when = self._ahead(i, "time")
        if when is None:
            return i + 1
        between = self.text[fact.end : when.start].casefold()
        if "every" not in between or not 0.0 < when.minutes <= LONGEST_MIN:
            return i + 1
        self.used.append(when)
        for draft in reversed(self.drafts):
            if isinstance(draft.stage, Oven):
                task = Task("baste", every_min=max(1.0, when.minutes))
                draft.stage = replace(draft.stage, tasks=(*draft.stage.tasks, task))
                break
        return self.facts.index(when) + 1

    # --- what is open -------------------------------------------------------------------------
    def _opens(self, method: Method) -> tuple[Open, ...]:
        found: list[Open] = []
        for n, draft in enumerate(self.drafts):
            for code in dict.fromkeys(o[0] for o in draft.others):
                mine = [o for o in draft.others if o[0] == code]
                hung = draft.stage.tasks
                choices = tuple(
                    dict.fromkeys(
                        Choice(o[1], swapped(method, n, replace(o[2], tasks=hung))) for o in mine
                    )
                )
                question = QUESTIONS.get(code, "The text says this in two ways that do not agree.")
                found.append(Open(code, question, choices, mine[0][3]))
        found += hot_start(method, self.weight_kg)
        if self.total is not None:
            found += against_total(method, self.total.minutes, self.weight_kg)
        return tuple(found)

    def _left(self) -> list[Place]:
        """Sentences and clauses in which nothing was understood, and numbers that were passed."""
        found: list[Place] = []
        for m in re.finditer(r"[^.;!?\n]+(?:\.(?=\d)[^.;!?\n]+)*", self.text):
            inside = [f for f in self.used if m.start() <= f.start < m.end()]
            if not inside:
                text = m.group().strip()
                if len(text) > 1:
                    start = m.start() + len(m.group()) - len(m.group().lstrip())
                    found.append(Place(start, start + len(text), text))
                continue
            for number in re.finditer(r"\d+(?:[.,]\d+)?\s*\w*", m.group()):
                at = m.start() + number.start()
                if not any(f.start <= at < f.end for f in self.used):
                    found.append(Place(at, at + len(number.group()), number.group().strip()))
        return found
