"""The heat of a clause, and heats that change after, before or within a time."""

from __future__ import annotations

import re
from dataclasses import replace

from trencher.core.method.notation import OVEN_HIGH_C, OVEN_LOW_C
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.drafts import Alternative, Draft
from trencher.core.method.prose.heating import Heating
from trencher.core.method.prose.heats import Heat, Other, heat_of
from trencher.core.method.prose.lengths import AT_WORD, PLUS_END
from trencher.core.method.prose.state import Part, Said
from trencher.core.method.stages import Minutes, Oven, Rate, Stage, Turn, celsius
from trencher.core.units import said_c

ON_THE_OTHER = re.compile(r"\s*(?:more\s+)?on\s+the\s+other\b", re.IGNORECASE)
FOR_OTHERS = re.compile(
    r"\bfor\s+(?:a\s+)?(?:medium|well|pink|rare)[\w\s-]*,\s*(?:allow\s+)?$", re.IGNORECASE
)
FROM = re.compile(r"\bfrom\s+$", re.IGNORECASE)
WORKED_OUT = re.compile(r"\b(?:calculat\w+|work(?:ed)?\s+out)\b", re.IGNORECASE)
AFTER = re.compile(r"\s*after\s+(?:about\s+|the\s+first\s+)?$", re.IGNORECASE)
STANDS = re.compile(
    r"\b(?:top\s+and\s+bottom|upper\s+and\s+lower)\s+heat|\b(?:no|without\s+(?:the\s+)?)\s*fan\b|\bfan\s+off\b",
    re.IGNORECASE,
)
BLOWS = re.compile(
    r"\bwith\s+(?:the\s+)?(?:fan|convection)\b|\bfan\s+on\b|(?:\b(?:a|the|your)\s+|^)fan\s+oven\b",
    re.IGNORECASE,
)


GRILL_C = 240.0
"""The set heat of a grill of which nothing is said; asked about."""


def _alternative(code: str, words: str, stages: tuple[Stage, ...]) -> Alternative:
    return Alternative(code, words, stages, "", len(stages))


