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
    Off,
    Oven,
    Rest,
    Stage,
    Task,
    Turn,
    UntilFalling,
    Wait,
    celsius,
)
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Deviation, Roast, Setup, kitchen
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import FINE, Grid
from trencher.core.thermal.history import Row, read_at
from trencher.core.units import said_c, said_d

STEP_C = 20.0
BLAST_C, BLAST_MIN = 235.0, 8.0
BLAST_REST_MIN = 10.0
HOLD_MIN = 30.0
POURED_ML, COLD_MIN, BOARD_MIN = 150.0, 10.0, 2.0


@dataclass(frozen=True, kw_only=True)
class Result:
    """What a method comes to. Minutes from the start of the roast; ``served_c``: the joint's mean
    at the end."""

    pull_min: float
    pull_core_c: float
    peak_c: float
    end_min: float
    even_fraction: float | None
    crust: float
    crisp: float
    loss: float
    served_c: float


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


def _result(k: Setup, done: Walk, wanted_c: float | None) -> Result:
    end = done.end
    record = end.record[: end.rows]
    bend = read_at(record, done.pull_min, Row.BEND)
    return Result(
        pull_min=done.pull_min,
        # What the tip shows, where it is believed to sit.
        pull_core_c=done.pull_core_c + k.deviation.probe_xi**2 * bend,
        peak_c=done.peak_c,
        end_min=end.minutes,
        even_fraction=None if wanted_c is None else outcomes.even_fraction(end, wanted_c),
        crust=outcomes.crust_of(end),
        crisp=outcomes.faces_of(end, rind=k.roast.joint.facts.rind).crisp_top,
        loss=outcomes.loss_of(end).fraction,
        served_c=float(end.state[kernel.MEAN]),
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


def _pour(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    here = stages[now]
    if not isinstance(here, Oven):
        return "The joint is not in the oven."
    task = Task("pour", f"{POURED_ML:g}ml")
    return (*stages[:now], replace(here, tasks=(*here.tasks, task)), *stages[now + 1 :])


def _uncover(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    here = stages[now]
    if not isinstance(here, Oven) or here.cover is None:
        return "It is not covered."
    return (*stages[:now], replace(here, cover=None), *stages[now + 1 :])


def _open_rest(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    here = stages[now]
    if not isinstance(here, Rest):
        return "It is not resting yet."
    if here.how == "open":
        return "It stands open already."
    return (*stages[:now], replace(here, how="open"), *stages[now + 1 :])


def _cold(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    later = [s for s in stages[now:] if not isinstance(s, (*HEATED, Turn))]
    tail = [replace(s, how="open") if isinstance(s, Rest) else s for s in later]
    return (*stages[:now], Wait(Minutes(COLD_MIN), "fridge"), *tail)


def _carve_now(stages: tuple[Stage, ...], now: int) -> tuple[Stage, ...] | str:
    # A moment on the board: a method ends with the joint standing in the room.
    return (*stages[:now], Rest(Minutes(BOARD_MIN), "open"))


LEVERS: tuple[tuple[str, str, Rewrite], ...] = (
    ("hotter", f"Oven up by {{d:{STEP_C:g}}}", _shift(STEP_C)),
    ("cooler", f"Oven down by {{d:{STEP_C:g}}}", _shift(-STEP_C)),
    ("cover", "Cover it with foil now", _cover),
    ("out_and_hold", "Take it out now and keep it wrapped", _out_and_hold),
    ("blast_first", f"{BLAST_MIN:g} minutes at {{c:{BLAST_C:g}}} now, then on", _blast_first),
    ("blast_after", f"{BLAST_MIN:g} minutes at {{c:{BLAST_C:g}}} at the end", _blast_after),
    ("uncover", "Take the cover off now", _uncover),
    ("pour", f"{POURED_ML:g} ml of hot liquid into the tin", _pour),
    ("open_rest", "Uncover it now", _open_rest),
    ("cold", f"Into the cold for {COLD_MIN:g} minutes", _cold),
    ("carve_now", "Out and carved now", _carve_now),
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


def moved(
    roast: Roast, ahead: Method, current: int, cooker: Cooker, nominal: Deviation
) -> Result | str:
    """What it comes to in another oven from now on, already hot; or why not."""
    stages = ahead.stages
    if current >= len(stages) or not isinstance(stages[current], (Oven, Off)):
        return "The joint is not in the oven."
    later = [
        replace(s, cooker=cooker) if isinstance(s, (Oven, Off)) else s for s in stages[current:]
    ]
    method = Method((*stages[:current], Wait(Minutes(1.0)), *later))
    k = kitchen(replace(roast, method=method), FINE, nominal)
    try:
        return _result(k, walk(k), roast.goal_c)
    except TrencherError as error:
        return error.sentence


def delayed(
    roast: Roast, ahead: Method, current: int, by_min: float, nominal: Deviation
) -> tuple[Lever, ...]:
    """Ways to be ``by_min`` later than it would be: the oven turned down just so far, or out as it
    would be and kept wrapped."""
    k = kitchen(replace(roast, method=ahead), FINE, nominal)
    base = _result(k, walk(k), roast.goal_c)
    found: list[Lever] = []
    if current < len(ahead.stages) and isinstance(ahead.stages[current], Oven):
        slower = _slower(roast, ahead, current, base.end_min + by_min, nominal)
        if slower is not None:
            offer = _offer(roast, *slower, base, nominal)
            # Too near its end no oven turned down holds it back: that is no way to be later.
            if offer.result is not None and offer.result.end_min - base.end_min >= by_min / 2:
                found.append(offer)
    tail = [i for i, s in enumerate(ahead.stages) if isinstance(s, Rest) and i >= current]
    if tail:
        went = walk(k).stages[tail[-1]]
        here = ahead.stages[tail[-1]]
        assert isinstance(here, Rest)
        minutes = went.minutes + by_min
        stages = list(ahead.stages)
        for _ in range(2):
            stages[tail[-1]] = replace(here, how="wrapped", length=Minutes(round(minutes, 1)))
            # A warmer rest climbs further, so it comes out sooner: rest that much longer.
            end = walk(kitchen(replace(roast, method=Method(tuple(stages))), FINE, nominal)).end
            minutes += base.end_min + by_min - end.minutes
        words = f"Out as it comes, then wrapped for {minutes:.0f} minutes"
        found.append(_offer(roast, "wait_wrapped", words, Method(tuple(stages)), base, nominal))
    return tuple(found)


LOWEST_STALL_C, STALL_TRIES, STALL_MISS_MIN = 70.0, 7, 1.5


def _slower(
    roast: Roast, ahead: Method, current: int, end_min: float, nominal: Deviation
) -> tuple[str, str, Method] | None:
    """The heat at which it is ready then, by halving between now's and the lowest."""
    here = ahead.stages[current]
    assert isinstance(here, Oven)
    high, low = here.temp.c, LOWEST_STALL_C
    best: Method | None = None
    for _ in range(STALL_TRIES):
        middle = 0.5 * (low + high)
        changed = replace(here, temp=celsius(round(middle)), cold=False)
        method = Method((*ahead.stages[:current], changed, *ahead.stages[current + 1 :]))
        try:
            k = kitchen(replace(roast, method=method), FINE, nominal)
            end = walk(k).end.minutes
        except TrencherError:
            low = middle
            continue
        best = method
        if abs(end - end_min) <= STALL_MISS_MIN:
            break
        low, high = (middle, high) if end > end_min else (low, middle)
    if best is None:
        return None
    stage = best.stages[current]
    assert isinstance(stage, Oven)
    return "slower", f"Oven to {said_c(stage.temp.c)} from now on", best


def _offer(
    roast: Roast, code: str, words: str, method: Method, base: Result, nominal: Deviation
) -> Lever:
    k = kitchen(replace(roast, method=method), FINE, nominal)
    result = _result(k, walk(k), roast.goal_c)
    gains, costs = compared(base, result)
    costs = tuple(c for c in costs if not c.endswith("later"))
    return Lever(
        code=code,
        words=words,
        method=method,
        result=result,
        gains=gains,
        costs=(*costs, f"{said_c(result.served_c)} warm on the whole when carved"),
    )


Need = Literal["sooner", "later", "browner", "paler", "cooler"]
"""What is wrong: it must be ready sooner; they are late; it is too pale; it browned early; it will
end too hot."""
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
            "sooner": base.end_min - r.end_min,
            "later": r.end_min - base.end_min,
            "browner": CRUST_WEIGHS_MIN * (r.crust - base.crust),
            "paler": CRUST_WEIGHS_MIN * (base.crust - r.crust),
            "cooler": DEGREE_WEIGHS_MIN * (base.peak_c - r.peak_c),
        }[need]
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
        costs.append(f"ends {said_d(abs(peak))} {'higher' if peak > 0 else 'lower'} in the middle")
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
