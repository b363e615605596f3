"""Where real or pretend, file and pace are chosen, and the server is run."""

from __future__ import annotations

import socket
import threading
from collections.abc import Callable
from datetime import datetime
from pathlib import Path
from typing import Any

import structlog
import uvicorn
from fastapi import FastAPI

from trencher.api.app import create_api, create_app
from trencher.api.context import House
from trencher.core.errors import InputError
from trencher.core.thermal.warm import warm
from trencher.service.clock import FastClock, WallClock, wall_now
from trencher.service.days import DayService
from trencher.service.demo import LiveDemo, build_world, demo_start
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.settings import Settings
from trencher.store.database import Database
from trencher.store.repository import Repository

log = structlog.get_logger()


def own_house(path: Path) -> tuple[House, Callable[[], None]]:
    """A Trencher on a database of one's own, and how to close it."""
    database = Database(path)
    if database.copied is not None:
        log.info("copied the database before changing its schema", copy=str(database.copied))
    repository = Repository(database)
    feed = Feed()
    clock = WallClock()
    roasts = RoastService(repository, clock, feed)
    house = House(repository, roasts, clock, feed)
    return house, database.close


def demo_house(path: Path, *, fresh: bool = False) -> tuple[House, Callable[[], None]]:
    """A Trencher on the demo world: made anew for each day, kept within it."""
    today = wall_now()
    if path.exists() and not fresh:
        database = Database(path)
        if Repository(database).setting("demo_day") != today.date().isoformat():
            database.close()
            fresh = True
        else:
            return _demo(database)
    if fresh:
        for old in path.parent.glob(path.name + "*"):
            old.unlink()
    print("Making the demo world: nine past roasts are being lived through.")
    database = Database(path)
    repository = Repository(database)
    build_world(repository, today)
    roasts = RoastService(repository, FastClock(demo_start(today), pace=0.0), Feed())
    DayService(repository, roasts.clock, roasts.feed, roasts).settle(today.date().isoformat())
    repository.set_setting("clock", {"now": demo_start(today).isoformat(), "pace": 1.0})
    # Last: a world that was not finished is made again.
    repository.set_setting("demo_day", today.date().isoformat())
    return _demo(database)


def _demo(database: Database) -> tuple[House, Callable[[], None]]:
    repository = Repository(database)
    kept = repository.setting("clock")
    clock = FastClock(datetime.fromisoformat(kept["now"]), float(kept["pace"]))
    feed = Feed()
    roasts = RoastService(repository, clock, feed)
    live = LiveDemo(roasts, clock, feed)
    stop = live.run()

    def close() -> None:
        stop()
        repository.set_setting("clock", {"now": clock.now().isoformat(), "pace": clock.pace})
        database.close()

    return House(repository, roasts, clock, feed, live), close


class Server(uvicorn.Server):
    """uvicorn waits for open streams for ever unless they are ended first."""

    def __init__(self, config: uvicorn.Config, feed: Feed) -> None:
        super().__init__(config)
        self._feed = feed

    def handle_exit(self, sig: int, frame: Any) -> None:
        """End the streams, then stop as usual."""
        self._feed.close()
        super().handle_exit(sig, frame)


def describe() -> dict[str, Any]:
    """The OpenAPI description."""
    api: FastAPI = create_api(None)
    return api.openapi()


def _listen(host: str, port: int) -> socket.socket:
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    listener = socket.socket(family, socket.SOCK_STREAM)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((host, port))
    except OSError as error:
        listener.close()
        raise InputError(
            f"{host}:{port} cannot be used ({error.strerror})", where="--port",
            allowed="another --port, or 0 for a free one",
        ) from None  # fmt: skip
    return listener


def run_server(*, host: str, port: int, data: Path | None, demo: bool, fresh: bool = False) -> None:
    """Serve until stopped. Prints the address when it is ready."""
    settings = Settings()
    folder = data or settings.data
    listener = _listen(host, port)
    threading.Thread(target=warm, name="kernel", daemon=True).start()
    if demo:
        house, close = demo_house(folder / "demo.sqlite", fresh=fresh)
    else:
        house, close = own_house(folder / "trencher.sqlite")
    if not (settings.dist / "index.html").exists():
        print("The front end is not built (make install); only /api answers.")
    app = create_app(house, settings.dist, settings.host_names)
    shown = f"http://{host if ':' not in host else f'[{host}]'}:{listener.getsockname()[1]}"
    # From here on a browser that is quicker than we are waits instead of being refused.
    listener.listen(128)
    print(f"Trencher is ready: {shown}", flush=True)
    if demo:
        print(
            "It is the demo world of Fennet Lock, on its own clock (top right).\n"
            f"A roast in progress: {shown}/fire and 'Show a roast in progress', or\n"
            f"  curl -X POST {shown}/api/demo/roast-in-progress",
            flush=True,
        )
    config = uvicorn.Config(app, log_level="warning", access_log=False, server_header=False)
    try:
        Server(config, house.feed).run(sockets=[listener])
    finally:
        close()
        listener.close()
