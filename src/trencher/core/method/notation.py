"""Text ↔ stages. An error says where, what was read, and what could stand there.

The grammar is in docs/formats.md. Nothing is guessed: a number without its unit is an error that
names the likely readings.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import NoReturn, cast, get_args

from trencher.core.errors import NotationError
from trencher.core.method.stages import (
    Air,
    Length,
    Method,
    Minutes,
    Off,
    Oven,
    Per,
    Place,
    Rate,
    Rest,
    Sear,
    Stage,
    Temp,
    TempUnit,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilPeak,
    Wait,
    number,
)
from trencher.core.thermal.surface import RestHow
from trencher.core.units import GAS_MARKS, fahrenheit_to_celsius

MAX_ITEMS, MAX_LETTERS = 100, 4000
OVEN_LOW_C, OVEN_HIGH_C = 30.0, 350.0
CORE_LOW_C, CORE_HIGH_C = -5.0, 99.0
LONGEST_MIN = 48 * 60.0

SPELLINGS = {
    "c": "C", "celsius": "C", "centigrade": "C", "f": "F", "fahrenheit": "F",
    "min": "min", "mins": "min", "minute": "min", "minutes": "min", "m": "min",
    "h": "h", "hr": "h", "hrs": "h", "hour": "h", "hours": "h",
    "lb": "lb", "lbs": "lb", "pound": "lb", "kg": "kg", "kilo": "kg", "g": "g",
    "side": "side", "sides": "side",
}  # fmt: skip
"""What may be typed, and what is understood."""

NOT_YET = ("turn", "covered", "lid", "salt", "on", "in", "brown", "crisp", "tender", "freezer")
"""Words of the full notation whose effect is not computed yet; refused, never ignored."""

_TOKEN = re.compile(r"\s*(?:([0-9]+(?:[.,][0-9]+)?)|([^\W\d_]+\.?)|([;+/°¼½]))")
FRACTIONS = {"¼": "1/4", "½": "1/2"}


@dataclass(frozen=True)
class _Token:
    text: str
    start: int
    end: int

    @property
    def value(self) -> float:
        return float(self.text)


def _tokens(text: str) -> list[_Token]:
    found: list[_Token] = []
    at = 0
    while text[at:].strip():
        match = _TOKEN.match(text, at)
        if match is None:
            start = at + len(text[at:]) - len(text[at:].lstrip())
            raise NotationError(
                f"{text[start]!r} cannot be read",
                start=start,
                end=start + 1,
                allowed="a method is words, numbers and ; + /",
            )
        group = match.lastindex or 1
        word = match.group(group)
        start = match.start(group)
        clean = word.replace(",", ".") if group == 1 else word.casefold().rstrip(".")
        if clean not in ("°", "degrees", "degree", "deg"):
            found.append(_Token(SPELLINGS.get(clean, clean), start, match.end(group)))
        at = match.end()
    return found


class _Reader:
    """Walks the tokens of one text; every failure is raised by ``fail``."""

    def __init__(self, text: str) -> None:
        self.text = text
        self.tokens = _tokens(text)
        self.at = 0

    def peek(self, ahead: int = 0) -> str:
        i = self.at + ahead
        return self.tokens[i].text if i < len(self.tokens) else ""

    def at_number(self, ahead: int = 0) -> bool:
        # Not str.isdigit: a superscript counts there, and is no number.
        return self.peek(ahead)[:1] in set("0123456789")

    def take(self) -> _Token:
        self.at += 1
        return self.tokens[self.at - 1]

    def accept(self, *words: str) -> str:
        if self.peek() in words:
            return self.take().text
        return ""

    def fail(self, what: str, allowed: str, *, code: str = "", back: int = 0) -> NoReturn:
        i = self.at - back
        if i < len(self.tokens):
            start, end = self.tokens[i].start, self.tokens[i].end
        else:
            start = end = len(self.text.rstrip())
        raise NotationError(what, start=start, end=end, allowed=allowed, code=code)

    def read_word(self) -> str:
        if self.at < len(self.tokens):
            token = self.tokens[self.at]
            return repr(self.text[token.start : token.end])
        return "the end of the text"

    # --- pieces --------------------------------------------------------------------------------
    def mark(self) -> Temp:
        self.accept("mark")
        if self.peek() in FRACTIONS:
            return Temp(FRACTIONS[self.take().text], "gas")
        if self.peek(1) == "/" and self.peek(2) in ("2", "4") and self.peek() == "1":
            written = "1/" + self.peek(2)
            self.at += 3
            return Temp(written, "gas")
        marks = [name for name, _ in GAS_MARKS]
        if self.peek() not in marks:
            self.fail(f"{self.read_word()} is no gas mark", "allowed: 1/4, 1/2, 1 to 10")
        return Temp(self.take().text, "gas")

    def temp(self, low_c: float, high_c: float, what: str) -> Temp:
        if self.accept("gas"):
            return self.mark()
        if not self.at_number():
            self.fail(f"{self.read_word()} where {what} should be", "write it like 58C or 136F")
        token = self.take()
        unit = self.accept("C", "F")
        if not unit:
            in_f = fahrenheit_to_celsius(token.value)
            likely = [
                words
                for words, c in (
                    (f"{token.text}C", token.value),
                    (f"{token.text}F ({in_f:.0f} °C)", in_f),
                )
                if low_c <= c <= high_c
            ] or ["C or F after it"]
            self.fail(
                f"{token.text} has no unit", f"write {' or '.join(likely)}", code="no_unit", back=1
            )
        found = Temp(number(token.value), cast("TempUnit", unit))
        if not low_c <= found.c <= high_c:
            self.fail(
                f"{found} is out of range for {what}",
                f"allowed: {low_c:g} to {high_c:g} °C",
                back=2,
            )
        return found

    def time(self) -> float | None:
        """Minutes, or None where no time stands."""
        if not self.at_number() or self.peek(1) not in ("h", "min"):
            return None
        token = self.take()
        minutes = token.value
        if self.take().text == "h":
            minutes *= 60.0
            if self.at_number() and self.peek(1) not in ("h", "C", "F", "g"):
                minutes += self.take().value
                self.accept("min")
        if not 0.0 < minutes <= LONGEST_MIN:
            self.fail(
                f"{number(minutes)} minutes is out of range",
                "allowed: more than 0, at most 48 hours",
                back=2,
            )
        return minutes

    def length(self, *, sear: bool = False) -> Length:
        if self.accept("until"):
            return self.goal()
        minutes = self.time()
        if minutes is None:
            if self.at_number():
                self.fail(
                    f"{self.read_word()} has no unit", "write minutes or hours: 20min, 1h30",
                    code="no_unit",
                )  # fmt: skip
            self.not_yet()
            self.fail(
                f"{self.read_word()} where a length should be",
                "allowed: 20min, 1h30, 15min/500g, until 54C, until peak 58C, until falling",
            )
        if not self.accept("/"):
            return Minutes(minutes)
        per = self.peek()
        if per == "500" and self.peek(1) == "g":
            self.at += 2
            per = "500g"
        elif per in ("kg", "lb") or (per == "side" and sear):
            self.at += 1
        else:
            choices = "kg, lb, 500g" + (", side" if sear else "")
            self.fail(f"{self.read_word()} after '/'", f"allowed: {choices}")
        plus = 0.0
        if self.peek() == "+" and self.at_number(1):
            self.take()
            more = self.time()
            if more is None:
                self.fail(f"{self.read_word()} after '+'", "a time such as 10min", code="no_unit")
            plus = more
        return Rate(minutes, cast("Per", per), plus)

    def goal(self) -> Length:
        if self.accept("falling"):
            return UntilFalling()
        if self.accept("peak"):
            return UntilPeak(self.temp(CORE_LOW_C, CORE_HIGH_C, "a peak"))
        self.not_yet()
        temp = self.temp(CORE_LOW_C, CORE_HIGH_C, "a core temperature")
        if self.accept("for"):
            held = self.time()
            if held is None:
                self.fail(f"{self.read_word()} after 'for'", "a time such as 2min", code="no_unit")
            return UntilHeld(temp, held)
        return UntilCore(temp)

    def not_yet(self) -> None:
        if self.peek() in NOT_YET:
            self.fail(
                f"{self.read_word()} belongs to the notation, but its effect is not computed yet",
                "leave it out, or describe the air alone",
                code="not_computed",
            )

    def stage(self) -> Stage:
        if self.accept("rest"):
            how = self.accept(*get_args(RestHow))
            return Rest(self.length(), cast("RestHow", how or "open"))
        if self.accept("wait"):
            self.not_yet()
            place = self.accept(*get_args(Place))
            return Wait(self.length(), cast("Place", place or "counter"))
        if self.accept("sear"):
            return Sear(self.length(sear=True))
        if self.accept("off"):
            return Off(self.length())
        self.not_yet()
        cold = bool(self.accept("cold"))
        if not (self.at_number() or self.peek() == "gas"):
            self.fail(
                f"{self.read_word()} cannot start a stage",
                "allowed: a temperature (210C, 410F, gas 6), sear, off, rest, wait",
            )
        temp = self.temp(OVEN_LOW_C, OVEN_HIGH_C, "an oven")
        air = self.accept(*get_args(Air))
        if air == "grill":
            self.fail(
                "'grill' belongs to the notation, but its effect is not computed yet",
                "allowed: still, fan, air, or nothing for this oven's own",
                code="not_computed",
                back=1,
            )
        self.not_yet()
        return Oven(temp, self.length(), cast("Air | None", air or None), cold)

    def method(self) -> Method:
        stages: list[Stage] = []
        while self.at < len(self.tokens):
            if self.accept(";"):
                self.fail("an empty stage", "a stage stands before and after ';'", back=1)
            if len(stages) >= MAX_ITEMS:
                self.fail("too many stages", f"allowed: at most {MAX_ITEMS}")
            first = self.at
            stages.append(self.stage())
            if isinstance(stages[-1].length, UntilPeak) and any(
                isinstance(s.length, UntilPeak) for s in stages[:-1]
            ):
                self.at = first
                self.fail("a second 'until peak'", "one 'until peak' a method")
            if self.at < len(self.tokens) and not self.accept(";"):
                if self.peek() == "+":
                    self.fail(
                        "tasks belong to the notation, but they are not run yet",
                        "leave the '+' part out",
                        code="not_computed",
                    )
                self.fail(f"{self.read_word()} after a whole stage", "put ';' between stages")
        if not stages:
            self.fail("there is no stage", "for example: 210C 20min; 155C until peak 58C")
        return Method(tuple(stages))


def parse_method(text: str) -> Method:
    """The method that ``text`` writes. NotationError tells place and advice."""
    if len(text) > MAX_LETTERS:
        raise NotationError(
            f"{len(text)} letters", start=MAX_LETTERS, end=len(text),
            allowed=f"allowed: at most {MAX_LETTERS}",
        )  # fmt: skip
    return _Reader(text).method()
