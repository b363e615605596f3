"""A step in words: what to do, and how it is said that it was done. The one place for both.

Temperatures are marked (``units.in_metric``); minutes are the screen's own to say.
"""

from __future__ import annotations

from trencher.core.belief.agenda import AgendaStep
from trencher.core.method.stages import Verb
from trencher.core.units import said_c

_DO: dict[str, str] = {
    "out": "Take it out",
    "turn_up": "Turn it up to {dial}",
    "turn_down": "Turn it down to {dial}",
    "off": "Switch the oven off, the door shut",
    "on": "Switch it on again, at {dial}",
    "uncover": "Uncover it",
    "cover": "Cover it",
    "change": "Go on to the next stage",
    "to_oven": "Out of the pan, into the oven at {dial}",
    "in": "Into the oven at {dial}",
    "back_in": "Back in at {dial}",
    "to_pan": "Into the hot pan",
    "turn_over": "Turn it over",
    "turn_face": "Turn it in the pan: face {face} of {faces}",
    "look": "Look at the middle",
    "recheck": "Read it again in another place",
    "to_place": "{place}",
    "carve": "The rest is over: it may be carved",
}
_DONE: dict[str, str] = {
    "out": "Taken out",
    "turn_up": "Turned up",
    "turn_down": "Turned down",
    "off": "Switched off",
    "on": "Switched on",
    "uncover": "Uncovered",
    "cover": "Covered",
    "change": "Done",
    "to_oven": "Into the oven",
    "in": "In the oven",
    "back_in": "Back in the oven",
    "to_pan": "In the pan",
    "turn_over": "Turned over",
    "turn_face": "Turned",
    "look": "",
    "recheck": "",
    "carve": "",
    "to_place": "Done",
}
_PLACE = {
    "counter": "Out onto the counter",
    "fridge": "Into the fridge",
    "freezer": "Into the freezer",
    "water": "Into the water",
}
_TASK: dict[Verb, tuple[str, str]] = {
    "baste": ("Baste it", "Basted"),
    "turn": ("Turn it over", "Turned over"),
    "add": ("Add {words}", "Added"),
    "pour": ("Pour {words}", "Poured"),
    "check": ("Look in", "Looked"),
    "cover": ("Cover it", "Covered"),
    "uncover": ("Uncover it", "Uncovered"),
    "open": ("Open the door", "Opened"),
}


def to_do(step: AgendaStep) -> str:
    """What to do, as an order without its hour."""
    if step.verb is not None:
        return _TASK[step.verb][0].format(words=step.words or "it").strip()
    text = _DO[step.code].format(
        dial=step.dial, face=step.face, faces=step.faces, place=_PLACE.get(step.words, "")
    )
    extra = []
    if step.flip and step.code != "turn_over":
        extra.append("turn it over")
    if step.dress and step.code != step.dress:
        extra.append(f"{step.dress} it")
    if extra:
        text = f"{text}, and {' and '.join(extra)}"
    return text


def was_done(step: AgendaStep) -> str:
    """What the button says that reports it; "" where nothing but a reading or a knife does."""
    return _TASK[step.verb][1] if step.verb is not None else _DONE[step.code]


def now_due(step: AgendaStep) -> str:
    """What is heard when it is due."""
    if step.code == "look":
        return "Look at the middle now."
    if step.code == "carve":
        return f"{to_do(step)}."
    if step.code == "recheck" and step.core_c is not None:
        return (
            f"It showed {said_c(step.core_c)}, as hot as it is to come out. That is not "
            "believed: read it again in another place, and take it out if it says the same."
        )
    if step.eye:
        return f"It should be {step.eye} now: look, then {lower(to_do(step))}."
    at = "" if step.core_c is None or step.by_clock else f", at {said_c(step.core_c)}"
    return f"{to_do(step)} now{at}."


def soon(step: AgendaStep, late_min: float = 0.0) -> str:
    """What is heard some minutes before; ``late_min``: how late it is usually done here."""
    at = "" if step.core_c is None or step.by_clock else f", at {said_c(step.core_c)}"
    told = f"{to_do(step)} soon{at}: make room for it."
    if late_min < 1.0:
        return told
    return f"{told} Here it usually comes out {late_min:.0f} min late."


def lower(text: str) -> str:
    """The sentence as it stands within another."""
    return text[:1].lower() + text[1:]
