"""Things done to the joint while it is on: basted, turned, added, poured."""

from __future__ import annotations

import re
from collections.abc import Sequence

from trencher.core.method.notation import LONGEST_MIN, LONGEST_WORDS
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.heating import Heating
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.state import Said
from trencher.core.method.stages import Minutes, Sear, Turn, Verb

NO_WORDS = re.compile(r"[^\w\s'’,&-]")
"""What a task's own words may not hold in the notation."""


OFTEN = {"a": 2, "once": 1, "twice": 2, "two": 2, "three": 3, "four": 4, "2": 2, "3": 3, "4": 4}
"""How many times a thing is done over the whole of a stage."""
VERBS: dict[str, Verb] = {
    "baste": "baste",
    "turn": "turn",
    "add": "add",
    "pour": "pour",
    "check": "check",
}


class Tasks(Heating):
    """Things done to the joint while it is on: basted, turned, added, poured."""

    def _task(self, clause: Clause, verb: Verb) -> None:
        act = next(a for a in reversed(clause.acts) if a.kind in VERBS)
        if verb == "add" and self._before_it_is_on() and not clause.has("time"):
            self._soak(clause.get("ml") or self._from_the_list(act))
            return
        if (
            verb == "add"
            and not clause.has("time", "half_way")
            and self._soak(self._from_the_list(act))
        ):
            # "Add the garlic, wine and water": from here on it lies in them.
            self._use(act)
            return
        roles = {m: clause.role(m, self.text) for m in clause.get("time")}
        own = [
            m
            for m, role in roles.items()
            if role in ("every", "after", "last", "before_end", "first")
        ]
        own = [m for m in own if m.start > act.start or roles[m] in ("after", "before_end")]
        words = self._task_words(act) if verb in ("add", "pour") else ""
        marks = [act, *clause.get("every", "after", "half_way")]
        spoken = [act]
        at = every = None
        role = ""
        for m in own:
            role = roles[m]
            marks.append(m)
            spoken.append(m)
            if role == "every":
                every = max(1.0, m.minutes)
            elif role in ("after", "first"):
                i = clause.marks.index(m)
                at = m.minutes * (2.0 if i and clause.marks[i - 1].kind == "second" else 1.0)
            else:
                at = -m.minutes
        if verb == "pour":
            amount = [*clause.get("ml"), *self._from_the_list(act)]
            n = self.clauses.index(clause) + 1
            goes_on = any(
                c.act in ("down", "up", "roast", "back") and (c.has("temp") or c.has("more"))
                for c in self.clauses[n : n + 2]
                if c.sentence == clause.sentence
            )
            begins = (
                at is None and every is None and (self.fresh or self._before_it_is_on() or goes_on)
            )
            if amount and begins and self._soak(amount):
                self._use(act)
                self._go_on(clause, own)
                return
            spoken += amount
            self._use(*amount)
        if any(m.minutes > LONGEST_MIN for m in own):
            self._go_on(clause, own)
            return
        last = self.drafts.last
        if verb == "baste" and self.where == "pan" and last is not None and clause.has("time"):
            # "Add the butter and baste for 30 seconds": longer in the pan.
            mark = clause.get("time")[0]
            self.drafts.add(Sear(Minutes(mark.minutes)), [act, mark])
            self._use(act, mark)
            return
        half = clause.has("half_way")
        often = self._often(clause)
        timeless = at is None and every is None and not half and not often
        idle = verb == "check" or (verb == "baste" and self.where != "oven")
        if clause.has("every_now") or (timeless and idle):
            self._use(act, *clause.get("every_now"))
            self._go_on(clause, own)
            return
        if (
            roles
            and role == "after"
            and own
            and self.fresh
            and self.heat is not None
            and verb in ("turn", "pour")
        ):
            # "After 20 minutes turn it over": the heat so far was for so long.
            self._use(*own, act)
            self._add_oven([Said(own[0], Minutes(own[0].minutes))])
            if verb == "turn":
                self.drafts.add(Turn(), [act])
            self._soak(clause.get("ml"))
            self._go_on(clause, own)
            return
        self._use(*marks)
        again = [m for m in own if roles[m] == "after"]
        if verb == "turn" and timeless:
            if self.drafts.last_oven() is not None:
                self.drafts.add(Turn(), [act])
            self._go_on(clause, own)
            return
        if timeless and self.task_before is not None and self.task_before[0] == clause.sentence:
            # "Add the apples 30 minutes before the end, and pour in the cider": then as well.
            at = self.task_before[1]
        self.task_before = (clause.sentence, at) if at is not None else None
        mode = "last" if at is not None and at < 0 else ""
        if at is None and every is None:
            mode = "half" if half or often == 1 else f"share {often + 1}" if often else ""
        later = [
            m for m in clause.get("time", "rate", "temp") if m not in own and m not in self.used
        ]
        draft = self.drafts.last_oven()
        begins = verb in ("add", "pour", "baste") and at is None and every is None and not mode
        # "After 30 minutes and again after 60": one task each.
        told = [(m.minutes, None, "", [act, m]) for m in again[:-1]]
        each = [*told, (at, every, mode, spoken)]
        if self.fresh or draft is None or later or begins:
            self.hung += [(verb, words, *one) for one in each]
            self._go_on(clause, own)
        else:
            for one in each:
                self._hang(draft, verb, words, *one)

    def _often(self, clause: Clause) -> int:
        """How many times, where that is said."""
        said = clause.get("so_often")
        return OFTEN[self._word(said[0]).casefold().split()[0]] if said else 0

    def _go_on(self, clause: Clause, own: Sequence[Mention]) -> None:
        """What is left of a clause about a task belongs to the heat."""
        if any(m not in own and m not in self.used for m in clause.get("time", "rate", "temp")):
            draft = self.drafts.last_oven()
            lengths = [x for p in self._parts(clause) for x in p.lengths]
            if len(lengths) == 1 and lengths[0].goal and draft is not None and not self.fresh:
                # "… for an hour, basting it, until the core reads 52C": the end of what is on.
                self._ends_at(lengths[0])
                self._hang_all(draft)
                return
            self._oven(clause)

    def _task_words(self, act: Mention) -> str:
        stops = (
            "after",
            "every",
            "time",
            "half_way",
            "last",
            "first",
            "temp",
            "then",
            "rate",
            "roast",
            "rest",
            "cover",
            "wrap",
            "tent",
            "lid",
            "uncover",
            "end",
        )
        end = next(
            (m.start for m in self.marks if m.start >= act.end and m.kind in stops), len(self.text)
        )
        cut = re.search(r"[.;,!?\n]", self.text[act.end : end])
        end = act.end + cut.start() if cut else end
        raw = NO_WORDS.sub(" ", self.text[act.end : end])
        words = re.sub(
            r"^(?:the|in|some)\s+|\s+(?:for|about|the|at|and|with|in)$", "", " ".join(raw.split())
        )
        while (
            shorter := re.sub(
                r"\s+(?:for|about|the|at|and|with|in|over|another|during)$", "", words
            )
        ) != words:
            words = shorter
        words = re.split(r"\b(?:at|every)\s+\d", words)[0].strip(" ,-'’")
        return words[:LONGEST_WORDS].strip()
