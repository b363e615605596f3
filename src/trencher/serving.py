"""Sockets and servers: one house, served here and, when asked, on the house's own network."""

from __future__ import annotations

import socket
import threading
from pathlib import Path
from typing import Any

import uvicorn
from starlette.types import ASGIApp

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
            f"{host}:{port} cannot be used ({error.strerror})", where=option,
            allowed=f"another {option}, or 0 for a free one",
        ) from None  # fmt: skip
    return listener


def port_of(listener: socket.socket) -> int:
    """The port a socket has got."""
    return int(listener.getsockname()[1])


class Beside:
    """A server in a thread of its own, beside the one in front."""

    def __init__(self, app: ASGIApp, listener: socket.socket, feed: Feed, lan: Lan | None) -> None:
        identity = None if lan is None else lan.identity
        tls: dict[str, str | Path] = (
            {}
            if identity is None
            else {"ssl_certfile": str(identity.certificate), "ssl_keyfile": str(identity.key)}
        )
        config = uvicorn.Config(
            app, log_level="warning", access_log=False, server_header=False, lifespan="off",
            **tls,  # type: ignore[arg-type]  # uvicorn's own names, all optional
        )  # fmt: skip
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
