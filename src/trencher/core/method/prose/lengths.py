"""Heats and lengths of one clause, in the order of its words."""

from __future__ import annotations

import re
from dataclasses import replace

from trencher.core.method.notation import OVEN_HIGH_C, OVEN_LOW_C
from trencher.core.method.prose.clauses import Clause
from trencher.core.method.prose.heats import (
    LEAST_OVEN_C,
    Goal,
    Heat,
    goal_of,
    group,
    heat_of,
    named_heat,
    of_core,
)
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.state import Part, Said, State
from trencher.core.method.stages import (
    Length,
    Minutes,
    Oven,
    Rate,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
    celsius,
)

WARM_C = 3.0
"""What is held so far above what the middle has reached is the oven. Estimate."""

_IN_OVEN = (
    r"(?:(?:is|are|more|longer|in\s+all|altogether|in\s+total|at\s+the\s+end)\s+)?"
    r"(?:in\s+(?:the|an?)\s+(?:\w+\s+)?(?:oven|one),?\s+)?"
)
AT = re.compile(rf"^\.?\s*(?:[,:]\s*)?{_IN_OVEN}(?:at|on|in|\(|@)?\s*(?:a\s+)?$", re.IGNORECASE)
"""What stands between a time and the heat it is for, loosely: *20 minutes, 220C*."""


AT_WORD = re.compile(rf"^\s*{_IN_OVEN}(?:at|on|@|\()\s*(?:a\s+)?$", re.IGNORECASE)
"""The same, said: *20 minutes at 220C*."""


HOLDS = re.compile(
    r"^(?:\s+(?:at|in)\s+[^\s,]+)?[\s,]*(?:and\s+)?(?:(?:holds?|held|keeps?|kept|stays?)\s+)?(?:it\s+)?(?:there\s+|at\s+that\s+)?for\s*"
    r"(?:at\s+least\s+)?$",
    re.IGNORECASE,
)
KEPT_WARM = re.compile(r"\bwarm\s+(?:it\s+)?(?:at|in)\b[^.;]*$", re.IGNORECASE)
COOLS_TO = re.compile(r"\b(?:drop|fall|cool|come\s+down)\w*\s+(?:down\s+)?to\s+$", re.IGNORECASE)
PLUS_END = re.compile(r"(?:\bplus|\+)\s*(?:an?\s+)?(?:extra\s+|another\s+|further\s+)?$", re.I)
LESS = re.compile(r"\b(?:less|minus)\s+(?:about\s+)?$", re.IGNORECASE)


FURTHER = re.compile(
    r"^\s*,?\s*(?:and|plus)\s+(?:an?\s+)?(?:further\s+|another\s+|extra\s+)?$", re.IGNORECASE
)


DONE_TO = re.compile(
    r"\s*(?:more|longer)?\s*\(?(?:for|if(?:\s+you\s+(?:like|want|prefer)\s+(?:it|your\s+\w+))?)\s+(?:a\s+)?"
    r"(?:rare|medium|pink|well|blue|done)[^.;]*(?:[,;]\s*(?:or\s+)?|\band\s+)$",
    re.I,
)
"""*For rare, …*: what stands between the times of several donenesses."""
DONE_AS = re.compile(
    r"\s*[,;/]\s*(?:or\s+)?(?:for\s+)?(?:rare|medium(?:\s+rare)?|pink|well[\s-]done)\s*:?\s*$", re.I
)
"""*Rare 20 min, medium …*: the same."""
MORE_DONE = re.compile(r"\s*for\s+(?:a\s+)?(?:rare|pink|blue)\s*,\s*(?:adding|add|plus)\s+$", re.I)
DOOR = re.compile(
    r"\b(?:door\s+open|(?<!t\s)open\s+the\s+(?:oven\s+)?door)\s+(?:for\s+)?$", re.IGNORECASE
)
"""*The door open for 5 minutes*: no stage can say that."""
IF_NOT = re.compile(r"\bif\s+(?:it\s+(?:does|is|has|did)(?:n['’]t|\s+not)|not)\b[^.;\n]*$", re.I)
"""*If it does not, ten more minutes*: nobody plans that."""
FOR_WHOM = re.compile(r"\s*(?:for|if)\b", re.IGNORECASE)
EITHER = re.compile(r"[^.;\n]*,?\s+or\s+(?:for\s+)?(?:about\s+)?$", re.IGNORECASE)


