"""Sockets and servers: one house, served here and, when asked, on the house's own network."""

from __future__ import annotations

import asyncio
import socket
import threading
from pathlib import Path
from typing import Any

import uvicorn
from starlette.types import ASGIApp
from uvicorn.protocols.http.h11_impl import H11Protocol

from trencher.core.errors import InputError
from trencher.lan.lan import Lan
from trencher.service.feed import Feed


class Server(uvicorn.Server):
    """uvicorn waits for open streams for ever unless they are ended first."""

    def __init__(self, config: uvicorn.Config, feed: Feed) -> None:
        super().__init__(config)
        self._feed = feed

    def handle_exit(self, sig: int, frame: Any) -> None:
        """End the streams, then stop as usual."""
        self._feed.close()
        super().handle_exit(sig, frame)


def listen(host: str, port: int, option: str = "--port") -> socket.socket:
    """A bound socket. InputError where it cannot be had."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    listener = socket.socket(family, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((host, port))
    except OSError as error:
        listener.close()
        raise InputError(
            f"{host}:{port} cannot be used ({error.strerror})",
            where=option,
            allowed=f"another {option}, or 0 for a free one",
        ) from None
    return listener


def port_of(listener: socket.socket) -> int:
    """The port a socket has got."""
    return int(listener.getsockname()[1])


HEAD_S = 10.0
"""A screen says what it wants within this time of connecting, or is hung up on."""
LONGEST_HEAD = 32_000
MOST_LINES = 96
"""So many connections at once on the house's network; a kitchen has ten screens with two each."""


class Patient(H11Protocol):
    """Connections that a stranger may open: bounded in number, in time before they ask, and in what
    they may say before they have asked."""

    _late: asyncio.TimerHandle | None = None
    head_s, most = HEAD_S, MOST_LINES

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        """Take the connection, unless there are too many; hang up on who does not ask."""
        crowded = len(self.connections) >= self.most
        super().connection_made(transport)
        if crowded:
            transport.abort()
            return
        self._late = self.loop.call_later(self.head_s, self._hang_up)

    def _hang_up(self) -> None:
        if self.cycle is None and not self.transport.is_closing():
            self.transport.abort()

    def connection_lost(self, exc: Exception | None) -> None:
        """It ended."""
        if self._late is not None:
            self._late.cancel()
        super().connection_lost(exc)


class BesideServer:
    """A server in a thread of its own, beside the one in front."""

    def __init__(self, app: ASGIApp, listener: socket.socket, feed: Feed, lan: Lan | None) -> None:
        identity = None if lan is None else lan.identity
        tls: dict[str, str | Path] = (
            {}
            if identity is None
            else {"ssl_certfile": str(identity.certificate), "ssl_keyfile": str(identity.key)}
        )
        config = uvicorn.Config(
            app,
            log_level="warning",
            access_log=False,
            server_header=False,
            lifespan="off",
            http=Patient,
            ws="none",
            h11_max_incomplete_event_size=LONGEST_HEAD,
            timeout_keep_alive=30,
            **tls,  # type: ignore[arg-type]  # uvicorn's own names, all optional
        )
        self._server = Server(config, feed)
        self._listener = listener
        self._thread = threading.Thread(
            target=self._server.run, kwargs={"sockets": [listener]}, daemon=True
        )

    def start(self) -> None:
        """Begin to serve."""
        self._listener.listen(128)
        self._thread.start()

    def stop(self) -> None:
        """End it."""
        self._server.should_exit = True
        self._thread.join(timeout=10)
        self._listener.close()
