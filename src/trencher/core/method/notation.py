"""Text ↔ stages. An error says where, what was read, and what could stand there.

The grammar is in docs/formats.md. Nothing is guessed: a number without its unit is an error that
names the likely readings.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import NoReturn, cast, get_args

from trencher.core.errors import NotationError
from trencher.core.method.stages import (
    Air,
    Bed,
    Length,
    Method,
    Minutes,
    Off,
    Outcome,
    Oven,
    Per,
    Rate,
    Rest,
    Sear,
    Stage,
    Task,
    Temp,
    TempUnit,
    Turn,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
    Verb,
    Wait,
    WaitPlace,
    number,
)
from trencher.core.thermal.surface import Cover, RestHow
from trencher.core.units import GAS_MARKS, fahrenheit_to_celsius

MAX_ITEMS, MAX_LETTERS = 100, 4000
OVEN_LOW_C, OVEN_HIGH_C = 30.0, 350.0
CORE_LOW_C, CORE_HIGH_C = -5.0, 99.0
LONGEST_MIN = 48 * 60.0
LIQUID_ML = (10.0, 10000.0)
SHORTEST_MIN = 1e-6
LEAST_EVERY_MIN = 1.0
MOST_TASKS, LONGEST_WORDS = 30, 80

SPELLINGS = {
    "c": "C",
    "celsius": "C",
    "centigrade": "C",
    "f": "F",
    "fahrenheit": "F",
    "min": "min",
    "mins": "min",
    "minute": "min",
    "minutes": "min",
    "m": "min",
    "s": "s",
    "sec": "s",
    "secs": "s",
    "second": "s",
    "seconds": "s",
    "h": "h",
    "hr": "h",
    "hrs": "h",
    "hour": "h",
    "hours": "h",
    "lb": "lb",
    "lbs": "lb",
    "pound": "lb",
    "kg": "kg",
    "kilo": "kg",
    "g": "g",
    "side": "side",
    "sides": "side",
    "ml": "ml",
    "millilitres": "ml",
    "milliliters": "ml",
}
"""What may be typed, and what is understood."""

_TOKEN = re.compile(r"\s*(?:([0-9]+(?:[.,][0-9]+)?)|([^\W\d_]+\.?)|([;+/°¼½])|([-'’,&():.]))")
# The last group: signs that may stand in a task's own words and nowhere else.
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

    def is_time(self, ahead: int = 0) -> bool:
        return self.at_number(ahead) and self.peek(ahead + 1) in ("h", "min", "s")

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
            ]
            if low_c == OVEN_LOW_C and token.text in dict(GAS_MARKS):
                likely.append(f"gas {token.text}")
            likely = likely or ["C or F after it"]
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

    def time(self, *, least: float = SHORTEST_MIN) -> float | None:
        """Minutes, or None where no time stands."""
        if not self.is_time():
            return None
        token = self.take()
        minutes = token.value
        unit = self.take().text
        if unit == "s":
            minutes /= 60.0
        elif unit == "min" and self.at_number() and self.peek(1) == "s":
            minutes += self.take().value / 60.0
            self.take()
        elif unit == "h":
            minutes *= 60.0
            if self.at_number() and self.peek(1) not in ("h", "C", "F", "g", "ml", "s"):
                minutes += self.take().value
                self.accept("min")
        if not least <= minutes <= LONGEST_MIN:
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
                    f"{self.read_word()} has no unit",
                    "write minutes or hours: 20min, 1h30",
                    code="no_unit",
                )
            self.fail(
                f"{self.read_word()} where a length should be",
                "allowed: 20min, 1h30, 15min/500g, until 54C, until peak 58C, until brown, crisp, "
                "tender or falling",
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
        if outcome := self.accept(*get_args(Outcome)):
            return UntilOutcome(cast("Outcome", outcome))
        temp = self.temp(CORE_LOW_C, CORE_HIGH_C, "a core temperature")
        if self.accept("for"):
            held = self.time()
            if held is None:
                self.fail(f"{self.read_word()} after 'for'", "a time such as 2min", code="no_unit")
            return UntilHeld(temp, held)
        return UntilCore(temp)

    def dress(self) -> tuple[Cover | None, bool, Bed | None, float | None]:
        cover: Cover | None = None
        pot = False
        bed: Bed | None = None
        liquid: float | None = None
        while True:
            if self.peek() in ("covered", "lid", "salt"):
                if pot or (cover is not None and (cover == "lid") == (self.peek() == "lid")):
                    self.fail(
                        "a second cover",
                        "allowed: one of covered, salt crust, and a lid over it or alone",
                    )
                word = self.take().text
                if word == "salt" and not self.accept("crust"):
                    self.fail(f"{self.read_word()} after 'salt'", "write 'salt crust'")
                pot = cover is not None
                if cover is None or word != "lid":
                    cover = cast("Cover", "salt crust" if word == "salt" else word)
            elif self.peek() in ("on", "in"):
                said = bed if self.peek() == "on" else liquid
                if said is not None:
                    self.fail("a second thing under the joint", "allowed: one bed and one liquid")
                if self.take().text == "on":
                    found = self.accept(*get_args(Bed))
                    if not found:
                        self.fail(f"{self.read_word()} after 'on'", "allowed: rack, roots")
                    bed = cast("Bed", found)
                else:
                    liquid = self.millilitres()
            else:
                return cover, pot, bed, liquid

    def millilitres(self) -> float:
        if not self.at_number():
            self.fail(f"{self.read_word()} after 'in'", "an amount such as 400ml")
        token = self.take()
        if not self.accept("ml"):
            self.fail(f"{token.text} has no unit", f"write {token.text}ml", code="no_unit", back=1)
        low, high = LIQUID_ML
        if not low <= token.value <= high:
            self.fail(
                f"{token.text} ml is out of range", f"allowed: {low:g} to {high:g} ml", back=2
            )
        return token.value

    def task(self) -> Task:
        verb = self.accept(*get_args(Verb))
        if not verb:
            self.fail(f"{self.read_word()} after '+'", f"allowed: {', '.join(get_args(Verb))}")
        words = self.words()
        at, every = None, None
        while (how := self.peek()) in ("at", "every") and (at if how == "at" else every) is None:
            self.take()
            minutes = self.time(least=0.0 if how == "at" else SHORTEST_MIN)
            if minutes is None:
                self.fail(
                    f"{self.read_word()} after '{how}'", "a time such as 40min", code="no_unit"
                )
            if how == "at":
                at = minutes
            else:
                every = minutes
                if every < LEAST_EVERY_MIN:
                    self.fail(
                        f"every {number(every)} minutes is too often",
                        f"allowed: {LEAST_EVERY_MIN:g} minute or more",
                        back=2,
                    )
        return Task(cast("Verb", verb), words, at, every)

    def words(self) -> str:
        """A task's own words as written, up to its time, the next task or the next stage."""
        first = self.at
        while self.at < len(self.tokens) and self.peek() not in (";", "+"):
            if self.peek() in ("at", "every") and self.at_number(1):
                break
            self.at += 1
        if self.at == first:
            return ""
        raw = self.text[self.tokens[first].start : self.tokens[self.at - 1].end]
        words = " ".join(raw.split())
        if len(words) > LONGEST_WORDS:
            self.at = first
            self.fail("too many words for a task", f"allowed: at most {LONGEST_WORDS} letters")
        return words

    def stage(self) -> Stage:
        if self.accept("turn"):
            return Turn()
        bare = self.bare_stage()
        tasks: list[Task] = []
        while self.accept("+"):
            if len(tasks) >= MOST_TASKS:
                self.fail("too many tasks", f"allowed: at most {MOST_TASKS} a stage", back=1)
            tasks.append(self.task())
        return replace(bare, tasks=tuple(tasks)) if tasks else bare

    def bare_stage(self) -> Stage:
        if self.accept("rest"):
            how = self.accept(*get_args(RestHow))
            return Rest(self.length(), cast("RestHow", how or "open"))
        if self.accept("wait"):
            place = self.accept(*get_args(WaitPlace))
            return Wait(self.length(), cast("WaitPlace", place or "counter"))
        if self.accept("sear"):
            return Sear(self.length(sear=True))
        if self.accept("off"):
            return Off(self.length())
        cold = bool(self.accept("cold"))
        if not (self.at_number() or self.peek() == "gas"):
            self.fail(
                f"{self.read_word()} cannot start a stage",
                "allowed: a temperature (210C, 410F, gas 6), sear, off, rest, wait, turn",
            )
        temp = self.temp(OVEN_LOW_C, OVEN_HIGH_C, "an oven")
        air = self.accept(*get_args(Air))
        cover, pot, bed, liquid = self.dress()
        return Oven(
            temp, self.length(), cast("Air | None", air or None), cold, cover, bed, liquid, pot=pot
        )

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
                self.fail(f"{self.read_word()} after a whole stage", "put ';' between stages")
        if stages and all(isinstance(s, Turn) for s in stages):
            self.at = 0
            self.fail("nothing here takes time", "a turn stands between stages that do")
        if not stages:
            self.fail("there is no stage", "for example: 210C 20min; 155C until peak 58C")
        return Method(tuple(stages))


def parse_method(text: str) -> Method:
    """The method that ``text`` writes. NotationError tells place and advice."""
    if len(text) > MAX_LETTERS:
        raise NotationError(
            f"{len(text)} letters",
            start=MAX_LETTERS,
            end=len(text),
            allowed=f"allowed: at most {MAX_LETTERS}",
        )
    return _Reader(text).method()
