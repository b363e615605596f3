"""Stages in the heat: one for each length, with its other readings."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.drafts import MOST_STAGES, Draft, can_be
from trencher.core.method.prose.heats import Heat
from trencher.core.method.prose.lengths import Lengths
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.state import Said
from trencher.core.method.stages import (
    PER_KG,
    Length,
    Minutes,
    Off,
    Oven,
    Rate,
    Stage,
    Turn,
    UntilCore,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
    Verb,
    celsius,
)
from trencher.core.thermal.surface import Cover
from trencher.core.units import said_d

AGREE_RATE = 0.04
"""Share of a rate said per kilo and per pound that is but rounding."""


BRACKET_PLUS = re.compile(
    r"^\s*\)?\s*,?\s*(?:plus|and|\+)\s*(?:an?\s+)?(?:extra\s+|further\s+|another\s+)?$", re.I
)


class Heating(Lengths):
    """Stages in the heat: one for each length, with its other readings."""

    def _foil_at_goal(self, clause: Clause) -> bool:
        """*Until 52C, 20 minutes under foil*: it is there: what is covered rests."""
        on = self.drafts.last_oven()
        if on is None or not isinstance(on.stage.length, UntilCore) or self.fresh or clause.acts:
            return False
        covered = clause.has("cover") and clause.has("time")
        return covered and not clause.has(
            "temp", "then", "more", "after", "first", "second", "last"
        )

    def _set_heat(self, heat: Heat, clause: Clause) -> None:
        """The heat from here on."""
        self._use(*heat.marks)
        if (
            self.fresh
            and self.where == "ready"
            and self.heat is not None
            and not clause.has("at_once")
            and clause.has("down", "up")
        ):
            # In at one heat, then another, and nothing says how long: it is asked.
            draft = self._add_oven([Said(self.heat.marks[0], Minutes(20.0))])
            if draft is not None:
                for minutes in (20.0, 15.0, 30.0):
                    draft.other(
                        "length",
                        f"{minutes:g} minutes",
                        replace(draft.stage, length=Minutes(minutes)),
                    )
        elif (
            self.fresh
            and self.heat is not None
            and not self.readied
            and (self.heat.marks and self.heat.temp != heat.temp)
        ):
            # Nothing was done in it: it is asked about.
            self._lose(self.heat.marks)
        self.readied = clause.act == "preheat" or clause.has("preheat", "at_once")
        if heat.fan_drop_c:
            self.fan_drop_c = heat.fan_drop_c
        self.heat, self.fresh = heat, True
        self.heats.append(heat)
        if self.where == "pan":
            self.where = "ready"

    def _stage(self, length: Length) -> Oven | None:
        if self.heat is None:
            return None
        found = Oven(
            self.heat.temp,
            length,
            self.heat.air,
            self.cold,
            self.cover,
            self.bed,
            self.liquid,
            pot=self.pot,
        )
        self.cold = False
        return found

    def _add_oven(self, lengths: Sequence[Said]) -> Draft | None:
        """Stages at the heat that is on: one for each length; a goal beside a time is one."""
        if (
            self.heat is None
            and self.off is not None
            and lengths
            and can_be(Off(lengths[0].length))
            and self.off is self.drafts.all[-1]
        ):
            off, self.off = self.off, None
            off.stage, off.others = replace(off.stage, length=lengths[0].length), []
            off.marks.append(lengths[0].mark)
            self._use(lengths[0].mark)
            return off
        if self.heat is None:
            self.homeless = self.homeless or bool(lengths)
            return None
        timed = [x for x in lengths if isinstance(x.length, (Minutes, Rate))]
        goals = [x for x in lengths if not isinstance(x.length, (Minutes, Rate))]
        draft: Draft | None = None
        if (
            len(goals) == 1
            and timed
            and isinstance(goals[0].length, (UntilCore, UntilHeld, UntilPeak, UntilOutcome))
        ):
            draft = self._one(goals[0])
            if draft is not None:
                draft.other("time_or_core", "the middle", draft.stage)
                for x in timed:
                    self._use(x.mark)
                    draft.marks.append(x.mark)
                    timely = replace(draft.stage, length=x.length)
                    draft.other("time_or_core", f"the time, {x.length}", timely)
            return draft
        if len(goals) > 1 and not timed:
            draft = self._one(goals[0])
            if draft is not None:
                for x in goals:
                    self._use(*(x.goal.marks if x.goal else (x.mark,)))
                    draft.other(
                        "core",
                        str(x.length),
                        replace(draft.stage, length=x.length),
                        "several are said",
                    )
            return draft
        i = 0
        while i < len(lengths):
            x = lengths[i]
            i += 1
            draft = self._one(x)
            if draft is None:
                continue
            while i < len(lengths) and self._same_rate(draft, x, lengths[i]):
                i += 1
        return draft

    def _same_rate(self, draft: Draft, one: Said, other: Said) -> bool:
        """A rate said per kilo and per pound is one stage, two readings if they differ; a time in
        brackets behind it is its fixed part."""
        between = self.text[one.mark.end : other.mark.start]
        if not isinstance(one.length, Rate):
            return False
        if isinstance(other.length, Rate) and re.match(
            r"^[\s,/(=]*(?:or|and|=|about)?[\s,/(=]*$", between
        ):
            self._use(other.mark)
            draft.marks.append(other.mark)
            if other.length.plus_min and not one.length.plus_min:
                one.length = replace(one.length, plus_min=other.length.plus_min)
                whole = one.length
                draft.change(
                    lambda s: replace(s, length=whole) if isinstance(s.length, Rate) else s
                )
            a = one.length.min / PER_KG.get(one.length.per, 1.0)
            b = other.length.min / PER_KG.get(other.length.per, 1.0)
            if abs(b / a - 1.0) > AGREE_RATE:
                words = f"{a:.0f} and {b:.0f} minutes a kilo"
                for x in (one, other):
                    draft.other("rate", str(x.length), replace(draft.stage, length=x.length), words)
            return True
        tail = self.text[draft.marks[-1].end : other.mark.start]
        if isinstance(other.length, Minutes) and BRACKET_PLUS.match(tail):
            minutes = other.length.min
            self._use(other.mark)
            draft.marks.append(other.mark)

            def longer(stage: Stage) -> Stage:
                if isinstance(stage.length, Rate):
                    return replace(stage, length=replace(stage.length, plus_min=minutes))
                return stage

            draft.change(longer)
            return True
        return False

    def _one(self, x: Said) -> Draft | None:
        stage = self._stage(x.length)
        heat = self.heat
        if stage is None or heat is None or len(self.drafts.all) >= MOST_STAGES:
            return None
        self.where, self.rest_dress = "oven", None
        if isinstance(x.length, Rate) and x.length.per == "side":
            # So long on each side, in the oven: turned once between.
            half = Said(x.mark, Minutes(x.length.min))
            self._one(half)
            self.drafts.add(Turn(), [x.mark])
            return self._one(half)
        marks = [m for worn in self.worn.values() for m in worn]
        marks += [*(heat.marks if self.fresh else ()), *(x.goal.marks if x.goal else (x.mark,))]
        marks += [x.plus] if x.plus else []
        draft = self.drafts.add(stage, marks)
        self._use(*marks)
        if self.fan_drop_c and heat.plain and self.kind == "fan":
            self._fan_or_still(draft, stage)
        if self.fresh:
            for o in heat.others:
                draft.other(o.code, o.words, replace(stage, temp=o.temp), o.gap)
        for o in x.goal.others if x.goal else ():
            draft.other(o.code, o.words, replace(stage, length=UntilCore(o.temp)), o.gap)
        self._ranged(draft, x.mark)
        for m in (x.mark, *x.either) if x.either else ():
            length: Length = Minutes(m.minutes)
            if m.per is not None:
                length = Rate(m.minutes, m.per)
            elif isinstance(x.length, Rate):
                length = replace(x.length, min=m.minutes)
            draft.other("either", f"{m.minutes:g} minutes", replace(stage, length=length))
            draft.marks.append(m)
            self._use(m)
        self.fresh = False
        self._hang_all(draft)
        if self.dress_later is not None:
            minutes, opening, said = self.dress_later
            self.dress_later = None
            whole = self.drafts.minutes(draft.stage.length)
            cover: Cover = self.cover or "covered"
            at = minutes if minutes > 0.0 or whole is None else whole + minutes

            def under(stage: Oven) -> Oven:
                return replace(stage, cover=cover)

            def bare(stage: Oven) -> Oven:
                return replace(stage, cover=None, pot=False)

            front, back = (under, bare) if opening else (bare, under)
            if whole is not None and self.drafts.split(draft, at, front, back, said):
                draft, self.cover = self.drafts.all[-1], None if opening else cover
            else:
                self._lose(said)
        return draft

    def _ranged(self, draft: Draft, mark: Mention) -> None:
        if mark.high_min <= mark.low_min:
            return
        for minutes in (mark.minutes, mark.low_min, mark.high_min):
            length = draft.stage.length
            if isinstance(length, Minutes | Rate):
                other = replace(draft.stage, length=replace(length, min=minutes))
                draft.other("range", f"{minutes:g} minutes", other)

    def _fan_or_still(self, draft: Draft, stage: Oven) -> None:
        """A heat without 'fan' in a text that gave both before: which of the two is it?"""
        lower = celsius(round(stage.temp.c - self.fan_drop_c))
        gap = f"{said_d(self.fan_drop_c)} apart, as in the pair before"
        draft.other("fan_or_still", f"{stage.temp} of fan air", replace(stage, air="fan"), gap)
        words = f"{stage.temp} of still air, so {lower} fan"
        draft.other("fan_or_still", words, replace(stage, temp=lower, air="fan"), gap)

    def _hang_all(self, draft: Draft) -> None:
        waiting, self.hung = self.hung, []
        for verb, words, at, every, mode, spoken in waiting:
            self._hang(draft, verb, words, at, every, mode, spoken)

    def _hang(
        self,
        draft: Draft,
        verb: Verb,
        words: str,
        at: float | None,
        every: float | None,
        mode: str,
        spoken: list[Mention],
    ) -> None:
        whole = self.drafts.minutes(draft.stage.length)
        if mode.startswith("share"):
            if whole is None:
                self._lose(spoken)
                return
            every = float(max(1, round(whole / int(mode.removeprefix("share")))))
        elif mode == "half" or (at is not None and at < 0):
            if whole is None:
                self._lose(spoken)
                return
            at = round(whole / 2 if mode == "half" else max(0.0, whole + (at or 0.0)), 1)
        elif at is not None and whole is not None and at >= whole:
            # "Roast 20 minutes … after another 10": it cannot be within what is over by then.
            self._lose(spoken)
            return
        self.drafts.hang(draft, verb, words, at, every, spoken)

    def _ends_at(self, x: Said) -> None:
        """What is on ends at a core's temperature."""
        draft = self.drafts.last
        if self.fresh or draft is None or not isinstance(draft.stage, (Oven, Off)):
            self._add_oven([x])
            return
        assert x.goal is not None
        self._use(*x.goal.marks)
        draft.marks += x.goal.marks
        was = draft.stage.length
        if isinstance(was, (Minutes, Rate)):
            timed = draft.stage
            draft.stage = replace(draft.stage, length=x.length)
            draft.others = [o for o in draft.others if o.code != "range"]
            draft.other("time_or_core", "the middle", draft.stage)
            draft.other("time_or_core", "the time", timed)
        elif isinstance(was, (UntilCore, UntilPeak)) and isinstance(x.length, UntilCore):
            if abs(was.temp.c - x.length.temp.c) > 1.2:
                first = draft.stage
                draft.other("core", str(was), first, "two are said")
                draft.other("core", str(x.length), replace(first, length=x.length), "two are said")
        elif isinstance(was, UntilOutcome):
            draft.stage = replace(draft.stage, length=x.length)
