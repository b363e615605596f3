"""Clauses turned into stages, one after another."""

from __future__ import annotations

import re
from dataclasses import replace

from trencher.core.method.prose.clauses import DRESS, Clause, about_something_else
from trencher.core.method.prose.drafts import MOST_STAGES
from trencher.core.method.prose.dressing import ROOTS, Dressing
from trencher.core.method.prose.pan import Pan
from trencher.core.method.prose.rests import LEFT, Rests
from trencher.core.method.prose.state import Said
from trencher.core.method.prose.tasks import VERBS, Tasks
from trencher.core.method.stages import Minutes, Rest, Sear, UntilFalling, Wait

SOFT_MIN = 15.0
"""Onions are soft by then."""


class Reader(Dressing, Tasks, Rests, Pan):
    """Clauses turned into stages, one after another."""

    def read(self) -> None:
        """Walk the clauses in their order."""
        self._end_comes_last()
        for n, clause in enumerate(self.clauses):
            full = len(self.drafts.all) >= MOST_STAGES
            if full or about_something_else(clause, self.text):
                self.aside.append(clause)
                continue
            so_far = len(self.drafts.all)
            self._clause(n, clause)
            for draft in self.drafts.all[so_far:]:
                draft.marks = [*(m for m in clause.acts if m in self.used), *draft.marks]
            if clause.has("before_that") and 0 < so_far < len(self.drafts.all):
                new = self.drafts.all[so_far:]
                self.drafts.all[:] = [*new, *self.drafts.all[:so_far]]
            if clause.has("having") and 0 < so_far < len(self.drafts.all):
                # "…, having started it at 220C": told last, done before.
                new = self.drafts.all[so_far:]
                self.drafts.all[so_far - 1 :] = [*new, self.drafts.all[so_far - 1]]
            self.sentence = clause.sentence
        last = self.drafts.last_oven()
        if (
            self.within
            and self.final is not None
            and last is not None
            and isinstance(last.stage.length, Minutes)
        ):
            left = last.stage.length.min - self.final.lengths[0].mark.minutes
            if left > 0.0:
                last.stage = replace(last.stage, length=Minutes(round(left, 1)))
        if self.final is not None and self.finally_said is not None and self.final.heat is not None:
            self._set_heat(self.final.heat, self.finally_said)
            self._add_oven(self.final.lengths)
        cold = self._before_it_is_on()
        if self.fresh and self.heat is not None and (cold or not self.readied) and self.drafts.all:
            self._lose(self.heat.marks)
        self._rest_of_the_total()
        self._rest_comes_last()
        self._rest_as_long()
        self._no_rest_between()
        self._give_up_hung()

    def _clause(self, n: int, clause: Clause) -> None:
        act = clause.act
        if clause.has("cold"):
            self.cold = True
            self._use(*clause.get("cold"))
        if (
            clause.has("total", "time_is")
            and clause.get("time")
            and not clause.has("rate")
            and act != "sear"
        ):
            if (
                len(clause.get("time")) > 1
                and clause.has("remaining", "first")
                and clause.has("temp")
            ):
                # "1 hour 40 in all: 20 minutes at 220C and the rest at 170C."
                self._total(clause)
                self._oven(clause)
                return
            behind = self.clauses[n + 1 :]
            told = any(c.has("temp") and c.has("time", "rate") for c in behind)
            if clause.has("time_is") and told:
                self._total(clause)
                return
            if clause.has("time_is") and self.heat is not None:
                self._oven(clause)
                return
            if not (self._before_it_is_on() and (self.fresh or clause.has("temp"))):
                self._total(clause)
                return
            self._use(*clause.get("total"))
        if act == "chill" or (act == "carve" and self.where != "out"):
            # How long it lies salted or in the fridge is no stage of a roast.
            if not self._before_it_is_on():
                self.cover, self.pot, self.bed, self.liquid = None, False, None, None
                self.worn.clear()
            elif act == "carve":
                # "Slice the onions into a tin and lay the joint on them."
                self._dress(clause, None)
            self._use(*clause.get("chill", "time"))
            return
        if n and self._cooked_for_it(clause, self.clauses[n - 1]):
            self.aside.append(clause)
            return
        before = self.clauses[n - 1].act if n else ""
        inside = before in ("back", "down", "up", "off", "roast", "out")
        if act == "fridge" or (act == "" and not inside and self._left_to_stand(clause)):
            self._wait(clause)
            return
        later = self.clauses[n + 1] if n + 1 < len(self.clauses) else None
        if self._dress_at_core(clause) or self._dress_when(clause):
            return
        self._dress(clause, later)
        if act in VERBS and not (act == "turn" and self.where == "pan" and not clause.has("temp")):
            self._task(clause, VERBS[act])
        elif (
            self._in_the_hot_pan(clause)
            or (act == "" and self.where != "oven" and self._on_its_sides(clause))
            or (act == "sear" and not self._browned_in_the_oven(clause))
        ):
            self._sear(clause)
        elif act == "sear":
            # Nothing browns under a cover: it comes off for that.
            for mark in clause.get("uncover"):
                self._was_covered(mark)
            self.cover, self.pot = None, False
            self.worn.pop("cover", None)
            self._oven(clause)
        elif act == "off":
            self._off(clause)
        elif act == "out" or (act == "rest" and clause.has("out") and clause.has("temp")):
            self._out(clause)
        elif self._told_of_the_end(clause):
            # How it comes out: no stage, and a number that is asked about.
            return
        elif self._rests(clause):
            self._rest(clause)
        elif act in (
            "",
            "preheat",
            "down",
            "up",
            "back",
            "roast",
            "grill",
            "rest",
            "carve",
            "turn",
        ):
            self._oven(clause)

    def _left_to_stand(self, clause: Clause) -> bool:
        """*Leave for 30 minutes*, before it has seen any heat."""
        alone = clause.has("time") and not clause.has("temp", *DRESS)
        left = LEFT.search(self._before(clause.marks[0].start)) is not None
        return alone and left and self._before_it_is_on() and self.where != "pan"

    def _in_the_hot_pan(self, clause: Clause) -> bool:
        """*Heat a pan. Add the pork and cook for 6 minutes*"""
        if self.pan_hot is None or clause.sentence - self.pan_hot > 1:
            return False
        if clause.act not in ("", "roast"):
            return False
        words = self._clause_text(clause)
        return clause.has("time") and not clause.has("temp") and re.search("oven", words) is None

    def _cooked_for_it(self, clause: Clause, prior: Clause) -> bool:
        """*Add the onions and cook for 5 minutes*, while the joint stands by."""
        if prior.act != "add" or prior.sentence != clause.sentence or clause.act != "roast":
            return False
        times = clause.get("time")
        if (
            not times
            or times[0].minutes > SOFT_MIN
            or not re.match("cook|fry", self._word(clause.acts[-1]), re.IGNORECASE)
        ):
            return False
        words = self.text[prior.marks[0].start : clause.marks[-1].end]
        inside = clause.has("temp") or re.search(r"\boven\b", words, re.IGNORECASE)
        return self._before_it_is_on() and not inside and ROOTS.search(words) is not None

    def _on_its_sides(self, clause: Clause) -> bool:
        """*2 min each side* where no heat is said: in the pan, though nothing says so."""
        timed = clause.get("time", "rate")
        sides = clause.has("side") or any(m.per == "side" for m in timed)
        in_pan = self.heat is None or self.where == "pan"
        return bool(timed) and sides and not clause.has("temp") and in_pan

    def _no_rest_between(self) -> None:
        """*Rest it while the oven heats*: nobody knows for how long, and it is cold inside."""
        drafts = self.drafts.all
        for n in range(len(drafts) - 2, 0, -1):
            rest = drafts[n].stage
            if not isinstance(drafts[n - 1].stage, Sear) or not isinstance(rest, Rest):
                continue
            told = any(m.kind == "falling" for m in drafts[n].marks)
            if isinstance(rest.length, UntilFalling) and not told:
                self._lose(drafts.pop(n).marks)

    def _rest_comes_last(self) -> None:
        """A rest that is told of first, as on a card, is had after the heat, and once."""
        drafts = self.drafts.all
        first, last = (drafts[0].stage, drafts[-1].stage) if len(drafts) > 2 else (None, None)
        if isinstance(first, Rest) and isinstance(last, Rest) and first.length == last.length:
            drafts[-1].marks += drafts.pop(0).marks
            return
        if isinstance(first, Rest) and isinstance(last, Rest) and isinstance(first.length, Minutes):
            # It stands before there is any heat: it waits.
            drafts[0].stage, drafts[0].others = Wait(first.length, "counter"), []
            return
        if len(drafts) < 2 or not drafts[0].marks or not drafts[1].marks:
            return
        stood = [self._word(m) for m in drafts[0].marks if m.kind == "rest"]
        if (
            isinstance(first, Rest)
            and isinstance(first.length, Minutes)
            and any(re.search(r"\b(?:stand|sit)", word, re.IGNORECASE) for word in stood)
            and drafts[0].marks[0].start < drafts[1].marks[0].start
        ):
            # "Let it stand for an hour, then …"
            drafts[0].stage, drafts[0].others = Wait(first.length, "counter"), []
            return
        ends = max(m.end for m in drafts[0].marks)
        between = self.text[
            ends : min((m.start for m in drafts[1].marks if m.start > ends), default=ends)
        ]
        if re.search(r"\bthen\b|\bafter(?:wards|\s+that|\s+which)\b", between, re.I):
            return
        if isinstance(drafts[0].stage, Rest) and not isinstance(drafts[-1].stage, Rest):
            drafts.append(drafts.pop(0))

    def _rest_of_the_total(self) -> None:
        """*At 220C, after half an hour at 150C; in all it takes three hours.*"""
        if not self.fresh or self.heat is None or self.total is None or not self.drafts.all:
            return
        so_far = [self.drafts.minutes(d.stage.length) for d in self.drafts.all]
        left = self.total.minutes - sum(m or 0.0 for m in so_far)
        if None not in so_far and left > 0.0:
            self._use(*self.heat.marks)
            self._add_oven([Said(self.total, Minutes(round(left, 1)))])

    def _end_comes_last(self) -> None:
        """*Take it out at 52C and rest it; the oven is at 220C for …*: the end is told first."""
        clauses = self.clauses
        for n in range(1, len(clauses)):
            if clauses[n].has("at_start") and clauses[n].has("temp"):
                # "…; the oven at 100C to start with."
                clauses.insert(0, clauses.pop(n))
        said = [c for c in clauses if c.has("temp", "time", "rate") and c.act != "fridge"]
        if not said or said[0].act != "out" or not said[0].has("temp"):
            return
        n = clauses.index(said[0])
        ends = [c for c in clauses[n : n + 2] if c is said[0] or c.act == "rest"]
        behind = clauses[n + len(ends) :]
        if any(c.has("temp") and c.has("time", "rate") and c.act != "rest" for c in behind):
            clauses[n:] = [*behind, *ends]

    def _give_up_hung(self) -> None:
        """What was to be done in a stage that never came is done in the last there was."""
        draft = self.drafts.last_oven()
        if draft is not None:
            timeless = [h for h in self.hung if h[2] is None and h[3] is None and not h[4]]
            self.hung = [h for h in self.hung if h not in timeless]
            self._hang_all(draft)
            self.hung = timeless
        for *_, spoken in self.hung:
            self._lose(spoken)
