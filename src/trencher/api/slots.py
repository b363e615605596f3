"""Heavy questions a few at a time, so that light ones are answered meanwhile."""

from __future__ import annotations

import asyncio
import os
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from weakref import WeakKeyDictionary

from fastapi import Depends

from trencher.core.errors import TrencherError

AT_ONCE = max(1, (os.cpu_count() or 2) // 2)
"""Half of the machine's cores: on two of them, light answers beside two heavy ones took 100 ms,
beside one 45."""
MOST_WAITING = 24


class Busy(TrencherError):
    """More heavy questions than are waited for."""

    code = "busy"


class Slots:
    """So many at once; the rest wait their turn, and those beyond are told to come again."""

    def __init__(self, at_once: int = AT_ONCE, waiting: int = MOST_WAITING) -> None:
        self.at_once, self.most = at_once, waiting
        self._turns: WeakKeyDictionary[asyncio.AbstractEventLoop, asyncio.Semaphore] = (
            WeakKeyDictionary()
        )
        self.waiting = 0

    @asynccontextmanager
    async def held(self) -> AsyncIterator[None]:
        """A slot, until the answer is made. Busy."""
        loop = asyncio.get_running_loop()
        turn = self._turns.setdefault(loop, asyncio.Semaphore(self.at_once))
        if self.waiting >= self.most:
            raise Busy("too much is being worked out at once", allowed="ask again in a moment")
        self.waiting += 1
        try:
            await turn.acquire()
        finally:
            self.waiting -= 1
        try:
            yield
        finally:
            turn.release()


_slots = Slots()


async def _heavy() -> AsyncIterator[None]:
    async with _slots.held():
        yield


Heavy = Depends(_heavy)
"""For routes that simulate much and nobody at the fire waits for."""