class Changes(Heating):
    """The heat of a clause, and heats that change after, before or within a time."""

    def _oven(self, clause: Clause) -> None:
        acts = [a.kind for a in clause.acts]
        if self._lowered_by(clause):
            return
        parts = self._parts(clause)
        self._use(
            *clause.acts, *clause.get("core", "until", "more", "first", "second", "remaining")
        )
        late = clause.has("down", "up") or (clause.has("preheat") and clause.has("last"))
        if late and self._late_change(clause, parts):
            return
        heated = any(p.heat for p in parts)
        apart = heated and not parts[0].heat and bool(parts[0].lengths)
        if "grill" in acts and (not heated or apart):
            meant = tuple(
                Other("grill", f"{said_c(c)}", celsius(c), "")
                for c in (GRILL_C, GRILL_C - 20.0, GRILL_C + 20.0)
            )
            parts[0].heat = Heat(celsius(GRILL_C), "grill", tuple(clause.get("grill")), meant)
        parts = self._as_done(parts)
        if "grill" in acts and clause.has("last") and self._late_change(clause, parts):
            return
        if self.where == "pan" and re.match("roast|bak", self._clause_text(clause), re.I):
            self.where = "ready"
        if (
            self.where == "before"
            and any(a in ("roast", "back") for a in acts)
            and clause.act != "preheat"
        ):
            self.where = "ready"
        if not parts[0].heat and self._said_of_what_is_on(clause, parts):
            return
        brown = clause.has("cover", "wrap") and clause.has("brown", "crisp") and not clause.acts
        if brown and not any(p.heat for p in parts) and not clause.has("time"):
            # "Covering it when it is brown enough": when that is, nobody can say.
            return
        if clause.act == "up" and not any(p.heat for p in parts):
            # Up to what? It is asked about.
            return
        said = [x for p in parts for x in p.lengths]
        told = self._before(clause.marks[0].start) + self._clause_text(clause)
        if said and WORKED_OUT.search(told):
            # "Work out the time: 15 minutes a pound": what remains after a hot start has it.
            self.worked_out = said[0]
            return
        last = parts[-1]
        heated = last.heat is not None
        if clause.has("remaining") and heated and not last.lengths and self.total is not None:
            so_far = [x.length.min for x in said if isinstance(x.length, Minutes)]
            left = Minutes(round(self.total.minutes - sum(so_far), 1))
            last.lengths += [Said(self.total, left)] if left.min > 0.0 else []
        due = (clause.has("remaining") and heated) or (
            clause.act == "roast" and (self.fresh or heated)
        )
        if self.worked_out is not None and not said and due:
            parts[-1].lengths.append(self.worked_out)
            self.worked_out = None
        if (
            clause.has("at_end")
            and self.drafts.last is None
            and parts[-1].heat
            and parts[-1].lengths
            and not any(p.lengths for p in parts[:-1])
        ):
            # Said first, done last.
            self.final, self.finally_said = parts[-1], clause
            self._use(
                *parts[-1].heat.marks, *clause.get("at_end"), *(x.mark for x in parts[-1].lengths)
            )
            return
        for part in parts:
            if part.heat is not None:
                self._set_heat(part.heat, clause)
            if self.heat is not None and STANDS.search(self._sentence(clause)):
                self.heat = replace(self.heat, air="still")
            elif (
                self.heat is not None
                and self.heat.air is None
                and BLOWS.search(self._clause_text(clause))
            ):
                self.heat = replace(self.heat, air="fan")
            if clause.has("grill") and self.heat is not None and not apart:
                self.heat = replace(self.heat, air="grill")
                self.cover, self.pot = None, False
                self.worn.pop("cover", None)
            if len(part.lengths) == 2 and ON_THE_OTHER.match(self.text[part.lengths[1].mark.end :]):
                self._add_oven(part.lengths[:1])
                self.drafts.add(Turn(), [])
                self._add_oven(part.lengths[1:])
            elif part.lengths:
                if (
                    len(part.lengths) == 1
                    and self.drafts.last_oven() is not None
                    and (ON_THE_OTHER.match(self.text[part.lengths[0].mark.end :]))
                ):
                    self.drafts.add(Turn(), [])
                self._first_of(clause, part)
        if (
            clause.has("back", "roast", "down", "up")
            and self.where == "out"
            and any(p.heat or p.lengths for p in parts)
        ):
            self.where = "oven"

    def _as_done(self, parts: list[Part]) -> list[Part]:
        """*60C for an hour after it has reached 54C at 110C*: told last, done before."""
        if len(parts) != 2:
            return parts
        first, second = parts
        if first.heat is None or second.heat is None:
            return parts
        if not second.lengths:
            return parts
        ahead = second.lengths[0]
        told = ahead.goal.marks[0] if ahead.goal else ahead.mark
        ends = max([m.end for m in first.heat.marks] + [x.over for x in first.lengths])
        waits = re.search(
            r"\b(?:after|once|at the end of)\b", self.text[ends : told.start], re.IGNORECASE
        )
        if told.start < ends or waits is None or second.heat.marks[0].start < told.start:
            return parts
        if not first.lengths:
            # "To 165C once it is brown at 240C, until it reads 57C": what follows is of the 165.
            first.lengths, second.lengths = second.lengths[1:], second.lengths[:1]
        return [second, first]

    def _said_of_what_is_on(self, clause: Clause, parts: list[Part]) -> bool:
        """*This takes about 5 hours*, *the centre should read 60C*: of the stage before, no stage
        of its own."""
        lengths = [x for p in parts for x in p.lengths]
        on = self.drafts.last_oven()
        if on is None:
            return False
        by_clock = isinstance(on.stage.length, (Minutes, Rate))
        if clause.has("takes") and not self.fresh and not by_clock:
            on.marks += [x.mark for x in lengths]
            self._use(*(x.mark for x in lengths), *clause.get("takes"))
            return True
        rate = on.stage.length
        if (
            isinstance(rate, Rate)
            and len(lengths) == 1
            and not clause.acts
            and PLUS_END.search(self.text[: lengths[0].mark.start])
        ):
            longer = replace(rate, plus_min=lengths[0].mark.minutes)
            on.change(lambda s: replace(s, length=longer) if s.length == rate else s)
            on.marks.append(lengths[0].mark)
            self._use(lengths[0].mark)
            return True
        others = len(lengths) == 1 and FOR_OTHERS.search(self._before(lengths[0].mark.start))
        if others and isinstance(rate, Rate) and isinstance(lengths[0].length, Rate):
            # "For rare, 10 minutes per 500 g; for medium, 14."
            for said in (rate, lengths[0].length):
                on.other("either", str(said), replace(on.stage, length=said))
            on.marks.append(lengths[0].mark)
            self._use(lengths[0].mark)
            return True
        if isinstance(on.stage, Oven) and on.stage.cover != self.cover:
            # It was wrapped meanwhile: a stage of its own.
            return False
        waits = any(re.match("un?til", self._word(m), re.I) for m in clause.get("until"))
        if clause.acts or waits or len(lengths) != 1 or lengths[0].goal is None:
            return False
        self._ends_at(lengths[0])
        return True

    def _sentence(self, clause: Clause) -> str:
        """A clause with the few words behind it."""
        return self.text[clause.marks[0].start : clause.marks[-1].end + 24].split(". ")[0]

    def _lowered_by(self, clause: Clause) -> bool:
        """*Down by 40 degrees after the first 20 minutes at 220C*: a heat, its time, the next."""
        by, temps, times = clause.get("by"), clause.get("temp"), clause.get("time")
        if not (by and temps and times) or self.heat is not None:
            return False
        first = times[0]
        heat = heat_of(temps[:1], self.kind, self.range_c, self.scale)
        if heat is None or clause.role(first, self.text) not in ("after", "first"):
            return False
        moved = self._moved_by(by[0], heat, clause)
        if not OVEN_LOW_C <= moved.temp.c <= OVEN_HIGH_C:
            return False
        self._set_heat(heat, clause)
        self._add_oven([Said(first, Minutes(first.minutes))])
        self._use(first, *clause.acts)
        self._set_heat(moved, clause)
        self._add_oven([Said(m, Minutes(m.minutes)) for m in times[1:]])
        return True

    def _first_of(self, clause: Clause, part: Part) -> None:
        """Lengths of a heat; *the first 20 minutes* of a time said before are cut from it."""
        one = part.lengths[0]
        role = clause.role(one.mark, self.text) if one.mark.kind == "time" else ""
        draft = self.drafts.last_oven()
        if (
            role in ("first", "last")
            and part.heat is not None
            and draft is not None
            and len(part.lengths) == 1
        ):
            heat, was = part.heat, draft.stage
            assert isinstance(was, Oven)
            whole = self.drafts.minutes(was.length)
            cut = one.mark.minutes
            if role == "first" and whole is not None and not self._same_clause(draft, clause):

                def hot(stage: Oven) -> Oven:
                    return replace(stage, temp=heat.temp, air=heat.air)

                if self.drafts.split(draft, cut, hot, lambda s: s, [one.mark, *heat.marks]):
                    self._use(one.mark, *heat.marks)
                    return
        self._add_oven(part.lengths)

    def _same_clause(self, draft: Draft, clause: Clause) -> bool:
        return any(m in clause.marks for m in draft.marks)

    def _late_change(self, clause: Clause, parts: list[Part]) -> bool:
        """*Turn up to 220C for the last 20 minutes*, *after 20 minutes turn down to 160C*."""
        times = clause.get("time")
        mark = times[0] if times else None
        role = clause.role(mark, self.text) if mark is not None else ""
        heats = [p.heat for p in parts if p.heat is not None]
        if mark is None or not heats:
            return False
        heat = heats[0]
        if len(heats) == 2 and role == "after" and FROM.search(self.text[: heat.marks[0].start]):
            # "Down from 230C to 160C after 20 minutes."
            self._set_heat(heat, clause)
            heat = heats[1]
        elif (
            len(heats) == 2
            and role == "after"
            and AT_WORD.match(self.text[mark.end : heats[1].marks[0].start])
        ):
            # "To 120C after the first half hour at 230C."
            self._set_heat(heats[1], clause)
        draft = self.drafts.last_oven()
        ends = role == "before_end" or (role == "last" and len(heats) == 2)
        if ends and draft is None and self.final is None:
            self.final, self.finally_said = (
                Part(heat, [Said(mark, Minutes(mark.minutes))]),
                clause,
            )
            self.within = True
            self._use(mark, *heat.marks)
            rest = [p for p in parts if p.heat is not heat and p.heat is not None]
            for part in rest:
                assert part.heat is not None
                self._set_heat(part.heat, clause)
                self._add_oven(part.lengths)
            return True
        if role in ("last", "before_end") and draft is not None:
            assert isinstance(draft.stage, Oven)
            whole = self.drafts.minutes(draft.stage.length)
            self._use(mark, *heat.marks)
            cut = None if whole is None else round(whole - mark.minutes, 2)
            was = draft.stage
            self._set_heat(heat, clause)
            after = self._add_oven([Said(mark, Minutes(mark.minutes))])
            if cut is not None and cut > 0.0 and after is not None:
                within = replace(was, length=Minutes(cut))
                both = [
                    _alternative("last", "they belong to it", (within, after.stage)),
                    _alternative("last", "they come after it", (was, after.stage)),
                ]
                if isinstance(was.length, Minutes):
                    draft.stage = within
                # Of minutes by weight they are commonly told apart.
                draft.others += both if draft.stage is within else both[::-1]
            return True
        behind = self.text[heat.marks[-1].end : mark.start] if heat.marks else ""
        if role == "after" and (mark.start < heat.marks[0].start or AFTER.match(behind)):
            after_it = [x for p in parts for x in p.lengths if x.mark is not mark]
            if self.fresh or draft is None:
                if self.heat is None:
                    return False
                self._add_oven([Said(mark, Minutes(mark.minutes))])
            elif not self.drafts.split(
                draft,
                mark.minutes,
                lambda s: s,
                lambda s: replace(s, temp=heat.temp, air=heat.air),
                [mark, *heat.marks],
            ):
                return False
            elif not after_it:
                self._use(mark, *heat.marks)
                self.heat, self.fresh = heat, False
                return True
            self._use(mark, *heat.marks)
            self._set_heat(heat, clause)
            if after_it:
                self._add_oven(after_it)
            return True
        return False
