"""The pan: seared, browned, the other side; and what is browned in the oven instead."""

from __future__ import annotations

import re
from dataclasses import replace

from trencher.core.method.prose.changes import Changes
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.lengths import AT_WORD
from trencher.core.method.prose.marks import Mention
from trencher.core.method.stages import Length, Minutes, Rate, Sear, UntilOutcome

IN_A_PAN = re.compile(r"\b(?:pan|skillet|hob|stove(?:top)?)\b", re.IGNORECASE)
BROWNS = re.compile(r"sear|brown|fry(?!ing)|colou?r|seal", re.IGNORECASE)
LONGEST_SIDE_MIN = 5.0
"""A longer time *on all sides* is the time of all of them."""


class Pan(Changes):
    """The pan, and what is browned in the oven instead."""

    def _browned_in_the_oven(self, clause: Clause) -> bool:
        """*Brown it: 10 minutes at 250C*: a heat no pan is given."""
        words = re.sub(
            r"\bsear(?=\s+(?:it\s+)?at\s+\d{3})", "", self._clause_text(clause).casefold()
        )
        times, temps = clause.get("time"), clause.get("temp")
        if not times or re.search(r"\b(?:pan|hob|stove|skillet|side|sear|fry|seal)", words):
            return False
        if not temps:
            # "Up to 200C and brown for 20 minutes": it is in there already.
            inside = re.search(r"\bin (?:it|the oven)\b", words) is not None
            on = inside or self.drafts.last_oven() is not None
            return self.fresh and on and not clause.has("side")
        first, then = sorted((times[-1], temps[0]), key=lambda m: m.start)
        between = self.text[first.end : then.start]
        return AT_WORD.match(between) is not None or between.strip() == "for"

    def _other_side(self, clause: Clause, mark: Mention) -> bool:
        """*Then 2 minutes on the other side*: more of the pan that is on."""
        last = self.drafts.last
        sides = [self._word(s) for s in clause.get("side")]
        other = any(re.search(r"(?:other|second) \w+(?<!s)$", s, re.IGNORECASE) for s in sides)
        if not other or last is None or not isinstance(last.stage, Sear):
            return False
        if not isinstance(last.stage.length, Minutes):
            return False
        whole = Minutes(last.stage.length.min + mark.minutes)
        last.change(lambda s: replace(s, length=whole))
        last.marks += [mark, *clause.get("side")]
        self._use(mark)
        return True

    def _sear(self, clause: Clause) -> None:
        self._use(*clause.acts, *clause.get("side", "brown", "until"))
        times = clause.get("time", "rate")
        if not times and not any(BROWNS.search(self._word(a)) for a in clause.acts):
            # "Heat a frying pan": nothing is in it yet.
            self.pan_hot = clause.sentence
            if clause.has("temp"):
                self._oven(clause)
            return
        if not times:
            panned = IN_A_PAN.search(self._clause_text(clause))
            if self.where == "oven" and not clause.has("side") and panned is None:
                return
            self.drafts.add(
                Sear(UntilOutcome("brown")), [*clause.acts, *clause.get("side", "brown")]
            )
        elif self._other_side(clause, times[0]):
            pass
        else:
            mark = times[0]
            sides = clause.get("side")
            one = [m for m in sides if re.search("first", self._word(m), re.I)]
            self._use(*one)
            sides = [m for m in sides if m not in one]
            per_side = mark.per == "side" or (bool(sides) and not clause.has("total"))
            length: Length = (
                Rate(round(mark.minutes, 4), "side") if per_side else Minutes(mark.minutes)
            )
            draft = self.drafts.add(Sear(length), [*clause.acts, mark, *sides])
            all_of_them = any("all" in self._word(s).casefold() for s in sides)
            if mark.per != "side" and all_of_them and not clause.has("total"):
                whole = Minutes(mark.minutes)
                over = mark.minutes > LONGEST_SIDE_MIN or any(
                    re.search(r"over|round", self._word(s), re.I) for s in sides
                )
                if over:
                    draft.stage = replace(draft.stage, length=whole)
                first, second = (whole, Rate(mark.minutes, "side")) if over else (length, whole)
                for x in (first, second):
                    words = "each side" if isinstance(x, Rate) else "all of them together"
                    draft.other("sides", words, replace(draft.stage, length=x))
            self._use(mark)
            self._ranged(draft, mark)
        self.where = "pan"
        rest = [p for p in self._parts(clause) if p.heat is not None]
        for part in rest:
            assert part.heat is not None
            self._set_heat(part.heat, clause)
            if part.lengths:
                self._add_oven(part.lengths)
