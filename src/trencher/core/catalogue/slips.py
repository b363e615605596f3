"""What is forgotten or done wrong, as a table: what it costs, how it is mended, until when, and
when it is better left alone. Ordinary kitchen practice; costs in words, no source."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.errors import UnknownName

Until = Literal["in", "browned", "last_third", "out", "carve", "table", "any", "latest"]
"""The last moment at which mending is worth it: before it goes in, before it is browned, before the
last third of its roast, before it is out, before it is carved, before the table, any time, or while
the step itself may still begin without making something late."""
Kind = Literal["joint", "side", "table"]


@dataclass(frozen=True, kw_only=True)
class SlipRow:
    """One slip. ``steps``: codes of the steps it may be said of. ``hands_min``: the mend's work;
    ``door``: it opens the oven. ``hazard``: what comes first where it can hurt someone."""

    code: str
    words: str
    kind: Kind
    steps: tuple[str, ...]
    costs: str
    mend: str
    until: Until
    leave: str
    hands_min: float = 2.0
    door: bool = False
    hazard: str = ""


SLIPS: tuple[SlipRow, ...] = (
    # --- before the oven -------------------------------------------------------------------------
    SlipRow(
        code="thaw_forgotten", words="It is still frozen", kind="joint", steps=("before",),
        costs="An icy middle roasts about half as long again, and its ends overcook.",
        mend="Into cold water, wrapped tight, changed every 30 min; then roast at once",
        until="in", leave="Less than two hours left: set its start to {c:-1} and roast it icy.",
        hands_min=4.0, hazard="Never on the counter.",
    ),
    SlipRow(
        code="salt_forgotten", words="I forgot to salt it ahead", kind="joint",
        steps=("before", "ready"),
        costs="The middle stays bland; the crust can still be salted.",
        mend="Salt it all over now, blot what is drawn out", until="in",
        leave="It has gone in: salt the slices at table instead.",
    ),
    SlipRow(
        code="salted_just_now", words="Salted half an hour ago", kind="joint",
        steps=("before", "ready"), costs="It stands wet with brine: it steams before it browns.",
        mend="Blot it dry all over, twice", until="in",
        leave="It is in: the hot start dries it, a few minutes later than planned.",
    ),
    SlipRow(
        code="too_much_salt", words="Far too much salt on it", kind="joint",
        steps=("before", "ready"), costs="The outer slices are too salty.",
        mend="Brush the salt off and blot; salt nothing else, the gravy least of all", until="out",
        leave="Roasted already: a gravy without salt takes it up.", hands_min=3.0,
    ),
    SlipRow(
        code="not_dried", words="I forgot to dry it overnight", kind="joint", steps=("before",),
        costs="It browns ten to fifteen minutes later; rind crackles badly.",
        mend="Blot it hard, salt the rind, leave it uncovered until it goes in", until="in",
        leave="In already: finish with a short blast instead.", hands_min=4.0,
    ),
    SlipRow(
        code="rind_not_scored", words="The rind is not scored", kind="joint",
        steps=("before", "ready"), costs="It blisters unevenly and is hard to cut.",
        mend="Score it shallowly with a sharp blade, not into the meat", until="in",
        leave="Hot rind is not cut with a knife: break it at table.", hands_min=5.0,
        hazard="Blade away from the hand.",
    ),
    SlipRow(
        code="marinade_not_turned", words="I forgot to turn it in its marinade", kind="joint",
        steps=("before",), costs="One side tastes less of it; nothing else.",
        mend="Turn it now", until="in", leave="Less than an hour left: leave it.",
    ),
    SlipRow(
        code="not_tied", words="I forgot to tie it", kind="joint", steps=("before", "ready"),
        costs="The flat end is done well before the middle.",
        mend="Tie it now, a string every two fingers", until="browned",
        leave="Well into the roast: a tent of foil over the thin end instead.", hands_min=5.0,
        door=True, hazard="Hot meat and string: dry cloths.",
    ),
    SlipRow(
        code="coat_underneath", words="The coat is on the side that lies below", kind="joint",
        steps=("before", "ready", "in"), costs="It sticks to the tin and scorches there.",
        mend="Turn it over and coat the top", until="browned",
        leave="Past browning: baste with what runs off.", door=True,
    ),
    SlipRow(
        code="coat_too_soon", words="The coat went on before the heat it cannot bear", kind="joint",
        steps=("in",), costs="Sugar, garlic and honey turn bitter in the hot start.",
        mend="Wipe it off now; put it on again for the last quarter of an hour", until="browned",
        leave="Black already: cut it away at table.", hands_min=3.0, door=True,
    ),
    SlipRow(
        code="not_out_of_fridge", words="It came straight from the fridge", kind="joint",
        steps=("before",), costs="A thick joint takes a few minutes more, no worse.",
        mend="Nothing: start as planned and believe the probe", until="in",
        leave="Leave it: an hour on the counter warms the middle by about a degree.", hands_min=0.0,
    ),
    SlipRow(
        code="too_long_in_room", words="It has stood in the room for too long", kind="joint",
        steps=("before", "ready"),
        costs="The surface counts first; the time in the room adds up with the rest.",
        mend="Into the oven or back into the cold now", until="in",
        leave="Past your authority's limit: what it says about throwing away stands.",
        hazard="Your authority's time in the room is a total.",
    ),
    # --- setting up and the oven -----------------------------------------------------------------
    SlipRow(
        code="oven_not_on", words="I forgot to heat the oven", kind="joint", steps=("heat", "in"),
        costs="Everything is later by its heating time; the browning most.",
        mend="Heat it now; the joint goes in when it is hot", until="in",
        leave="It is in a cold oven: leave it there, set the heat, and count again from the probe.",
        hands_min=1.0,
    ),
    SlipRow(
        code="wrong_dial", words="The dial stands wrong", kind="joint", steps=("in", "change"),
        costs="Every time from here on is another one.",
        mend="Set it right now; type a reading, the times follow", until="out",
        leave="Within ten minutes of the take-out: go by the probe alone.", hands_min=0.5,
    ),
    SlipRow(
        code="turn_down_missed", words="I missed the turn-down", kind="joint", steps=("change",),
        costs="The outside overcooks and the climb grows by some degrees.",
        mend="Turn it down now; take it out sooner, the probe says when", until="out",
        leave="Nearly out anyway: leave the dial, watch the probe.", hands_min=0.5,
    ),
    SlipRow(
        code="nothing_under", words="Nothing under it: fat smokes in the tin", kind="joint",
        steps=("in", "change"), costs="Smoke, and bitter drippings.",
        mend="Pour a cup of hot water into the tin, at arm's length", until="out",
        leave="Out soon: turn on the extractor and wait.", hands_min=1.0, door=True,
        hazard="No cold water into hot fat; face away. Burning fat: oven off, door shut.",
    ),
    SlipRow(
        code="cover_left_on", words="The cover is still on", kind="joint", steps=("change", "task"),
        costs="It steams: pale, soft crust.", mend="Uncover it now, steam away from the face",
        until="out", leave="Out soon: finish with a short blast.", hands_min=1.0, door=True,
        hazard="Steam: open it away from you.",
    ),
    SlipRow(
        code="not_covered", words="I forgot to cover it", kind="joint", steps=("in", "change"),
        costs="It dries on top and the liquid boils away.",
        mend="Cover it now and make the liquid good, hot", until="last_third",
        leave="The last third of a slow roast is uncovered anyway.", door=True,
    ),
    SlipRow(
        code="baste_forgotten", words="I forgot to baste", kind="joint", steps=("task",),
        costs="A little less shine; the meat is no drier.",
        mend="Baste once now, door shut meanwhile", until="last_third",
        leave="Late in the roast: each opened door costs minutes. Leave it.", door=True,
    ),
    SlipRow(
        code="turn_forgotten", words="I forgot to turn it over", kind="joint",
        steps=("task", "change"),
        costs="The upper side is darker, the lower one behind.",
        mend="Turn it now and give the new top the time that is left", until="last_third",
        leave="The last third: leave it, and carve from the better side.", door=True,
    ),
    SlipRow(
        code="probe_not_in", words="The probe is not in it", kind="joint", steps=("ready", "in"),
        costs="Nobody knows the middle.",
        mend="Put it in now from the side, tip in the thickest place, off bone and fat",
        until="out", leave="At the end a spot reading in three places is as good.", hands_min=1.0,
        door=True, hazard="Clean the probe first if it was in raw meat.",
    ),
    SlipRow(
        code="taken_out_late", words="I took it out late", kind="joint", steps=("out",),
        costs="Ten minutes late is three to six degrees.",
        mend="Uncovered on a cold plate now, and slice as soon as it stops climbing", until="carve",
        leave="Within a degree: rest it as planned.", hands_min=2.0,
    ),
    SlipRow(
        code="oven_switched_off", words="The oven has gone off", kind="joint",
        steps=("in", "change", "out"), costs="It goes on roasting in falling air, slower.",
        mend="Switch it on again, door shut; type a reading in ten minutes", until="out",
        leave="Near the take-out with the door shut: let it finish in there.", hands_min=0.5,
    ),
    # --- rest and table --------------------------------------------------------------------------
    SlipRow(
        code="no_rest", words="No time to rest it", kind="joint", steps=("out", "carve"),
        costs="More juice on the board, less even.",
        mend="Carve thick slices, pour the board's juice over them", until="table",
        leave="Thin or slow-roasted joints hardly need it.",
    ),
    SlipRow(
        code="wrapped_crackling", words="I covered the crackling", kind="joint", steps=("out",),
        costs="It goes soft within ten minutes.",
        mend="Uncover it; lift it off and under the grill for two minutes, watched", until="table",
        leave="Never: it comes back quickly.", hands_min=4.0,
        hazard="Under the grill: do not leave it.",
    ),
    SlipRow(
        code="string_left_on", words="It was carved with its string on", kind="joint",
        steps=("carve",), costs="Pieces of string on plates.",
        mend="Count the strings, look through every plate", until="table",
        leave="Never leave it.", hazard="A string is swallowed unseen: look before serving.",
    ),
    SlipRow(
        code="plates_cold", words="The plates are cold", kind="table", steps=("warm_plates",),
        costs="Slices are cold within minutes.",
        mend="Hot water over the plates, dry them", until="table",
        leave="Serve the gravy very hot instead.", hands_min=3.0,
    ),
    # --- sides -----------------------------------------------------------------------------------
    SlipRow(
        code="side_forgotten", words="I forgot to begin it", kind="side",
        steps=("set_going", "into_oven"), costs="It is late by as much as it is begun late.",
        mend="Begin it now, hotter if it bears it", until="latest",
        leave="Too late for tonight: leave it out, and say so before the plates are filled.",
    ),
    SlipRow(
        code="prep_forgotten", words="I forgot to begin it", kind="side", steps=("prep",),
        costs="What comes after it is late by as much as it is begun late.",
        mend="Begin it now, cut coarser, or hand it to whoever helps", until="latest",
        leave="Too late for all of it: half as much, or leave the dish out.",
    ),
    SlipRow(
        code="side_too_soon", words="It is ready far too soon", kind="side",
        steps=("set_going", "into_oven", "ready_side"), costs="It cools, or goes soft.",
        mend="Off the heat, covered loosely; back for five minutes before the knife is down",
        until="table", leave="Cold dishes do not mind.",
    ),
    SlipRow(
        code="side_not_turned", words="I forgot to turn it", kind="side", steps=("turn",),
        costs="One side pale.", mend="Turn it now; the oven hotter for the rest", until="table",
        leave="Five minutes left: serve it brown side up.", door=True,
    ),
    SlipRow(
        code="tin_crowded", words="The tin is too full: it steams", kind="side",
        steps=("into_oven", "turn"), costs="Soft and pale instead of brown.",
        mend="Half of it into a second tin, both well spaced", until="table",
        leave="Fifteen minutes left: the grill for the last five.", hands_min=3.0, door=True,
    ),
    SlipRow(
        code="gravy_thin", words="The gravy is too thin", kind="side", steps=("set_going",),
        costs="It runs off the slices.",
        mend="A little starch stirred in cold water, in two goes; boil it up each time",
        until="table", leave="Good as it is: call it jus.",
    ),
    SlipRow(
        code="gravy_lumpy", words="The gravy is lumpy", kind="side", steps=("set_going",),
        costs="Lumps.", mend="Through a sieve, back to the boil", until="table",
        leave="Never: a sieve takes a minute.",
    ),
    SlipRow(
        code="residue_burnt", words="What is in the tin is black", kind="side",
        steps=("set_going",), costs="A bitter gravy: black does not boil out.",
        mend="Pour off the fat, take only the brown, leave the black; stock from elsewhere",
        until="table", leave="All black: make the gravy in a clean pan without it.", hands_min=3.0,
    ),
)  # fmt: skip

BY_CODE = {row.code: row for row in SLIPS}


def slip_named(code: str) -> SlipRow:
    """The row with this code. UnknownName offers the others."""
    if code not in BY_CODE:
        raise UnknownName("slip", code, list(BY_CODE))
    return BY_CODE[code]
