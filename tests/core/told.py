"""Methods printed as a cook's prose, many ways: what the reader must read back."""

from __future__ import annotations

from collections.abc import Callable

from hypothesis import strategies as st

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
    celsius,
)
from trencher.core.thermal.surface import RestHow

Draw = Callable[[st.SearchStrategy[str]], str]
HOURS = {60: "an hour", 90: "an hour and a half", 75: "an hour and a quarter", 30: "half an hour"}
HOW = {
    "tented": "loosely covered",
    "wrapped": "wrapped in foil",
    "open": "",
    "bowl": "under a bowl",
}

WAITS = (
    "until the middle reads {}",
    "until it is {} inside",
    "to an internal temperature of {}",
    "until the core reaches {}",
)
SEEN = {"brown": "until golden brown", "crisp": "until crisp", "tender": "until tender"}
FIRST = ("roast at {h} {l}", "put it in at {h} {l}", "cook {l} at {h}")
LATER = ("turn the oven to {h} and roast {l}", "roast at {h} {l}", "set the oven to {h}, cook {l}")


def minutes_said(draw: Draw, minutes: float) -> str:
    """A time, in one of the ways it is said."""
    hours, rest = divmod(round(minutes), 60)
    ways = [f"{minutes:g} minutes", f"{minutes:g} min"]
    if hours:
        ways += [f"{hours} h {rest:02d}" if rest else f"{hours} hours"]
        ways += [f"{hours} hours and {rest} minutes"] if rest else []
    ways += [HOURS[round(minutes)]] if round(minutes) in HOURS else []
    return draw(st.sampled_from(ways))


def length_said(draw: Draw, stage: Stage) -> str:
    """How long, or until when."""
    length = stage.length
    if isinstance(length, Minutes):
        return f"for {minutes_said(draw, length.min)}"
    if isinstance(length, Rate):
        weight = {"lb": "per pound", "kg": "per kilo", "500g": "per 500g", "side": "each side"}
        more = f" plus {length.plus_min:g} minutes" if length.plus_min else ""
        return f"for {length.min:g} minutes {weight[length.per]}{more}"
    if isinstance(length, UntilCore):
        return draw(st.sampled_from(WAITS)).format(f"{length.temp.c:g}°C")
    assert isinstance(length, UntilOutcome)
    return SEEN[length.what]


def said(draw: Draw, stage: Stage, n: int) -> str:
    """One stage as a clause."""
    how_long = length_said(draw, stage)
    if isinstance(stage, Oven):
        heat = f"{stage.temp.c:g}C" + (" fan" if stage.air == "fan" else "")
        return draw(st.sampled_from(FIRST if n == 0 else LATER)).format(h=heat, l=how_long)
    if isinstance(stage, Sear):
        return f"sear it in a hot pan {how_long}"
    if isinstance(stage, Off):
        return f"turn the oven off and leave it in {how_long}"
    assert isinstance(stage, Rest)
    ways = ("rest it {c} {l}", "let it rest {c} {l}", "take it out and rest it {c} {l}")
    return draw(st.sampled_from(ways)).format(c=HOW[stage.how], l=how_long).replace("  ", " ")


@st.composite
def told(draw: st.DrawFn) -> tuple[str, Method]:
    """A method, and its stages told one after another."""
    minutes = st.sampled_from((10.0, 20.0, 25.0, 30.0, 60.0, 75.0, 90.0, 105.0, 150.0))
    heats = st.integers(8, 24).map(lambda t: celsius(10.0 * t))
    goals = st.integers(45, 70).map(lambda t: UntilCore(celsius(float(t))))
    rates = st.builds(
        Rate,
        st.sampled_from((12.0, 15.0, 20.0, 25.0)),
        st.sampled_from(("lb", "kg", "500g")),
        st.sampled_from((0.0, 20.0)),
    )
    seen = st.sampled_from(("brown", "crisp")).map(UntilOutcome)  # type: ignore[arg-type]
    stages: list[Stage] = []
    if draw(st.booleans()):
        stages.append(Sear(Rate(draw(st.sampled_from((2.0, 3.0))), "side")))
    fan = draw(st.booleans())
    count = draw(st.integers(1, 2))
    for n in range(count):
        last = n == count - 1
        length = draw(
            st.one_of(minutes.map(Minutes), goals, rates)
            if last
            else st.one_of(minutes.map(Minutes), seen)
        )
        stages.append(Oven(draw(heats), length, "fan" if fan else None))
    by_clock = isinstance(stages[-1].length, (Minutes, Rate))
    if by_clock and draw(st.booleans()):
        stages.append(Off(Minutes(draw(minutes))))
    if draw(st.booleans()):
        how: RestHow = draw(st.sampled_from(("open", "tented", "wrapped", "bowl")))
        stages.append(Rest(Minutes(draw(st.sampled_from((10.0, 15.0, 30.0)))), how))
    clauses = [said(draw, s, n) for n, s in enumerate(stages)]
    joint = draw(st.sampled_from((". ", ", then ", "; ", ". Then ")))
    text = joint.join(clauses) + "."
    if joint in (". ",):
        text = ". ".join(c[0].upper() + c[1:] for c in clauses) + "."
    return text, Method(tuple(stages))
