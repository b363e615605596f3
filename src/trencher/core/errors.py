"""The tree of our errors. Every one has a stable code, and a sentence that a cook can act on.

TrencherError
├── InputError            what was given cannot be used; says what, where, what is allowed
│   ├── OutOfRange        a number outside its bounds
│   ├── UnknownName       a name that no catalogue has
│   ├── NotationError     a method that cannot be read; knows the place
│   └── GoalUnreachable   a goal this oven and joint never meet
├── NotFound              a roast or oven that is not there
└── Conflict              a step that does not fit the state of the roast
    ├── Overtaken         something else was entered since it was worked out
    └── Damaged           a record that cannot be read; others go on without it
"""

from __future__ import annotations

from collections.abc import Iterable


class TrencherError(Exception):
    """Any error of ours.

    ``code`` is stable; ``where`` names the place; ``allowed`` says what could stand there.
    """

    code = "error"

    def __init__(self, what: str, *, where: str = "", allowed: str = "") -> None:
        self.what, self.where, self.allowed = what, where, allowed
        super().__init__(self.sentence)

    @property
    def sentence(self) -> str:
        """One line: place, fault, what is allowed."""
        place = f"{self.where}: " if self.where else ""
        advice = f"; {self.allowed}" if self.allowed else ""
        return f"{place}{self.what}{advice}"


class InputError(TrencherError):
    """What was given cannot be used."""

    code = "wrong_input"


class OutOfRange(InputError):
    """A number outside its bounds."""

    code = "out_of_range"

    def __init__(self, where: str, value: object, low: float, high: float, unit: str = "") -> None:
        tail = f" {unit}" if unit else ""
        super().__init__(
            f"{value} is out of range", where=where, allowed=f"allowed: {low:g} to {high:g}{tail}"
        )


class UnknownName(InputError):
    """A name that is in no catalogue; offers the nearest ones."""

    code = "unknown_name"

    def __init__(self, where: str, name: object, known: Iterable[str]) -> None:
        from difflib import get_close_matches

        names = sorted(known)
        near = get_close_matches(str(name), names, n=3, cutoff=0.4) if len(names) > 6 else names
        hint = (
            f"did you mean {', '.join(near)}?" if len(names) > 6 else f"allowed: {', '.join(near)}"
        )
        super().__init__(
            f"{name!r} is not known", where=where, allowed=hint if near else "see the catalogue"
        )


class NotationError(InputError):
    """A method that cannot be read. ``start`` and ``end`` are character offsets in the text."""

    code = "notation"

    def __init__(self, what: str, *, start: int, end: int, allowed: str, code: str = "") -> None:
        self.start, self.end = start, end
        if code:
            self.code = code
        super().__init__(what, where=f"method, character {start + 1}", allowed=allowed)


class GoalUnreachable(InputError):
    """A goal that this oven and joint never meet, with the reason."""

    code = "goal_unreachable"


class NotFound(TrencherError):
    """Something asked for by id is not there."""

    code = "not_found"


class Conflict(TrencherError):
    """A step that does not fit the state of the roast."""

    code = "conflict"


class Overtaken(Conflict):
    """Something else was entered since it was worked out: to be worked out anew."""


class Damaged(Conflict):
    """A record that cannot be read any more. It must take no other down."""

    code = "damaged"
