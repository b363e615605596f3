"""What a text leaves open, or says twice: its readings, each as a method of its own."""

from __future__ import annotations

import dataclasses
from collections.abc import Sequence
from dataclasses import dataclass, replace

from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    UntilCore,
    UntilOutcome,
    Wait,
    celsius,
)

AGREE_TOTAL = 0.06
"""Share of a total within which its parts count as adding up."""


LEAST_WARM_C = 52.0
"""No joint is roasted in an oven below this."""
USUAL_C = 160.0


@dataclass(frozen=True)
class Choice:
    """One way to read an open place."""

    words: str
    method: Method


@dataclass(frozen=True)
class Open:
    """Something the text leaves open or says in two ways: its readings, the first being used.

    ``code``: hot_start_in_rate, range, fan_or_still, or for contradictions units, gas, rate, core,
    total.
    ``gap``: how far apart they are, its temperatures marked; empty for a question.
    """

    code: str
    question: str
    choices: tuple[Choice, ...]
    gap: str = ""


def swapped(method: Method, index: int, stage: Stage) -> Method:
    """The method with one stage in another's place."""
    return Method((*method.stages[:index], stage, *method.stages[index + 1 :]))


def answered(method: Method, chosen: Sequence[Method]) -> Method:
    """The method with several answers taken at once. An answer that leaves every stage in its place
    changes its own; of those that change how many there are, the last holds alone."""
    whole = [c for c in chosen if len(c.stages) != len(method.stages)]
    if whole:
        return whole[-1]
    stages = list(method.stages)
    for choice in chosen:
        for n, (now, was) in enumerate(zip(choice.stages, method.stages, strict=True)):
            if now != was:
                stages[n] = _merged(stages[n], was, now)
    return Method(tuple(stages))


def _merged(here: Stage, was: Stage, now: Stage) -> Stage:
    """One stage changed by an answer, what another answer changed in it kept."""
    if type(here) is not type(was) or type(now) is not type(was):
        return now
    fields = (f.name for f in dataclasses.fields(now))
    changed = {f: getattr(now, f) for f in fields if getattr(now, f) != getattr(was, f)}
    return replace(here, **changed)


def sense(method: Method) -> list[Open]:
    """What no cook means, though the words can be read so: what is likely meant besides."""
    found: list[Open] = []
    stages = method.stages
    if len(stages) > 1 and isinstance(stages[0], Rest):
        rest, after = stages[0], stages[1:]
        choices = [Choice("as it is told", method), Choice("it comes last", Method((*after, rest)))]
        if isinstance(rest.length, Minutes):
            wait = Wait(rest.length, "counter")
            choices.append(Choice("it stands before it goes in", Method((wait, *after))))
        question = "A rest is told of before there is any heat: where does it belong?"
        found.append(Open("sense:rest", question, tuple(choices)))
    for n, stage in enumerate(stages):
        if not isinstance(stage, Oven):
            continue
        seen = isinstance(stage.length, UntilOutcome) and stage.length.what in ("brown", "crisp")
        if seen and stage.cover is not None:
            bare = swapped(method, n, replace(stage, cover=None, pot=False))
            question = "Nothing browns under a cover: does it come off for that?"
            on = Choice("it stays on", method)
            found.append(Open(f"sense:cover{n}", question, (on, Choice("it comes off", bare))))
        if stage.temp.c < LEAST_WARM_C and isinstance(stage.length, Minutes | Rate):
            heat = next((s for s in reversed(stages[:n]) if isinstance(s, Oven)), None)
            core = replace(heat or stage, length=UntilCore(stage.temp))
            if heat is None:
                core = replace(core, temp=celsius(USUAL_C))
            question = f"An oven at {stage.temp} hardly heats: is it the middle that is meant?"
            said = Choice("it is the oven", method)
            middle = Choice(f"until the middle is {stage.temp}", swapped(method, n, core))
            found.append(Open(f"sense:cool{n}", question, (said, middle)))
    return found


def hot_start(method: Method, weight_kg: float | None) -> list[Open]:
    """Whether minutes by weight include a hot start before them: both readings."""
    for n, stage in enumerate(method.stages):
        if not (isinstance(stage, Oven) and isinstance(stage.length, Rate)):
            continue
        before = method.stages[n - 1] if n else None
        if not (isinstance(before, Oven) and isinstance(before.length, Minutes)):
            continue
        if before.temp.c <= stage.temp.c or weight_kg is None:
            continue
        whole = stage.length.minutes(weight_kg=weight_kg, sides=1)
        left = whole - before.length.min
        apart = Choice("no: they come after it", method)
        if left <= 1.0:
            return []
        within = replace(stage, length=Minutes(round(left, 1)))
        inside = Choice("yes: it counts in them", swapped(method, n, within))
        question = (
            f"Do the {stage.length} include the first {before.length.min:g} minutes? "
            "The text does not say."
        )
        return [Open("hot_start_in_rate", question, (apart, inside))]
    return []


def against_total(method: Method, total: float, weight_kg: float | None) -> list[Open]:
    """A written total, in minutes, against the sum of the stages, where they differ."""
    parts = 0.0
    last: int | None = None
    for n, stage in enumerate(method.stages):
        if not isinstance(stage, (Oven, Off, Sear)):
            continue
        length = stage.length
        if isinstance(length, Minutes):
            parts += length.min
        elif isinstance(length, Rate) and weight_kg is not None:
            parts += length.minutes(weight_kg=weight_kg, sides=4)
        else:
            return []
        last = n
    if last is None or abs(parts - total) <= max(3.0, AGREE_TOTAL * total):
        return []
    stage = method.stages[last]
    own = (
        stage.length.min
        if isinstance(stage.length, Minutes)
        else stage.length.minutes(weight_kg=weight_kg or 1.0, sides=4)  # type: ignore[union-attr]
    )
    stretched = own + total - parts
    if stretched <= 0.0:
        return []
    fitted = replace(stage, length=Minutes(round(stretched, 1)))
    return [
        Open(
            "total",
            "The stages do not add up to the total that is written.",
            (
                Choice(f"the stages: {parts:.0f} minutes", method),
                Choice(f"the total: {total:.0f} minutes", swapped(method, last, fitted)),
            ),
            f"{abs(parts - total):.0f} minutes apart",
        )
    ]
