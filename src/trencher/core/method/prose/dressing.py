"""What lies over, under and around the joint, from when to when."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from trencher.core.method.notation import LIQUID_ML
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.heating import Heating
from trencher.core.method.prose.heats import core_temp, goal_of
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.state import LIQUIDS, Said, how_of
from trencher.core.method.stages import Minutes, Oven, Stage, UntilCore, Verb
from trencher.core.thermal.surface import Cover

WORN = re.compile(
    r"(?:un)?covered|under|lid(?!\s+off)|foil\s+o(?:n|ver)|out\s+of|with|in\s+foil|lidded"
    r"|(?:tightly|well)\s",
    re.IGNORECASE,
)
"""A cover that is said to be on, not told to be put on."""


WHEN = re.compile(r"when|once", re.IGNORECASE)
LIES_IN = re.compile(
    rf"\b(?:with|in|over|above)(?=\s+(?:the|its)\s+(?:\w+\s+){{0,2}}{LIQUIDS.pattern})", re.I
)
"""*With the broth*: it lies in it."""
IN_ML = re.compile(r"\b(?:in|with|over)\s+(?:\w+,\s+)?(?:about\s+)?(?:an?\s+)?$", re.IGNORECASE)
AROUND = re.compile(r"\s*(?:of\s+)?(?:\w+\s+){1,2}(?:a?round|under)\b", re.IGNORECASE)
IF_NEED = re.compile(r"[\w\s]{0,24},?\s+if\s+(?!you)", re.IGNORECASE)
ROOTS = re.compile(r"\b(?:onions?|carrots?|veg\w*|roots|parsnips|celery|leeks)\b", re.IGNORECASE)


class Dressing(Heating):
    """What lies over, under and around the joint, from when to when."""

    def _dress(self, clause: Clause, later: Clause | None) -> None:
        """What lies over, under and around it from here on; on a joint that is out or about to
        rest it is the rest's cover."""
        covers = clause.get("cover", "wrap", "tent", "lid", "bowl", "uncover")
        done = not self.fresh and self.drafts.last_oven() is not None
        ahead = later is not None and later.act == "rest" and not clause.has("temp", "time", "rate")
        before_rest = ahead and later is not None and (done or later.sentence == clause.sentence)
        # Set aside after the pan, it goes back: what is put on then is no rest's.
        goes_in = self._before_it_is_on() and clause.has("pour", "add", "back")
        out = self.where == "out" and not goes_in
        resting = out or clause.act in ("rest", "out") or before_rest
        resting = resting or self._foil_at_goal(clause)
        if clause.act in ("sear", "fridge"):
            covers = []
        for mark in [m for m in covers if IF_NEED.match(self.text[m.end :])]:
            # "Cover it with foil if it browns too fast": not planned.
            self._use(mark)
            covers.remove(mark)
        heats = clause.act in ("back", "up", "down", "preheat") or (
            clause.act == "roast" and clause.has("temp", "time", "rate")
        )
        if covers and resting and not heats:
            how = how_of(covers)
            if how is not None:
                self.rest_dress = (how, list(covers))
            self._use(*covers)
        elif covers and not self._timed_dress(clause, covers):
            for mark in covers:
                self._lay(mark)
            self._use(*covers)
            draft = self.drafts.last_oven()
            alone = not clause.acts and not clause.has("temp", "time", "rate", "then")
            closes = later is None or later.sentence != clause.sentence
            worn = WORN.match(self._word(covers[0])) or (closes and covers[0].kind == "uncover")
            behind = self.sentence == clause.sentence and worn
            if draft is not None and alone and behind:
                # "Roast for 3 hours, covered.": said behind, meant for what stands before it.
                cover, pot = self.cover, self.pot
                draft.change(
                    lambda s: replace(s, cover=cover, pot=pot) if isinstance(s, Oven) else s
                )
                draft.marks += covers
        for mark in clause.get("on_top"):
            # "The vegetables in a tin, and the beef on top."
            if ROOTS.search(self.text[max(0, mark.start - 120) : mark.start]):
                self.bed = "roots"
                self.worn["bed"] = [mark]
                self._use(mark)
        for mark in [] if clause.act == "rest" else clause.get("crust", "rack", "roots"):
            if mark.kind == "crust":
                self.cover = "salt crust"
                self.worn["cover"] = [mark]
            elif not any(m.kind == "rack" for m in clause.marks) or mark.kind == "rack":
                self.bed = "rack" if mark.kind == "rack" else "roots"
                self.worn["bed"] = [mark]
            self._use(mark)
        ends = later.marks[0].start if later is not None else len(self.text)
        n = self.clauses.index(clause)
        first = clause.marks[0].start
        begins = max(
            self.clauses[n - 1].marks[-1].end if n else 0,
            *(self.text.rfind(end, 0, first) + 1 for end in ".\n"),
        )
        lies = LIES_IN.search(self.text, min(begins, first), ends)
        if lies and not self.liquid and clause.act not in ("chill", "pour") and not resting:
            self._soak(self._from_the_list(lies))
        if clause.act != "pour" and not resting:
            self._lies_in(clause)

    def _lies_in(self, clause: Clause) -> None:
        """*In 300ml of cider*; said behind a stage, of that stage too."""
        for mark in clause.get("ml"):
            before = self.text[max(0, mark.start - 14) : mark.start]
            dressed = clause.has("lid", "cover") and re.search(r"\band\s+(?:an?\s+)?$", before)
            around = AROUND.match(self.text[mark.end :])
            if not dressed and not around and not IN_ML.search(before):
                continue
            draft = self.drafts.last_oven()
            behind = not clause.acts and not clause.has("temp", "time", "rate", "then")
            if (
                self._soak([mark])
                and draft is not None
                and behind
                and (self.sentence == clause.sentence)
            ):
                draft.change(self._in_liquid)
                draft.marks.append(mark)

    def _in_liquid(self, stage: Stage) -> Stage:
        return replace(stage, liquid_ml=self.liquid) if isinstance(stage, Oven) else stage

    def _soak(self, poured: Sequence[Mention]) -> bool:
        low, high = LIQUID_ML
        amount = sum(m.amount for m in poured)
        if not low <= amount <= high:
            return False
        if self.liquid is not None and self._before_it_is_on():
            # The wine, then the stock.
            amount = min(high, amount + self.liquid)
        self.liquid = round(amount)
        self.worn["liquid"] = list(poured)
        self._use(*poured)
        return True

    def _lay(self, mark: Mention) -> None:
        if mark.kind == "lid" or (
            re.search(r"\blid\b", self._word(mark), re.I) and mark.kind == "cover"
        ):
            self.pot = self.cover == "salt crust"
            self.cover = "salt crust" if self.pot else "lid"
            self.worn["cover"] = [*self.worn.get("cover", ()), mark] if self.pot else [mark]
        elif mark.kind == "uncover":
            self._was_covered(mark)
            self.uncovered = True
            self.worn["cover"] = [mark]
            self.cover, self.pot = None, False
        elif self.cover is None:
            foil = re.search(r"foil|paper|parchment|loosely|tent", self._word(mark), re.I)
            pot = re.search(r"\b(?:casserole|dutch\s+oven|pot)\b", self.text[: mark.start], re.I)
            self.cover = "lid" if pot and not foil and mark.kind == "cover" else "covered"
            self.worn["cover"] = [mark]

    def _dress_at_core(self, clause: Clause) -> bool:
        """*To 195F, wrapping it at 165F*: a goal cut in two by what is laid on at the first."""
        temps, draft = clause.get("temp"), self.drafts.last_oven()
        covers = clause.get("cover", "wrap", "uncover", "lid")
        if (
            not covers
            or clause.acts
            or len(temps) != 1
            or clause.has("time", "until")
            or draft is None
        ):
            return False
        length, goal = draft.stage.length, core_temp(temps[0])
        if not isinstance(length, UntilCore) or goal is None or goal.c >= length.temp.c:
            return False
        stage = draft.stage
        assert isinstance(stage, Oven)
        on: Cover | None = None if covers[-1].kind == "uncover" else "covered"
        marks = [*temps, *covers]
        draft.stage = replace(stage, length=UntilCore(goal), cover=None if on else "covered")
        draft.marks += marks
        self.drafts.add(replace(stage, cover=on, tasks=()), [*draft.marks])
        self.cover = on
        self._use(*marks)
        return True

    def _dress_when(self, clause: Clause) -> bool:
        """*When it reads 70C wrap it*: a stage to there, and from there on dressed."""
        temps, covers = clause.get("temp"), clause.get("cover", "wrap", "uncover", "lid")
        waits = [m for m in clause.get("until") if WHEN.match(self._word(m))]
        if not waits or not covers or clause.acts or len(temps) != 1 or clause.has("time"):
            return False
        goal = core_temp(temps[0])
        if (
            goal is None
            or self.heat is None
            or not waits[0].start < temps[0].start < covers[0].start
        ):
            return False
        x = Said(temps[0], UntilCore(goal), goal_of(temps, "core"))
        if self.fresh or self.drafts.last_oven() is None:
            self._add_oven([x])
        else:
            self._ends_at(x)
        for mark in covers:
            self._lay(mark)
        self._use(*clause.get("until", "core"), *covers)
        return True

    def _was_covered(self, mark: Mention) -> None:
        """What is taken off was on, though nobody said so."""
        taken = re.search(r"\b(lid|foil|cover)\b", self._word(mark), re.I)
        ovens = [d for d in self.drafts.all if isinstance(d.stage, Oven)]
        worn = " ".join(self._word(m) for m in self.worn.get("cover", ()))
        if (
            taken
            and taken[1].casefold() == "lid"
            and self.cover == "covered"
            and "foil" not in worn
        ):
            # What was on turns out to have been the lid.
            for draft in ovens:
                if isinstance(draft.stage, Oven) and draft.stage.cover == "covered":
                    draft.stage = replace(draft.stage, cover="lid")
        if taken is None or self.cover is not None or not ovens or self.uncovered:
            return
        if any(isinstance(d.stage, Oven) and d.stage.cover for d in ovens):
            return
        on: Cover = "lid" if taken[1].casefold() == "lid" else "covered"
        for draft in ovens:
            draft.change(lambda s: replace(s, cover=on) if isinstance(s, Oven) else s)
            draft.marks.append(mark)

    def _timed_dress(self, clause: Clause, covers: Sequence[Mention]) -> bool:
        """*Covered for the first hour*, *uncover for the last 30 minutes*, *after 2 hours take the
        foil off*: cuts the stage in two, or hangs a task where a goal ends it."""
        times = [
            m
            for m in clause.get("time")
            if clause.role(m, self.text) in ("first", "second", "last", "after", "before_end")
        ]
        if not times or clause.has("temp", "rate"):
            return False
        mark = times[-1]
        role = clause.role(mark, self.text)
        # The second hour begins after the first.
        role = "after" if role == "second" else role
        draft = self.drafts.last_oven()
        opening = covers[-1].kind == "uncover"
        marks = [mark, *covers]
        if draft is None or (self.fresh and role in ("first", "after")):
            from_end = role in ("last", "before_end")
            if (from_end and opening) or (role == "after" and self.heat is None and draft is None):
                self.dress_later = (-mark.minutes if from_end else mark.minutes, opening, marks)
                self._use(*marks)
                return True
            if self.heat is None or from_end:
                return False
            if role == "first" and not opening:
                self._lay(covers[-1])
            self._use(*marks)
            self._add_oven([Said(mark, Minutes(mark.minutes))])
            self.cover = None if opening or role == "first" else "covered"
            return True
        assert isinstance(draft.stage, Oven)
        whole = self.drafts.minutes(draft.stage.length)
        if role == "after" and whole is not None and clause.has("more") and self.heat is not None:
            # "After another two hours take the foil off": so long as it was, then otherwise.
            self._use(*marks)
            self._add_oven([Said(mark, Minutes(mark.minutes))])
            self.cover = None if opening else "covered"
            return True
        first = mark.minutes if role in ("first", "after") else (whole or 0.0) - mark.minutes
        bare_first = (role == "first") == opening
        lid = any(re.search(r"\blid\b", self._word(m), re.I) for m in covers)
        covered: Cover = self.cover or ("lid" if lid else "covered")

        def under(stage: Oven) -> Oven:
            return replace(stage, cover=covered)

        def bare(stage: Oven) -> Oven:
            return replace(stage, cover=None, pot=False)

        front, back = (bare, under) if bare_first else (under, bare)
        if self.drafts.split(draft, first, front, back, marks):
            self.cover = None if not bare_first else covered
            self._use(*marks)
            return True
        if whole is None and role in ("first", "after"):
            verb: Verb = "cover" if bare_first else "uncover"
            if not bare_first:
                draft.change(lambda s: replace(s, cover=covered) if isinstance(s, Oven) else s)
            self.drafts.hang(draft, verb, "", mark.minutes, None, marks)
            self._use(*marks)
            return True
        return False
