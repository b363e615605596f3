"""Stages on their way, each with the words it was made of and its other readings."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from trencher.core.method.prose.asked import Choice, Open
from trencher.core.method.prose.marks import Mention
from trencher.core.method.stages import (
    HEATED,
    Length,
    Method,
    Minutes,
    Oven,
    Rate,
    Sear,
    Stage,
    Task,
    Turn,
    Verb,
)

MOST_STAGES = 50
"""A recipe has fewer; what comes after is left, and listed."""
QUESTIONS = {
    "range": "A range is written: its middle is used.",
    "scale": "A bare number that this oven has on either scale: which is meant?",
    "fan_or_still": "Is this heat meant for fan or still air? The text gave both before.",
    "word_heat": "A heat by its old name: which number is meant?",
    "time_or_core": "Both a time and a temperature of the middle are said: which ends it?",
    "last": "Do these last minutes belong to the time before, or come after it?",
    "wrapped_where": "Is it wrapped out of the oven, to climb, or in the heat?",
    "length": "The text does not say how long: which is meant?",
    "sides": "Is this the time for each side, or for all of them?",
    "grill": "The text says no heat for the grill: which is meant?",
    "either": "More than one time is said: which is meant?",
}


def can_be(stage: Stage) -> bool:
    """Whether a stage may be so long: minutes a side are the pan's alone."""
    by_side = isinstance(stage.length, Rate) and stage.length.per == "side"
    return isinstance(stage, Sear) or not by_side


@dataclass(frozen=True)
class Alternative:
    """Another reading of ``count`` drafts from one on: the stages in their place."""

    code: str
    words: str
    stages: tuple[Stage, ...]
    gap: str = ""
    count: int = 1


@dataclass
class Draft:
    """A stage, the marks it was made of, and what else they could mean."""

    stage: Stage
    marks: list[Mention] = field(default_factory=list)
    others: list[Alternative] = field(default_factory=list)

    def other(self, code: str, words: str, stage: Stage, gap: str = "") -> None:
        """Another reading of this one stage; none where such a stage cannot be."""
        if can_be(stage):
            self.others.append(Alternative(code, words, (stage,), gap))

    def change(self, how: Callable[[Stage], Stage]) -> None:
        """Change the stage and all its other readings alike."""
        self.stage = how(self.stage)
        self.others = [
            replace(o, stages=tuple(how(s) for s in o.stages)) if o.count == 1 else o
            for o in self.others
        ]


class Drafts:
    """The stages so far."""

    def __init__(self, weight_kg: float | None) -> None:
        self.all: list[Draft] = []
        self.weight_kg = weight_kg

    def add(self, stage: Stage, marks: Sequence[Mention]) -> Draft:
        """A stage at the end."""
        draft = Draft(stage, list(marks))
        self.all.append(draft)
        return draft

    @property
    def last(self) -> Draft | None:
        """The last stage that takes time."""
        return next((d for d in reversed(self.all) if not isinstance(d.stage, Turn)), None)

    def last_oven(self) -> Draft | None:
        """The last stage in the heat, if nothing but a turn came after it."""
        found = self.last
        return found if found is not None and isinstance(found.stage, Oven) else None

    def minutes(self, length: Length) -> float | None:
        """How long a stage is, where that is written."""
        if isinstance(length, Minutes):
            return length.min
        if isinstance(length, Rate) and self.weight_kg is not None and length.per != "side":
            return length.minutes(weight_kg=self.weight_kg, sides=1)
        return None

    def hang(
        self,
        draft: Draft,
        verb: Verb,
        words: str,
        at: float | None,
        every: float | None,
        marks: Sequence[Mention],
    ) -> None:
        """A task on a stage."""
        task = Task(verb, words, at, every)
        draft.change(lambda s: replace(s, tasks=(*s.tasks, task)))
        draft.marks += marks

    def split(
        self,
        draft: Draft,
        first_min: float,
        front: Callable[[Oven], Oven],
        back: Callable[[Oven], Oven],
        marks: Sequence[Mention],
    ) -> bool:
        """Cut a stage by the clock in two; False where it is not by the clock or too short."""
        stage = draft.stage
        if not isinstance(stage, Oven):
            return False
        whole = self.minutes(stage.length)
        if whole is None or not 0.0 < first_min < whole:
            return False
        first_min = round(first_min, 1)
        n = self.all.index(draft)
        tasks = [t for t in stage.tasks if (t.at_min or 0.0) < first_min]
        later = [
            replace(t, at_min=t.at_min - first_min)
            for t in stage.tasks
            if t.at_min is not None and t.at_min >= first_min
        ]
        later += [t for t in tasks if t.every_min is not None]
        head = front(replace(stage, length=Minutes(first_min), tasks=tuple(tasks)))
        length = Minutes(round(whole - first_min, 1))
        tail = back(replace(stage, length=length, tasks=tuple(later)))
        self.all[n : n + 1] = [
            Draft(head, [*draft.marks, *marks]),
            Draft(tail, [*draft.marks, *marks]),
        ]
        return True

    def method(self) -> Method | None:
        """The stages as a method; None where nothing heats."""
        stages = tuple(d.stage for d in self.all)
        return Method(stages) if any(isinstance(s, HEATED) for s in stages) else None

    def opens(self, method: Method) -> list[Open]:
        """Every open place as readings of the whole method."""
        found: list[Open] = []
        for n, draft in enumerate(self.all):
            for code in dict.fromkeys(o.code for o in draft.others):
                mine = [o for o in draft.others if o.code == code]
                choices = tuple(
                    dict.fromkeys(Choice(o.words, _swapped(method, n, o)) for o in mine)
                )
                question = QUESTIONS.get(code, "The text says this in two ways that do not agree.")
                found.append(Open(code, question, choices, mine[0].gap))
        return found


def _swapped(method: Method, n: int, other: Alternative) -> Method:
    stages = list(other.stages)
    if other.count == 1 and len(stages) == 1:
        stages = [replace(stages[0], tasks=method.stages[n].tasks)]
    return Method((*method.stages[:n], *stages, *method.stages[n + other.count :]))
