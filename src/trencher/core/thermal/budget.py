"""How much one question may simulate, counted where it is simulated. Nobody counts unless asked to.

The errors are no ``TrencherError``: what is out of its budget must end the whole question, not be
taken for one way among others that cannot be done.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field

CELLS = 81
"""Of a coarse grid: what a minute is counted in."""
MOST_MIN = 800_000.0
"""Minutes of roasting, on so many cells, that one question may simulate: eight ways worked out in
full take about 110,000."""
RUN_COSTS_MIN = 2.0
"""What beginning a passage costs, in minutes of roasting that take the machine about as long."""


class TooMuch(Exception):
    """The question would simulate more than one question may."""


class Dropped(Exception):
    """Nobody waits for the answer any more."""


@dataclass
class Budget:
    """Minutes of roasting that are left to one question; ``gone``: whether nobody waits for it."""

    minutes: float
    gone: Callable[[], bool] = field(default=lambda: False)
    spent: float = 0.0


_budget: ContextVar[Budget | None] = ContextVar("budget", default=None)


@contextmanager
def within(budget: Budget | None) -> Iterator[None]:
    """What is asked inside counts against ``budget``."""
    token = _budget.set(budget)
    try:
        yield
    finally:
        _budget.reset(token)


def spend(minutes: float) -> None:
    """Minutes of roasting were simulated. TooMuch, Dropped."""
    budget = _budget.get()
    if budget is None:
        return
    budget.spent += minutes + RUN_COSTS_MIN
    if budget.gone():
        raise Dropped
    if budget.spent > budget.minutes:
        raise TooMuch
