"""What a recipe's readings would do to this joint here: both sides of every open question."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace

from trencher.core.errors import NotationError, TrencherError
from trencher.core.method.notation import parse_method
from trencher.core.method.prose import USUAL_RANGE_C, RecipeReading, TextPlace, read_prose
from trencher.core.method.prose.asked import Choice, Open, answered
from trencher.core.method.stages import HEATED, Method, Oven, Stage, celsius
from trencher.core.planner.backward import take_out_for
from trencher.core.planner.equivalence import equivalent_air
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.kinds import CookerKind
from trencher.core.units import said_c


@dataclass(frozen=True, kw_only=True)
class DialStep:
    """One heat of a text on its way to this dial: two corrections that have nothing to do with
    each other. ``written`` as it stands, ``air`` for which it was said (None: not said),
    ``here_c``: this oven's air that does the same, ``dial_c``: what its dial shows then."""

    written: str
    air: CookerKind | None
    here_c: float
    dial_c: float


@dataclass(frozen=True, kw_only=True)
class Reckoned:
    """One reading worked out here. ``earlier_min``: how much sooner it must come out for the wanted
    peak (negative: later); None where none is wanted or it cannot be found. ``reason`` where the
    method cannot be walked at all; ``dials``: its heats on their way to this dial."""

    words: str
    method: Method
    pull_min: float | None = None
    pull_core_c: float | None = None
    peak_c: float | None = None
    earlier_min: float | None = None
    dials: tuple[DialStep, ...] = ()
    reason: str = ""


@dataclass(frozen=True, kw_only=True)
class Answer:
    """An open place with every reading reckoned."""

    code: str
    question: str
    gap: str
    choices: tuple[Reckoned, ...]

    @property
    def spread_c(self) -> float:
        """Largest difference of the peaks, °C."""
        peaks = [c.peak_c for c in self.choices if c.peak_c is not None]
        return max(peaks) - min(peaks) if peaks else 0.0


@dataclass(frozen=True, kw_only=True)
class Reckoning:
    """A text read and worked out. ``result`` None: nothing in it heats."""

    reading: RecipeReading
    result: Reckoned | None
    answers: tuple[Answer, ...]


def read_anything(text: str, roast: Roast) -> tuple[RecipeReading, bool]:
    """A recipe's words, or a method in our own notation; True for the latter."""
    try:
        method = parse_method(text)
    except NotationError:
        cooker = roast.cooker
        low, high = USUAL_RANGE_C
        found = read_prose(
            text,
            kind=cooker.kind,
            weight_kg=roast.joint.weight_kg,
            range_c=(cooker.min_c or low, cooker.max_c or high),
        )
        return found, False
    return RecipeReading(method, _stretches(text), (), ()), True


def _stretches(text: str) -> tuple[TextPlace, ...]:
    """The stages of our own notation, where they stand in it."""
    found = []
    for n, m in enumerate(re.finditer(r"[^;]+", text)):
        words = m.group().strip()
        start = m.start() + len(m.group()) - len(m.group().lstrip())
        found.append(TextPlace(start, start + len(words), words, (n,)))
    return tuple(found)


def reckon(text: str, roast: Roast, answers: Mapping[str, int] | None = None) -> Reckoning:
    """Read ``text`` for this roast's joint and oven (its own method is not used).

    ``answers``: code of an open question → which of its choices; the first where none is said. A
    code or a number that is not among them is passed over: the text may have changed meanwhile.
    """
    reading, notation = read_anything(text, roast)
    if reading.method is None:
        return Reckoning(reading=reading, result=None, answers=())
    opens = (*reading.opens, *(() if notation else _air_unsaid(reading.method, roast)))
    found = tuple(
        Answer(
            code=o.code,
            question=o.question,
            gap=o.gap,
            choices=tuple(reckon_method(c.words, c.method, roast) for c in o.choices),
        )
        for o in opens
    )
    said = answers or {}
    chosen = [o.choices[n].method for o in opens if 0 < (n := said.get(o.code, 0)) < len(o.choices)]
    return Reckoning(
        reading=reading,
        result=reckon_method("", answered(reading.method, chosen), roast),
        answers=found,
    )