class Lengths(State):
    """Heats and lengths of one clause, in the order of its words."""

    def _parts(self, clause: Clause) -> list[Part]:
        """Heats with their lengths, in the order of the words. Times with a role of their own
        (every, after …) are left to who asked for them."""
        parts = [Part(None, [])]
        i = 0
        while i < len(clause.marks):
            mark = clause.marks[i]
            i += 1
            if mark in self.used and mark.kind in ("time", "rate", "temp", "ml"):
                continue
            if mark.kind == "temp":
                side_by_side = group(clause, clause.marks.index(mark), self.text)
                i = clause.marks.index(side_by_side[-1]) + 1
                heated = self.heat is not None or any(p.heat for p in parts)
                role = of_core(clause, side_by_side, self.text, wants_core=heated)
                start = side_by_side[0].start
                if role and COOLS_TO.search(self.text[max(0, start - 24) : start]):
                    # No stage waits for a middle to cool to something: it is asked about.
                    continue
                if role:
                    self._goal(clause, parts, goal_of(side_by_side, role))
                    continue
                heat = heat_of(side_by_side, self.kind, self.range_c, self.scale)
                if heat is not None:
                    self._new_heat(parts, heat)
            elif mark.kind == "word_heat" and not clause.has("temp"):
                self._new_heat(parts, named_heat(mark, self.text))
            elif mark.kind == "by" and self.heat is not None:
                moved = self._moved_by(mark, self.heat, clause)
                if OVEN_LOW_C <= moved.temp.c <= OVEN_HIGH_C:
                    self._new_heat(parts, moved)
            elif mark.kind in ("time", "rate"):
                self._timed(clause, parts, mark)
            elif mark.kind in ("brown", "crisp", "tender", "falling"):
                self._seen(clause, parts, mark)
        return parts

    def _moved_by(self, by: Mention, heat: Heat, clause: Clause) -> Heat:
        """*Down by 20 degrees*: degrees of the heat's own scale where none is said."""
        bare_f = heat.temp.unit == "F" and "F" not in self._word(by)
        change = by.amount * (5.0 / 9.0 if bare_f else 1.0)
        up = -1.0 if clause.has("down") else 1.0
        return Heat(celsius(round(heat.temp.c + up * change, 1)), heat.air, (by,))

    def _new_heat(self, parts: list[Part], heat: Heat) -> None:
        part = parts[-1]
        before = part.lengths[-1].over if part.lengths else -1
        between = self.text[before : heat.marks[0].start] if part.lengths else ""
        said_after = bool(part.lengths) and (
            AT if part.heat is None or heat.marks[0].kind == "word_heat" else AT_WORD
        ).match(between)
        if part.heat is None and (not part.lengths or said_after):
            if said_after and len(part.lengths) > 1 and not any(x.goal for x in part.lengths):
                moved = part.lengths.pop()
                parts.append(Part(heat, [moved]))
            else:
                part.heat = heat
        elif said_after:
            # "20 minutes at 220C and 1 hour at 160C": the hour belongs to what follows it.
            parts.append(Part(heat, [part.lengths.pop()]))
        else:
            parts.append(Part(heat, []))

    def _timed(self, clause: Clause, parts: list[Part], mark: Mention) -> None:
        length: Length = Minutes(round(mark.minutes, 4))
        marks = clause.marks
        i = marks.index(mark)
        follow, plus = None, 0.0
        if mark.kind == "rate":
            assert mark.per is not None
            follow = marks[i + 1] if i + 1 < len(marks) else None
            if follow is not None and follow.kind == "plus":
                plus = follow.minutes
                self._use(follow)
            length = Rate(round(mark.minutes, 4), mark.per, plus)
        elif clause.act == "grill" and clause.has("side"):
            # "Both sides for three minutes each"
            length = Rate(round(mark.minutes, 4), "side")
        part = parts[-1]
        before = part.lengths[-1] if part.lengths else None
        if (
            before is not None
            and before.goal is not None
            and HOLDS.match(self.text[before.mark.end : mark.start])
            and isinstance(before.length, UntilCore)
        ):
            before.length = UntilHeld(before.length.temp, mark.minutes)
            self._use(mark)
            return
        while i and marks[i - 1].kind == "more":
            i -= 1
        prior = self.text[marks[i - 1].end : mark.start] if i else ""
        after = marks.index(mark) + 1
        ahead = marks[after].kind if after < len(marks) else ""
        late = [m.kind for m in marks[after : after + 2]] == ["at_end", "temp"]
        added = (
            FURTHER.match(prior)
            and ahead != "temp"
            and not late
            and i
            and marks[i - 1].kind in ("temp", "rate")
        ) or re.match(r"\s*(?:over|extra|on\s+top|besides)\b", self.text[mark.end :], re.I)
        added = added or PLUS_END.search(self.text[max(0, mark.start - 20) : mark.start])
        if before is not None and added and isinstance(before.length, Rate) and mark.kind == "time":
            before.length = replace(before.length, plus_min=mark.minutes)
            self._use(mark)
            return
        role = clause.role(mark, self.text)
        alone = not (clause.acts or clause.has("temp"))
        # "… after 20 minutes at 220C": of a heat of its own.
        heated = ahead == "temp" and AT_WORD.match(self.text[mark.end : marks[after].start])
        idle = role == "after" and (alone or (before is not None and not heated))
        idle = idle or (role == "last" and alone)
        told = self._before(mark.start)
        if IF_NOT.search(told) or DOOR.search(told):
            return
        less = LESS.search(self.text[max(0, mark.start - 20) : mark.start])
        if less or idle or role in ("every", "before_end", "before_in"):
            return
        if before is not None and MORE_DONE.match(self.text[before.over : mark.start]):
            # "… for rare, adding 10 minutes for medium"
            self._use(mark)
            return
        if (
            before is not None
            and before.goal is None
            and ahead != "temp"
            and (self._said_again(before, mark))
        ):
            before.either = (*before.either, mark)
            return
        if role == "remaining":
            length = self._left_of(mark, parts) or length
        over = follow if plus else None
        part.lengths.append(Said(mark, length, end=over.end if over else -1, plus=over))

    def _said_again(self, before: Said, mark: Mention) -> bool:
        """Whether a time is the one before for another doneness, or the same said otherwise."""
        between = self.text[before.either[-1].end if before.either else before.over : mark.start]
        if EITHER.match(between) or DONE_AS.match(between):
            return True
        bracket = between.rstrip().endswith("(")
        if mark.kind == "rate" and isinstance(before.length, Minutes):
            # "25 minutes (5 minutes per pound)"
            return bracket
        whom = FOR_WHOM.match(self.text[mark.end :])
        return whom is not None and (bracket or DONE_TO.match(between) is not None)

    def _left_of(self, mark: Mention, parts: list[Part]) -> Length | None:
        """*20 minutes at 220C and 160C for the rest of the hour and a half*: what is left of it."""
        if not re.search(r"\bof\s+(?:the|an?)\s*$", self.text[: mark.start], re.IGNORECASE):
            return None
        so_far = [d.stage.length for d in self.drafts.all if isinstance(d.stage, Oven)]
        so_far += [x.length for p in parts for x in p.lengths]
        left = mark.minutes - sum(x.min for x in so_far if isinstance(x, Minutes))
        return Minutes(round(left, 4)) if left > 0.0 else None

    def _goal(self, clause: Clause, parts: list[Part], goal: Goal) -> None:
        if goal.role == "climb":
            if any(isinstance(d.stage.length, UntilPeak) for d in self.drafts.all):
                return
            self._use(*goal.marks, *clause.get("climb"))
            ends = re.search(r"\b(?:ends?|peaks?|finish\w*)\b", self._clause_text(clause), re.I)
            if not (ends and (self.fresh or any(p.heat for p in parts))):
                return
            length: Length = UntilPeak(goal.temp)
        elif goal.role == "hold" and (self._kept_warm(goal) or self._kept_at(clause, goal, parts)):
            self._new_heat(parts, Heat(goal.temp, None, goal.marks))
            return
        elif goal.role == "hold" and clause.get("time"):
            minutes = clause.get("time")[-1]
            self._use(minutes)
            length = UntilHeld(goal.temp, minutes.minutes)
        else:
            length = UntilCore(goal.temp)
        parts[-1].lengths.append(Said(goal.marks[-1], length, goal))

    def _kept_at(self, clause: Clause, goal: Goal, parts: list[Part]) -> bool:
        """*Keep at 65C for 10 hours*, before any heat is told of: the oven."""
        heated = self.heats or any(p.heat for p in parts)
        return not heated and not clause.has("core") and goal.temp.c >= LEAST_OVEN_C

    def _kept_warm(self, goal: Goal) -> bool:
        """Whether what is held is the oven: said to be warm, or above what the middle reached."""
        start = goal.marks[0].start
        last = self.drafts.last_oven()
        if KEPT_WARM.search(self.text[max(0, start - 24) : start]):
            return True
        reached = last.stage.length if last is not None else None
        return isinstance(reached, UntilCore) and goal.temp.c > reached.temp.c + WARM_C

    def _seen(self, clause: Clause, parts: list[Part], mark: Mention) -> None:
        i = clause.marks.index(mark)
        waits = any(m.kind == "until" for m in clause.marks[:i]) or mark.kind == "falling"
        so_far = [
            x for x in parts[-1].lengths if isinstance(x.length, (Minutes, Rate, UntilOutcome))
        ]
        if not waits:
            return
        if so_far:
            self._use(mark)
            return
        length: Length = UntilFalling() if mark.kind == "falling" else UntilOutcome(mark.kind)  # type: ignore[arg-type]
        parts[-1].lengths.append(Said(mark, length))
