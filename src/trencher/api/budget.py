"""What one request may cost: so much simulation, and nothing any more once nobody waits for it.

Pure ASGI, around the API: the connection is watched while a route works in its thread.
"""

from __future__ import annotations

import asyncio
from contextlib import suppress

from starlette.types import ASGIApp, Message, Receive, Scope, Send

from trencher.core.thermal.budget import MOST_MIN, Budget, within

STREAMS = "/feed"


class Budgeted:
    """Gives every request its budget and tells it when its client has gone."""

    def __init__(self, app: ASGIApp, minutes: float = MOST_MIN) -> None:
        self.app, self.minutes = app, minutes

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass on; streams watch their own client."""
        if scope["type"] != "http" or scope["path"].endswith(STREAMS):
            await self.app(scope, receive, send)
            return
        gone = False
        heard: asyncio.Queue[Message] = asyncio.Queue(maxsize=4)

        async def listen() -> None:
            nonlocal gone
            while not gone:
                message = await receive()
                gone = message["type"] == "http.disconnect"
                await heard.put(message)

        listening = asyncio.create_task(listen())
        try:
            with within(Budget(self.minutes, lambda: gone)):
                await self.app(scope, heard.get, send)
        finally:
            listening.cancel()
            with suppress(asyncio.CancelledError):
                await listening
