"""A method as data: what a cook can read aloud, one stage after another.

Temperatures keep the unit they were written in; ``Temp.c`` is the one conversion. Times are min.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from trencher.core import units
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.surface import Cover, RestHow

Air = Literal["still", "fan", "air", "grill"]
WaitPlace = Literal["counter", "fridge", "freezer", "water"]
Bed = Literal["rack", "roots"]
Verb = Literal["baste", "turn", "add", "pour", "check", "cover", "uncover", "open"]
Outcome = Literal["brown", "crisp", "tender"]
Per = Literal["kg", "lb", "500g", "side"]
TempUnit = Literal["C", "F", "gas"]

SECONDS_BELOW_MIN = 5.0
"""Times that are no whole minutes are written in seconds below this."""
PER_KG: dict[Per, float] = {"kg": 1.0, "lb": units.KG_PER_LB, "500g": 0.5}


def number(value: float) -> str:
    """A number as a cook writes it: no trailing zeros, every digit that matters."""
    return f"{value:.10g}"


@dataclass(frozen=True)
class Temp:
    """A temperature as written: ``210C``, ``410F``, ``gas 6``."""

    written: str
    unit: TempUnit

    @property
    def c(self) -> float:
        """In °C."""
        if self.unit == "gas":
            return units.gas_mark_to_celsius(self.written)
        value = float(self.written)
        return value if self.unit == "C" else units.fahrenheit_to_celsius(value)

    def __str__(self) -> str:
        return f"gas {self.written}" if self.unit == "gas" else f"{self.written}{self.unit}"


def celsius(value: float) -> Temp:
    """A temperature written in °C."""
    return Temp(number(value), "C")


def time_text(minutes: float) -> str:
    """``20min``, ``2h``, ``1h30``, ``90s``; other fractions of a minute stay in minutes."""
    seconds = minutes * 60.0
    if 0.0 < minutes < SECONDS_BELOW_MIN and minutes != int(minutes) and seconds == int(seconds):
        return f"{int(seconds)}s"
    if minutes >= 60 and minutes == int(minutes):
        hours, rest = divmod(int(minutes), 60)
        return f"{hours}h{rest:02d}" if rest else f"{hours}h"
    return f"{number(minutes)}min"


@dataclass(frozen=True)
class Minutes:
    """A fixed time."""

    min: float

    def __str__(self) -> str:
        return time_text(self.min)


@dataclass(frozen=True)
class Rate:
    """Minutes per raw weight (or per side, for a sear), and a fixed part."""

    min: float
    per: Per
    plus_min: float = 0.0

    def minutes(self, *, weight_kg: float, sides: int) -> float:
        """Length in minutes for this joint."""
        share = sides if self.per == "side" else weight_kg / PER_KG[self.per]
        return self.min * share + self.plus_min

    def __str__(self) -> str:
        tail = f" + {time_text(self.plus_min)}" if self.plus_min else ""
        return f"{time_text(self.min)}/{self.per}{tail}"


@dataclass(frozen=True)
class UntilCore:
    """Until the core reads this."""

    temp: Temp

    def __str__(self) -> str:
        return f"until {self.temp}"


@dataclass(frozen=True)
class UntilPeak:
    """Until the core's highest value from here to the end of the method will be this."""

    temp: Temp

    def __str__(self) -> str:
        return f"until peak {self.temp}"


@dataclass(frozen=True)
class UntilHeld:
    """Until the core has stayed at this for so long."""

    temp: Temp
    min: float

    def __str__(self) -> str:
        return f"until {self.temp} for {time_text(self.min)}"


@dataclass(frozen=True)
class UntilFalling:
    """Until the core has come down 0.2 °C from its highest."""

    def __str__(self) -> str:
        return "until falling"


@dataclass(frozen=True)
class UntilOutcome:
    """Until the top is brown or crisp, or the core's collagen tender, at the stated threshold."""

    what: Outcome

    def __str__(self) -> str:
        return f"until {self.what}"


Length = Minutes | Rate | UntilCore | UntilPeak | UntilHeld | UntilFalling | UntilOutcome


