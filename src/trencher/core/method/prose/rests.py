"""Off, out, resting, standing: what is not the heat."""

from __future__ import annotations

import re
from dataclasses import replace

from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.drafts import can_be
from trencher.core.method.prose.heating import Heating
from trencher.core.method.prose.heats import core_temp, of_core
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.state import Said, how_of
from trencher.core.method.stages import (
    Length,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    UntilCore,
    UntilFalling,
    UntilPeak,
    Wait,
)
from trencher.core.thermal.surface import RestHow

WORN = re.compile(r"in\s|covered|(?:tightly|well)\s+covered", re.IGNORECASE)
"""A cover that lies over it already, of which no rest is told."""
WAITS = re.compile(r"un?til|till|when|once|reach|gets|hits", re.IGNORECASE)
ASIDE = re.compile(r"\(\s*(?:after\s+)?(?:about|around|roughly|some|approx\w*)?\s*$", re.IGNORECASE)
LEFT = re.compile(r"\b(?:leave|left)\s+(?:\w+\s+){0,5}$", re.IGNORECASE)
SHARES = {"half": 2.0, "third": 3.0, "quarter": 4.0}
CLIMBS_C = 15.0
"""No rest climbs more: what is wrapped for that stays in the heat. Printed: 13 at most."""


class Rests(Heating):
    """Off, out, resting, standing: what is not the heat."""

    def _off(self, clause: Clause) -> None:
        self._use(*clause.acts)
        parts = self._parts(clause)
        for part in parts:
            if part.heat is not None:
                self._set_heat(part.heat, clause)
        lengths = [x for p in parts for x in p.lengths if can_be(Off(x.length))]
        ended = [
            x for x in lengths if x.goal is not None and self._word_before(x.goal.marks[0], clause)
        ]
        if ended:
            # "Off once the middle reads 45C": the goal of what went before.
            self._ends_at(ended[0])
            lengths = [x for x in lengths if x is not ended[0]]
        times = [
            x
            for x in lengths
            if x.mark.kind in ("time", "rate") and clause.role(x.mark, self.text) == "after"
        ]
        if times and self.fresh:
            self._add_oven(times)
            lengths = [x for x in lengths if x not in times]
        if clause.has("overnight") and not lengths:
            draft = self.drafts.add(Off(Minutes(480.0)), [*clause.acts, *clause.get("overnight")])
            for hours in (8.0, 10.0, 12.0):
                draft.other("length", f"{hours:g} hours", Off(Minutes(60.0 * hours)))
        elif not lengths:
            draft = self.off = self.drafts.add(Off(Minutes(30.0)), clause.acts)
            for minutes in (30.0, 60.0, 120.0):
                draft.other("length", f"{minutes:g} minutes", Off(Minutes(minutes)))
        else:
            x = lengths[0]
            draft = self.drafts.add(Off(x.length), [*clause.acts, x.mark])
            self._use(x.mark)
            self._ranged(draft, x.mark)
        self.where, self.heat, self.fresh = "oven", None, False

    def _word_before(self, mark: Mention, clause: Clause) -> bool:
        """Whether *once* or *when* stands before it: it has been reached, and is not waited for."""
        before = self.text[clause.marks[0].start : mark.start]
        return re.search(r"\b(?:once|when)\b", before, re.IGNORECASE) is not None

    def _wait(self, clause: Clause) -> None:
        self._use(*clause.get("fridge"))
        times = clause.get("time")
        if not times:
            return
        mark = times[0]
        if not self._before_it_is_on():
            self.where = "out"
            self._add_rest(Said(mark, Minutes(mark.minutes)), clause)
            return
        draft = self.drafts.add(
            Wait(Minutes(mark.minutes), "counter"), [*clause.get("fridge"), mark]
        )
        self._use(mark, *clause.get("before"))
        self._ranged(draft, mark)

    def _out(self, clause: Clause) -> None:
        """Taken out: at what, after how long; what follows is a rest."""
        parts = self._parts(clause)
        dressed = self.rest_dress
        self._use(*clause.acts, *clause.get("until", "core"))
        for part in parts:
            if part.heat is not None:
                self._set_heat(part.heat, clause)
        goals = [x for p in parts for x in p.lengths if x.goal is not None]
        times = [x for p in parts for x in p.lengths if x.goal is None]
        aside = [x for x in times if goals and ASIDE.search(self.text[: x.mark.start])]
        # "Out at 50C (about 2 h)": how long it takes to get there.
        self._use(*(x.mark for x in aside))
        times = [x for x in times if x not in aside]
        rests = [
            x
            for x in times
            if clause.has("before_carve") or clause.role(x.mark, self.text) in ("", "before")
        ]
        waits = [x for x in times if x not in rests]
        if (
            clause.has("before_carve") is False
            and not clause.has("rest")
            and not self.fresh
            and rests
            and not goals
            and self.drafts.last_oven() is None
        ):
            rests, waits = [], times
        if goals:
            self._ends_at(goals[0])
        elif waits and self.fresh:
            self._add_oven(waits)
        elif (
            not goals
            and self.fresh
            and rests
            and not clause.has("rest", "before_carve", "tent", "wrap", "cover", "bowl")
        ):
            self._add_oven(rests)
            rests = []
        self.where, self.rest_dress = "out", dressed
        if rests:
            self._add_rest(rests[0], clause)
        elif self.rest_dress is not None or clause.has("rest"):
            self._add_rest(None, clause)

    def _rests(self, clause: Clause) -> bool:
        if clause.act in ("rest", "carve"):
            return (
                not (clause.has("temp") and clause.has("roast") and self.where != "out")
                or clause.act == "rest"
            )
        if clause.has("down", "up", "back", "preheat", "grill"):
            return False
        if clause.has("no_rest"):
            # "No need to rest it long: 5 minutes will do."
            return clause.has("time") and not self._before_it_is_on()
        if self.fresh and self.readied and self.where == "out" and clause.act == "":
            # "Rest while the oven heats to 250C, then 8 minutes."
            return False
        if self.where == "out":
            roasts = clause.act == "roast" and not re.match(
                r"allow|continue|give", self._word(clause.acts[-1]), re.I
            )
            oven = [
                m
                for m in clause.get("temp")
                if not of_core(clause, [m], self.text, wants_core=True)
            ]
            heats = bool(oven) and not self.rest_dress
            return (
                not roasts
                and not heats
                and clause.has(
                    "time",
                    "before_carve",
                    "tent",
                    "wrap",
                    "bowl",
                    "cover",
                    "until",
                    "climb",
                    "falling",
                )
            )
        if clause.has("before_carve") and not clause.acts:
            return True
        if self._foil_at_goal(clause) or self._left_alone(clause):
            return True
        if (
            self.where == "oven"
            and not self.fresh
            and clause.act == ""
            and clause.has("wrap", "tent")
            and not all(m in self.used for m in clause.get("time", "temp", "wrap", "tent"))
            and (clause.has("time", "temp") or not WORN.match(self._word(clause.marks[0])))
        ):
            return self._wrap_is_rest(clause)
        return False

    def _left_alone(self, clause: Clause) -> bool:
        """*Leave in the crust for 10 minutes*, when what it was roasted for is over."""
        times = clause.get("time") or clause.marks[:1]
        left = LEFT.search(self._before(times[0].start)) is not None
        told = clause.has("time") and not clause.has("temp", "more") and not clause.acts
        on = self.drafts.last_oven()
        over = on is not None and not self.fresh and self.where == "oven"
        return told and over and left

    def _told_of_the_end(self, clause: Clause) -> bool:
        """*The centre should now read 54C*: after a rest that has its time, no rest of its own."""
        if clause.acts or not clause.has("core") or clause.has("time", "climb"):
            return False
        last = self.drafts.last
        rested = last is not None and isinstance(last.stage, Rest)
        timed = rested and last is not None and isinstance(last.stage.length, Minutes)
        waits = any(WAITS.match(self._word(m)) for m in clause.get("until"))
        return timed and clause.has("temp") and not waits

    def _wrap_is_rest(self, clause: Clause) -> bool:
        """Wrapped after a goal: to climb a little out of the heat, or to go on in it."""
        draft = self.drafts.last_oven()
        temps = clause.get("temp")
        if draft is None or not isinstance(draft.stage.length, (UntilCore, UntilPeak)):
            return not temps
        if not temps:
            return True
        goal = core_temp(temps[0])
        return goal is not None and goal.c - draft.stage.length.temp.c <= CLIMBS_C

    def _rest(self, clause: Clause) -> None:
        wrapped = clause.get("wrap", "tent", "cover")
        if self.where != "out" and wrapped and clause.act == "":
            how = how_of(wrapped)
            self.rest_dress = (how, wrapped) if how is not None else None
            if self.cover == "covered":
                self.cover = None
        if (
            clause.has("temp")
            and clause.has("time")
            and re.search(r"\boven\b", self._clause_text(clause), re.I)
        ):
            # "Rest in the oven at 60C for half an hour."
            heats = [p for p in self._parts(clause) if p.heat is not None]
            if heats and heats[0].heat is not None:
                self._set_heat(heats[0].heat, clause)
                self._add_oven(
                    [x for p in self._parts(clause) for x in p.lengths] or heats[0].lengths
                )
                return
        parts = self._parts(clause)
        lengths = [x for p in parts for x in p.lengths]
        oven = self.drafts.last_oven()
        whole = self.drafts.minutes(oven.stage.length) if oven is not None else None
        if not lengths and whole is not None:
            lengths = [Said(m, self._share(m, whole)) for m in clause.get("as_long")]
        inside = re.search(r"\bin\s+(?:the|there)\b|\bdoor\b", self._clause_text(clause), re.I)
        if lengths and inside and self.off is not None and self.off is self.drafts.all[-1]:
            # "Turn it off. Let it sit in the oven for two hours."
            self.heat = None
            self._use(*clause.acts)
            self._add_oven(lengths[:1])
            return
        self._use(
            *clause.acts, *clause.get("until", "core", "climb", "before_carve", "after", "more")
        )
        if self.drafts.method() is not None:
            self.where = "out"
        self._add_rest(lengths[0] if lengths else None, clause)
        for part in parts:
            if part.heat is not None and part.lengths[:1] != lengths[:1]:
                self._set_heat(part.heat, clause)
                self._add_oven(part.lengths)

    def _share(self, mark: Mention, whole: float) -> Minutes:
        """*Half as long* of so many minutes."""
        words = self._word(mark).casefold()
        share = next((n for word, n in SHARES.items() if word in words), 1.0)
        return Minutes(round(whole / share, 1))

    def _rest_as_long(self) -> None:
        """*Half the cooking time*, told of before the time is."""
        share = [m for c in self.clauses if c.act == "rest" for m in c.get("as_long")]
        last, before = self.drafts.all[-1:], self.drafts.all[-2:-1]
        if not (share and before and isinstance(last[0].stage, Rest)):
            return
        whole = self.drafts.minutes(before[0].stage.length)
        if isinstance(last[0].stage.length, UntilFalling) and whole is not None:
            last[0].stage = replace(last[0].stage, length=self._share(share[0], whole))
            last[0].marks.append(share[0])

    def _add_rest(self, x: Said | None, clause: Clause) -> None:
        how: RestHow = "pan" if clause.has("in_tin") else "open"
        marks: list[Mention] = [*clause.get("rest"), *clause.get("in_tin")]
        if self.rest_dress is not None:
            how, worn = self.rest_dress
            marks += worn
        self._use(*marks)
        length: Length = UntilFalling() if x is None else x.length
        if isinstance(length, Rate):
            return
        if x is not None:
            spoken = x.goal.marks if x.goal else (x.mark,)
            marks += spoken
            self._use(*spoken)
        inside = self.rest_dress is not None
        self.rest_dress = None
        last = self.drafts.all[-1] if self.drafts.all else None
        if last is not None and isinstance(last.stage, Rest):
            # Said in two sentences: one rest, its cover and its minutes.
            how = how if how != "open" else last.stage.how
            if isinstance(last.stage.length, UntilFalling) or x is None:
                length = last.stage.length if x is None else length
                self.drafts.all.pop()
                marks = [*last.marks, *marks]
        draft = self.drafts.add(Rest(length, how), marks)
        if x is not None:
            self._ranged(draft, x.mark)
            if x.goal is not None and self.heat is not None and inside:
                heated = Oven(self.heat.temp, length, self.heat.air, cover="covered")
                draft.other("wrapped_where", "out of the oven, to climb", draft.stage)
                draft.other("wrapped_where", "in the oven", heated)
