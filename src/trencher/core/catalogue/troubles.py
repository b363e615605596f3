"""What goes wrong besides time, in a word each: the hazard first, then what to do now.

The numbers (new take-out, new peak) are worked out for tonight from the levers named here; the
words are general kitchen practice. Hazards defer to the maker's instructions and to the fire
service.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.errors import UnknownName

When = Literal["oven", "rest", "any"]


@dataclass(frozen=True, kw_only=True)
class Trouble:
    """One trouble. ``levers``: codes worth trying, the likeliest first; ``move``: another oven
    would help; ``when``: while it is in the oven, while it rests, or both."""

    code: str
    words: str
    hazards: tuple[str, ...] = ()
    now: tuple[str, ...]
    levers: tuple[str, ...] = ()
    move: bool = False
    when: When = "oven"


TROUBLES: dict[str, Trouble] = {
    t.code: t
    for t in (
        Trouble(
            code="smoke", words="It smokes",
            hazards=(
                "If fat burns: oven off, door shut, never water. Get out if it does not die down.",
            ),
            now=(
                "Extractor on, window open; leave the door shut until it thins.",
                "Fat has run under the tray or onto the floor of the oven: a clean tray below it "
                "catches the next drops. No water into hot fat.",
            ),
            levers=("cooler", "cover"),
        ),
        Trouble(
            code="soft-rind", words="The rind is still soft",
            hazards=("Fat spits under strong heat: stand back when the door opens.",),
            now=(
                "Wipe the rind dry and salt it; nothing may lie on it or close it in.",
                "It needs dry, strong heat of its own: at the end is easiest to keep an eye on.",
            ),
            levers=("blast_first", "blast_after", "hotter", "uncover"),
            when="any",
        ),
        Trouble(
            code="dark-top", words="The top is too dark",
            now=("Foil loosely over the dark part, and one shelf lower, away from the element.",),
            levers=("cover", "cooler"),
        ),
        Trouble(
            code="dry-tin", words="The tin is dry",
            hazards=(
                "Hot liquid, never cold into a glass dish; none at all where fat stands hot.",
                "Steam: face away as the door opens.",
            ),
            now=("A glass of hot stock or water beside the joint, not over its crust.",),
            levers=("pour",),
        ),
        Trouble(
            code="scorching", words="The tin scorches",
            hazards=("No water into hot fat. Two hands for a tin of it, the path clear.",),
            now=(
                "Joint onto a plate, then into a clean tin or onto thick slices of onion.",
                "What is black tastes bitter: make the gravy without it.",
            ),
            levers=("pour", "cooler"),
        ),
        Trouble(
            code="not-heating", words="The oven does not get hot",
            hazards=(
                "If you smell gas: no flame, no switch, windows open, out, and call for help.",
            ),
            now=(
                "Is the door quite shut, is the dial at the number, is it on the right setting?",
                "Measure the air if you can, and type what the middle reads: the forecast follows.",
            ),
            levers=("hotter",),
            move=True,
        ),
        Trouble(
            code="found-off", words="The oven was off",
            now=(
                "Turn it on again, then enter 'Oven was off' with since when: what it lost is "
                "worked out, and safety clocks count it.",
            ),
            levers=("hotter",),
            move=True,
        ),
        Trouble(
            code="probe-dead", words="The probe is dead",
            now=(
                "Look at battery and lead; in ice and water it must show zero.",
                "Until then go by the hours below, and look with any other thermometer when they "
                "begin. What nobody measured is unknown, whatever the clock says.",
            ),
            when="any",
        ),
        Trouble(
            code="overshot", words="It is too far gone",
            hazards=("A knife in one hand and a hot joint in the other: board on a damp cloth.",),
            now=(
                "End the climb now: uncovered, off the hot tin, onto a cold plate.",
                "Plates less warm than you meant: a hot plate goes on cooking the slice.",
            ),
            levers=("carve_now", "cold", "open_rest", "out_and_hold"),
            when="any",
        ),
    )
}  # fmt: skip


def trouble(code: str) -> Trouble:
    """One by its code. UnknownName."""
    if code not in TROUBLES:
        raise UnknownName("trouble", code, list(TROUBLES))
    return TROUBLES[code]
