"""What a cook without a thermometer goes by, and what each such sign speaks of.

A sign of the surface or of tenderness says nothing about how warm the middle is, so it never moves
that; one that speaks of the middle does so within wide bounds. Every range is an estimate, no
source: write down what you felt beside what you read, and correct the table.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.catalogue.cuts import Cut
from trencher.core.errors import UnknownName

Channel = Literal["colour", "sound", "smell", "spring", "blade", "bone"]
Speaks = Literal["core", "surface", "tenderness"]
Cuts = Literal["all", "bone", "lean", "collagen", "rind"]


@dataclass(frozen=True, kw_only=True)
class Sense:
    """One sign. ``low_c`` … ``high_c``: where the middle is then in two cases of three, for what
    speaks of the core. ``cuts``: for which it holds. ``means`` and ``surely`` in a cook's words."""

    code: str
    channel: Channel
    words: str
    speaks: Speaks
    means: str
    surely: str
    cuts: Cuts = "all"
    low_c: float | None = None
    high_c: float | None = None
    source: str = "estimate"


SENSES: dict[str, Sense] = {
    s.code: s
    for s in (
        Sense(
            code="pale", channel="colour", words="Pale and moist", speaks="surface",
            means="the surface is still giving off water: it cannot brown yet",
            surely="sure of the surface",
        ),
        Sense(
            code="golden", channel="colour", words="Golden brown", speaks="surface",
            means="the surface is dry and browning well", surely="sure of the surface",
        ),
        Sense(
            code="dark", channel="colour", words="Darker than wanted", speaks="surface",
            means="the surface has had enough heat", surely="sure of the surface",
        ),
        Sense(
            code="blisters", channel="colour", words="The rind blisters", speaks="surface",
            means="the rind is dry and hot enough to crackle", surely="sure of the rind",
            cuts="rind",
        ),
        Sense(
            code="beads", channel="colour", words="Red drops stand on top", speaks="core",
            means="juice is being pressed out: the middle is nearing medium rare",
            surely="a hint, no more", cuts="lean", low_c=46.0, high_c=60.0,
        ),
        Sense(
            code="clear-drops", channel="colour", words="The drops run clear", speaks="core",
            means="most of the red has turned: the middle is past pink",
            surely="a hint, no more", cuts="lean", low_c=58.0, high_c=74.0,
        ),
        Sense(
            code="quiet", channel="sound", words="It has gone quiet", speaks="surface",
            means="little water reaches the tin now, or the oven has gone down: look at both",
            surely="a hint, no more",
        ),
        Sense(
            code="spits", channel="sound", words="It spits and crackles", speaks="surface",
            means="water meets hot fat: hot enough at the bottom, or too hot",
            surely="fairly sure of the tin",
        ),
        Sense(
            code="roasty", channel="smell", words="It smells of roast", speaks="surface",
            means="browning has begun", surely="fairly sure of the surface",
        ),
        Sense(
            code="burnt", channel="smell", words="It smells burnt", speaks="surface",
            means="something scorches: most often the tin, not the joint",
            surely="fairly sure of the tin",
        ),
        Sense(
            code="soft", channel="spring", words="Soft, a finger sinks in", speaks="core",
            means="the middle is hardly set", surely="a practised finger: within ten degrees",
            cuts="lean", low_c=30.0, high_c=50.0,
        ),
        Sense(
            code="springs", channel="spring", words="Springs back slowly", speaks="core",
            means="the middle is setting", surely="a practised finger: within eight degrees",
            cuts="lean", low_c=48.0, high_c=60.0,
        ),
        Sense(
            code="firm", channel="spring", words="Firm all over", speaks="core",
            means="the middle is set", surely="a practised finger: within eight degrees",
            cuts="lean", low_c=60.0, high_c=75.0,
        ),
        Sense(
            code="blade-cool", channel="blade", words="A thin blade comes out cool",
            speaks="core", means="half a minute in the middle, then on the lip: below body heat",
            surely="within eight degrees", low_c=18.0, high_c=36.0,
        ),
        Sense(
            code="blade-warm", channel="blade", words="A thin blade comes out warm",
            speaks="core", means="half a minute in the middle, then on the lip: pleasantly warm",
            surely="within seven degrees", low_c=42.0, high_c=56.0,
        ),
        Sense(
            code="blade-hot", channel="blade", words="A thin blade comes out hot",
            speaks="core", means="half a minute in the middle, then on the lip: too hot to keep",
            surely="within seven degrees", low_c=57.0, high_c=72.0,
        ),
        Sense(
            code="slides", channel="blade", words="A blade slides in like into butter",
            speaks="tenderness", means="the tough parts have turned soft",
            surely="the surest sign there is for these cuts", cuts="collagen",
        ),
        Sense(
            code="resists", channel="blade", words="A blade meets a pull", speaks="tenderness",
            means="the tough parts want more time, whatever the number says",
            surely="sure for these cuts", cuts="collagen",
        ),
        Sense(
            code="shrunk", channel="bone", words="The meat has drawn back from the bone",
            speaks="core", means="the meat beside the bone has shrunk",
            surely="a hint, no more", cuts="bone", low_c=54.0, high_c=74.0,
        ),
        Sense(
            code="bone-turns", channel="bone", words="The bone turns in the meat",
            speaks="tenderness", means="what holds it to the bone has let go",
            surely="sure for these cuts", cuts="bone",
        ),
    )
}  # fmt: skip


def sense(code: str) -> Sense:
    """One sign by its code. UnknownName."""
    if code not in SENSES:
        raise UnknownName("sense", code, list(SENSES))
    return SENSES[code]


def senses_for(cut: Cut) -> tuple[Sense, ...]:
    """The signs that hold for a cut."""
    has = {
        "all": True, "bone": cut.bone_share > 0, "lean": not cut.collagen,
        "collagen": cut.collagen, "rind": cut.rind,
    }  # fmt: skip
    return tuple(s for s in SENSES.values() if has[s.cuts])