@dataclass(frozen=True)
class Task:
    """Something done during a stage, once at a minute of it or again and again (first at
    ``at_min`` if that is given too); at its start if neither is. ``words`` as written:
    ``carrots``, ``200ml``. ``door_s``: how long the door really stood open for it, once it has
    been done; not part of the notation."""

    verb: Verb
    words: str = ""
    at_min: float | None = None
    every_min: float | None = None
    door_s: float | None = None

    def __str__(self) -> str:
        parts = ["+", self.verb, *([self.words] if self.words else [])]
        if self.at_min is not None:
            parts += ["at", time_text(self.at_min)]
        if self.every_min is not None:
            parts += ["every", time_text(self.every_min)]
        return " ".join(parts)

    def times(self, until_min: float) -> list[float]:
        """Minutes of its stage at which it falls due, before ``until_min``."""
        if self.every_min is None:
            at = self.at_min or 0.0
            return [at] if at < until_min else []
        first, every = self.every_min if self.at_min is None else self.at_min, self.every_min
        count = max(int((until_min - first) / every) + 1, 0)
        return [m for n in range(count + 1) if (m := first + n * every) < until_min]


def _hung(text: str, tasks: tuple[Task, ...]) -> str:
    return " ".join([text, *(str(task) for task in tasks)])


@dataclass(frozen=True)
class Oven:
    """In an oven whose air is wanted at ``temp``; ``air`` None: the cooker's own kind.

    Dress: closed in by ``cover``, which may itself stand in a lidded ``pot``; lying on a ``bed``
    and in ``liquid_ml`` of liquid, above it where both. ``cooker``: the oven the joint was moved
    to, where it is not the roast's own; not part of the notation.
    """

    temp: Temp
    length: Length
    air: Air | None = None
    cold: bool = False
    cover: Cover | None = None
    bed: Bed | None = None
    liquid_ml: float | None = None
    tasks: tuple[Task, ...] = ()
    cooker: Cooker | None = None
    pot: bool = False

    def __str__(self) -> str:
        words = ["cold"] if self.cold else []
        words += [str(self.temp), *([self.air] if self.air else [])]
        words += [self.cover] if self.cover else []
        words += ["lid"] if self.pot else []
        words += [f"on {self.bed}"] if self.bed else []
        words += [f"in {number(self.liquid_ml)}ml"] if self.liquid_ml is not None else []
        return _hung(" ".join([*words, str(self.length)]), self.tasks)


@dataclass(frozen=True)
class Off:
    """The oven switched off and shut."""

    length: Length
    tasks: tuple[Task, ...] = ()
    cooker: Cooker | None = None

    def __str__(self) -> str:
        return _hung(f"off {self.length}", self.tasks)


@dataclass(frozen=True)
class Sear:
    """On the hob in a hot pan, turned so that each side has its share."""

    length: Length
    tasks: tuple[Task, ...] = ()

    def __str__(self) -> str:
        return _hung(f"sear {self.length}", self.tasks)


@dataclass(frozen=True)
class Rest:
    """Out of the oven, under a cover or open."""

    length: Length
    how: RestHow = "open"
    tasks: tuple[Task, ...] = ()

    def __str__(self) -> str:
        return _hung(f"rest {self.how} {self.length}", self.tasks)


@dataclass(frozen=True)
class Wait:
    """Standing somewhere before it cooks on."""

    length: Length
    place: WaitPlace = "counter"
    tasks: tuple[Task, ...] = ()

    def __str__(self) -> str:
        return _hung(f"wait {self.place} {self.length}", self.tasks)


@dataclass(frozen=True)
class Turn:
    """The joint turned over: no length, one opened door."""

    length: Length = Minutes(0.0)
    tasks: tuple[Task, ...] = ()

    def __str__(self) -> str:
        return "turn"


Stage = Oven | Off | Sear | Rest | Wait | Turn
HEATED = (Oven, Off, Sear)


@dataclass(frozen=True)
class Method:
    """Stages in their order. ``str`` of it parses back to an equal method."""

    stages: tuple[Stage, ...] = field(default_factory=tuple)

    def __str__(self) -> str:
        return "; ".join(str(stage) for stage in self.stages)

    @property
    def pull_index(self) -> int:
        """The stage whose end is the take-out: the last with a goal, or what is heated straight
        after it; without a goal the last heated one.

        Waiting for the fall is part of a rest, not a take-out.
        """
        goals = [
            i
            for i, stage in enumerate(self.stages)
            if isinstance(stage.length, (UntilCore, UntilPeak, UntilHeld, UntilOutcome))
            and isinstance(stage, HEATED)
        ]
        heated = [i for i, stage in enumerate(self.stages) if isinstance(stage, HEATED)]
        found = (goals or heated or [len(self.stages) - 1])[-1]
        for i, stage in enumerate(self.stages[found + 1 :], found + 1):
            if isinstance(stage, HEATED):
                found = i
            elif not isinstance(stage, Turn):
                break
        return found

    @property
    def peak_index(self) -> int | None:
        """The stage with ``until peak``, if there is one."""
        for i, stage in enumerate(self.stages):
            if isinstance(stage.length, UntilPeak):
                return i
        return None
