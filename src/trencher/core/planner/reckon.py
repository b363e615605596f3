"""What a recipe's readings would do to this joint here: both sides of every open question."""

from __future__ import annotations

from dataclasses import dataclass, replace

from trencher.core.errors import TrencherError
from trencher.core.method.prose import Reading, read_prose
from trencher.core.method.stages import Method
from trencher.core.planner.backward import take_out_for
from trencher.core.planner.forward import walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Roast, kitchen


@dataclass(frozen=True, kw_only=True)
class Reckoned:
    """One reading worked out here. ``earlier_min``: how much sooner it must come out for the wanted
    peak (negative: later); None where none is wanted or it cannot be found. ``reason`` where the
    method cannot be walked at all."""

    words: str
    method: Method
    pull_min: float | None = None
    pull_core_c: float | None = None
    peak_c: float | None = None
    earlier_min: float | None = None
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

    reading: Reading
    result: Reckoned | None
    answers: tuple[Answer, ...]


def reckon(text: str, roast: Roast) -> Reckoning:
    """Read ``text`` for this roast's joint and oven (its own method is not used)."""
    reading = read_prose(text, kind=roast.cooker.kind, weight_kg=roast.joint.weight_kg)
    if reading.method is None:
        return Reckoning(reading=reading, result=None, answers=())
    answers = tuple(
        Answer(
            code=o.code, question=o.question, gap=o.gap,
            choices=tuple(reckon_method(c.words, c.method, roast) for c in o.choices),
        )
        for o in reading.opens
    )  # fmt: skip
    return Reckoning(
        reading=reading, result=reckon_method("", reading.method, roast), answers=answers
    )


def reckon_method(words: str, method: Method, roast: Roast) -> Reckoned:
    """One method on this joint in this oven, and how far its take-out is from the wanted one."""
    try:
        here, _ = within_limits(replace(roast, method=method))
        done = walk(kitchen(here))
    except TrencherError as error:
        return Reckoned(words=words, method=method, reason=error.sentence)
    earlier: float | None = None
    wanted = roast.goal_c
    if wanted is not None:
        try:
            earlier = done.pull_min - take_out_for(here, wanted).pull_min
        except TrencherError:
            earlier = None
    return Reckoned(
        words=words,
        method=here.method,
        pull_min=done.pull_min,
        pull_core_c=done.pull_core_c,
        peak_c=done.peak_c,
        earlier_min=earlier,
    )