def _air_unsaid(method: Method, roast: Roast) -> tuple[Open, ...]:
    """Whether heats without a word were meant for still air, in an oven that blows."""
    if roast.cooker.kind not in ("fan", "air"):
        return ()
    plain = [s for s in method.stages if isinstance(s, Oven) and s.air is None and _recipes(s)]
    if not plain:
        return ()
    meant = tuple(replace(s, air="still") if s in plain else s for s in method.stages)
    return (
        Open(
            "air",
            "Is this heat meant for still air or for a fan? The text does not say.",
            (Choice("fan, as your oven", method), Choice("still air", Method(meant))),
        ),
    )


def _recipes(stage: Oven) -> bool:
    # A gas mark says its oven; a cold or closed start is not about moving air.
    return stage.temp.unit != "gas" and stage.cover is None


def dial_steps(method: Method, roast: Roast) -> tuple[DialStep, ...]:
    """Every heat of a method as this oven's air, and as this dial's number."""
    found: list[DialStep] = []
    for stage in method.stages:
        if not isinstance(stage, Oven):
            continue
        said = _said_air(stage)
        here = equivalent_air(roast, said, stage.temp.c) if said else stage.temp.c
        dial = here + roast.cooker.dial_error_at(here)
        found.append(DialStep(written=str(stage.temp), air=said, here_c=here, dial_c=dial))
    return tuple(found)


def _said_air(stage: Oven) -> CookerKind | None:
    if stage.air in ("still", "fan", "air"):
        return stage.air
    return "gas" if stage.temp.unit == "gas" else None


def for_this_oven(method: Method, roast: Roast) -> Method:
    """The method with every heat that was said for another air turned into this oven's own."""
    stages: list[Stage] = []
    for stage in method.stages:
        said = _said_air(stage) if isinstance(stage, Oven) else None
        if isinstance(stage, Oven) and said is not None and said != roast.cooker.kind:
            here = equivalent_air(roast, said, stage.temp.c)
            stage = replace(stage, temp=celsius(round(here)), air=None)
        stages.append(stage)
    return Method(tuple(stages))


def verdict(found: Reckoned, wanted_c: float | None) -> str:
    """What a rule would do, in one sentence with marked temperatures."""
    if found.peak_c is None:
        return f"This cannot be done here: {found.reason}."
    said = f"By this rule it would be {said_c(found.peak_c)} in the middle"
    if wanted_c is None:
        return f"{said}."
    if abs(found.peak_c - wanted_c) < AS_WANTED_C:
        return f"{said}: as wanted."
    if found.earlier_min is None:
        return f"{said}, not {said_c(wanted_c)}."
    minutes = abs(found.earlier_min)
    word = "earlier" if found.earlier_min > 0 else "later"
    return f"{said}; for {said_c(wanted_c)} take it out {minutes:.0f} minutes {word}."


AS_WANTED_C = 0.7


def _out_for(roast: Roast, done: Walk, wanted_c: float) -> float | None:
    """The minute at which to take it out so that its middle ends at ``wanted_c``, in the last stage
    in which that can be; what would come after is left out, but for the rest. None for none.
    ``done``: the roast walked as it is written."""
    stages, last = roast.method.stages, roast.method.pull_index
    for i in range(last, -1, -1):
        # A stage that finds the middle hotter than wanted is too late to look at.
        late = i > 0 and done.stages[i - 1].core_c > wanted_c + AS_WANTED_C
        if late or not isinstance(stages[i], HEATED):
            continue
        method = Method((*stages[: i + 1], *stages[last + 1 :]))
        try:
            found = take_out_for(replace(roast, method=method), wanted_c)
        except TrencherError:
            continue
        if abs(found.peak_c - wanted_c) < AS_WANTED_C:
            return found.pull_min
    return None


def reckon_method(words: str, method: Method, roast: Roast) -> Reckoned:
    """One method on this joint in this oven, and how far its take-out is from the wanted one."""
    try:
        here, _ = within_limits(replace(roast, method=for_this_oven(method, roast)))
        done = walk(kitchen(here))
    except TrencherError as error:
        return Reckoned(words=words, method=method, reason=error.sentence)
    earlier: float | None = None
    wanted = roast.goal_c
    if wanted is not None:
        out_min = _out_for(here, done, wanted)
        earlier = None if out_min is None else done.pull_min - out_min
    return Reckoned(
        words=words,
        method=here.method,
        pull_min=done.pull_min,
        pull_core_c=done.pull_core_c,
        peak_c=done.peak_c,
        earlier_min=earlier,
        dials=dial_steps(method, roast),
    )
