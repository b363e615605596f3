"""What can be changed now, and what each change gains and costs. Pure: method in, methods out.

A lever rewrites what is still to come. ``ahead`` is the roast as it went (fixed lengths) followed
by what is planned; ``current`` is the first stage that can still be changed.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from trencher.core.errors import TrencherError
from trencher.core.method.stages import (
    HEATED,
    Method,
    Minutes,
    Oven,
    Rest,
    Stage,
    Turn,
    UntilFalling,
    celsius,
)
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Deviation, Kitchen, Roast, kitchen
from trencher.core.thermal.geometry import FINE, Grid

STEP_C = 20.0
BLAST_C, BLAST_MIN = 235.0, 8.0
BLAST_REST_MIN = 10.0
HOLD_MIN = 30.0


@dataclass(frozen=True, kw_only=True)
class Result:
    """What a method comes to. Minutes from the start of the roast."""

    pull_min: float
    pull_core_c: float
    peak_c: float
    end_min: float
    even_fraction: float | None
    crust: float
    crisp: float
    loss: float


@dataclass(frozen=True, kw_only=True)
class Lever:
    """One change: a stable code, words, the method with it, and what it comes to.

    ``result`` None: it cannot be done, and ``reason`` says why. ``gains`` and ``costs`` are short
    sentences with marked temperatures.
    """

    code: str
    words: str
    method: Method | None
    result: Result | None
    gains: tuple[str, ...] = ()
    costs: tuple[str, ...] = ()
    reason: str = ""


def _result(k: Kitchen, done: Walk, wanted_c: float | None) -> Result:
    end = done.end
    return Result(
        pull_min=done.pull_min,
        pull_core_c=done.pull_core_c,
        peak_c=done.peak_c,
        end_min=end.minutes,
        even_fraction=None if wanted_c is None else outcomes.even_fraction(end, wanted_c),
        crust=outcomes.crust_of(end),
        crisp=outcomes.faces_of(end, rind=k.roast.joint.facts.rind).crisp_top,
        loss=outcomes.loss_of(end).fraction,
    )


Rewrite = Callable[[tuple[Stage, ...], int], tuple[Stage, ...] | str]
"""Stages and the index of the first that can be changed → new stages, or why not."""


def _shift(delta_c: float) -> Rewrite:
    def rewrite(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
        here = stages[now]
        if not isinstance(here, Oven):
            return "The joint is not in the oven."
        changed = replace(here, temp=celsius(round(here.temp.c + delta_c, 1)), cold=False)
        return (*stages[:now], changed, *stages[now + 1 :])

    return rewrite


def _cover(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    here = stages[now]
    if not isinstance(here, Oven):
        return "The joint is not in the oven."
    if here.cover is not None:
        return "It is covered already."
    return (*stages[:now], replace(here, cover="covered"), *stages[now + 1 :])


def _out_and_hold(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    if not isinstance(stages[now], HEATED):
        return "The joint is out already."
    after = [s for s in stages[now + 1 :] if not isinstance(s, (*HEATED, Turn))]
    return (*stages[:now], Rest(Minutes(HOLD_MIN), "wrapped"), *after)


def _blast_first(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    if not isinstance(stages[now], Oven):
        return "The joint is not in the oven."
    blast = Oven(celsius(BLAST_C), Minutes(BLAST_MIN))
    return (*stages[:now], blast, *stages[now:])


def _blast_after(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    if any(isinstance(s, Oven) and s.temp.c >= BLAST_C - STEP_C for s in stages[now + 1 :]):
        return "A hot finish is planned already."
    # Before the last rest; what rests now is what the heat has to settle in.
    blast = Oven(celsius(BLAST_C), Minutes(BLAST_MIN))
    rest = Rest(Minutes(BLAST_REST_MIN), "open")
    tail = stages
    if tail and isinstance(tail[-1], Rest) and isinstance(tail[-1].length, UntilFalling):
        tail = tail[:-1]
    return (*tail, blast, rest)


LEVERS: tuple[tuple[str, str, Rewrite], ...] = (
    ("hotter", f"Oven up by {{d:{STEP_C:g}}}", _shift(STEP_C)),
    ("cooler", f"Oven down by {{d:{STEP_C:g}}}", _shift(-STEP_C)),
    ("cover", "Cover it with foil now", _cover),
    ("out_and_hold", "Take it out now and keep it wrapped", _out_and_hold),
    ("blast_first", f"{BLAST_MIN:g} minutes at {{c:{BLAST_C:g}}} now, then on", _blast_first),
    ("blast_after", f"{BLAST_MIN:g} minutes at {{c:{BLAST_C:g}}} at the end", _blast_after),
)
"""The levers a cook has, in the order in which they are shown unless one sorts them."""


def levers(
    roast: Roast, ahead: Method, current: int, grid: Grid = FINE, nominal: Deviation | None = None
) -> tuple[Result, tuple[Lever, ...]]:
    """What going on as planned comes to, and every lever beside it. ``nominal``: the uncertain
    quantities as readings make them out; None as planned."""
    wanted = roast.goal_c
    base_kitchen = kitchen(replace(roast, method=ahead), grid, nominal)
    base = _result(base_kitchen, walk(base_kitchen), wanted)
    found: list[Lever] = []
    over = current >= len(ahead.stages)
    for code, words, rewrite in LEVERS:
        new = "The rest is over: carve it." if over else rewrite(ahead.stages, current)
        if isinstance(new, str):
            found.append(Lever(code=code, words=words, method=None, result=None, reason=new))
            continue
        method = Method(new)
        k = kitchen(replace(roast, method=method), grid, nominal)
        try:
            result = _result(k, walk(k), wanted)
        except TrencherError as error:
            found.append(
                Lever(code=code, words=words, method=method, result=None, reason=error.sentence)
            )
            continue
        gains, costs = compared(base, result)
        found.append(
            Lever(code=code, words=words, method=method, result=result, gains=gains, costs=costs)
        )
    return base, tuple(found)


Need = Literal["sooner", "later", "browner", "paler"]
"""What is wrong: it must be ready sooner; they are late; it is too pale; it browned early."""
DEGREE_WEIGHS_MIN, EVEN_WEIGHS_MIN, CRUST_WEIGHS_MIN = 4.0, 40.0, 60.0
"""What a degree beside the wanted peak, all of the even share, all of the crust are worth in
minutes. Guesses about what a table minds: they only put levers in order."""


def ranked(need: Need, base: Result, found: Sequence[Lever], wanted_c: float) -> tuple[Lever, ...]:
    """The levers that help with this, the best first: what they give less what they cost."""
    scored: list[tuple[float, Lever]] = []
    for lever in found:
        r = lever.result
        if r is None:
            continue
        give = {
            "sooner": base.end_min - r.end_min, "later": r.end_min - base.end_min,
            "browner": CRUST_WEIGHS_MIN * (r.crust - base.crust),
            "paler": CRUST_WEIGHS_MIN * (base.crust - r.crust),
        }[need]  # fmt: skip
        if give < MIN_MINUTES:
            continue
        off = max(abs(r.peak_c - wanted_c) - abs(base.peak_c - wanted_c), 0.0)
        uneven = max((base.even_fraction or 0.0) - (r.even_fraction or 0.0), 0.0)
        scored.append((give - DEGREE_WEIGHS_MIN * off - EVEN_WEIGHS_MIN * uneven, lever))
    return tuple(lever for _, lever in sorted(scored, key=lambda s: -s[0]))


MIN_MINUTES, MIN_C, MIN_SHARE = 2.0, 0.7, 0.04
"""Differences smaller than this are not worth a sentence."""


def compared(base: Result, other: Result) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """What ``other`` gains and costs against ``base``, as sentences; only what can be noticed."""
    gains: list[str] = []
    costs: list[str] = []
    minutes = other.end_min - base.end_min
    if abs(minutes) >= MIN_MINUTES:
        words = "later" if minutes > 0 else "sooner"
        (costs if minutes > 0 else gains).append(f"{abs(minutes):.0f} minutes {words}")
    peak = other.peak_c - base.peak_c
    if abs(peak) >= MIN_C:
        costs.append(
            f"ends {{d:{abs(peak):.1f}}} {'higher' if peak > 0 else 'lower'} in the middle"
        )
    for name, a, b, good in (
        ("even pink", base.even_fraction, other.even_fraction, True),
        ("crust", base.crust, other.crust, True),
        ("crispness", base.crisp, other.crisp, True),
        ("loss", base.loss, other.loss, False),
    ):
        if a is None or b is None or abs(b - a) < MIN_SHARE:
            continue
        more = b > a
        (gains if more == good else costs).append(f"{'more' if more else 'less'} {name}")
    return tuple(gains), tuple(costs)
