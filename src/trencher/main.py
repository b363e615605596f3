"""Where real or pretend, file and pace are chosen, and the server is run."""

from __future__ import annotations

import shutil
import socket
import threading
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime
from pathlib import Path
from typing import Any

import structlog
import uvicorn
from fastapi import FastAPI

from trencher.api.app import create_app, the_api
from trencher.api.context import House
from trencher.api.install import install_app
from trencher.core.thermal.warm import warm
from trencher.lan.addresses import host_name, qr_terminal
from trencher.lan.lan import Lan, open_lan
from trencher.service.clock import FastClock, WallClock, wall_now
from trencher.service.days import DayService
from trencher.service.demo import LiveDemo, build_world, demo_start
from trencher.service.downsampling import downsampling
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.serving import BesideServer, Server, listen, port_of
from trencher.settings import Settings, database_path
from trencher.store.database import Database
from trencher.store.repository import UNDER_WAY, Repository

log = structlog.get_logger()


def own_house(path: Path) -> tuple[House, Callable[[], None]]:
    """A Trencher on a database of one's own, and how to close it."""
    database = Database(path)
    if database.copied is not None:
        log.info("copied the database before changing its schema", copy=str(database.copied))
    repository = Repository(database)
    feed = Feed()

    def busy() -> bool:
        return bool(repository.headings(*UNDER_WAY))

    clock = WallClock(busy)
    roasts = RoastService(repository, clock, feed)
    house = House(repository, roasts, clock, feed)
    stop, end = downsampling(repository, clock), roasts.learning.run()

    def close() -> None:
        end()
        stop()
        database.close()

    return house, close


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
            if old.is_dir():
                shutil.rmtree(old)  # its photographs
            else:
                old.unlink()
    print("Making the demo world: nine past roasts are being lived through.")
    database = Database(path)
    repository = Repository(database)
    build_world(repository, today)
    roasts = RoastService(repository, FastClock(demo_start(today), pace=0.0), Feed())
    # What the past roasts taught, before tonight is planned by it.
    roasts.learning.catch_up()
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
    stop, end = live.run(), roasts.learning.run()

    def close() -> None:
        end()
        stop()
        repository.set_setting("clock", {"now": clock.now().isoformat(), "pace": clock.pace})
        database.close()

    return House(repository, roasts, clock, feed, live), close


def demo_app() -> FastAPI:
    """The demo world as an app that is started anew whenever a file changes (``make dev``)."""
    settings = Settings()
    settings.data.mkdir(parents=True, exist_ok=True)
    house, _ = demo_house(settings.data / "demo.sqlite")
    return create_app(house, settings.dist, settings.host_names)


def describe() -> dict[str, Any]:
    """The OpenAPI description."""
    return the_api().openapi()


@dataclass(frozen=True)
class LanWish:
    """What is asked for on the house's own network. ``port`` 0: a free one; the page that hands out
    the certificate takes the next."""

    host: str = "0.0.0.0"
    port: int = 0
    tls: bool = True
    new_code: bool = False


def _lan(wish: LanWish, folder: Path) -> tuple[Lan, list[socket.socket]]:
    """What is served on the house's own network, and its sockets: Trencher's, and with TLS that of
    the page which hands out the certificate."""
    sockets = [listen(wish.host, wish.port, "--lan-port")]
    if wish.tls:
        sockets.append(listen(wish.host, wish.port + 1 if wish.port else 0, "--lan-port"))
    install = port_of(sockets[1]) if wish.tls else 0
    known = open_lan(
        folder, port=port_of(sockets[0]), install_port=install, tls=wish.tls, new_code=wish.new_code
    )
    return known, sockets


def _beside(
    house: House, settings: Settings, lan: Lan, sockets: list[socket.socket]
) -> list[BesideServer]:
    names = [*settings.host_names, host_name(), f"{host_name()}.local"]
    app = create_app(house, settings.dist, names, lan=lan)
    found = [BesideServer(app, sockets[0], house.feed, lan)]
    if len(sockets) > 1:
        found.append(BesideServer(install_app(lan), sockets[1], house.feed, None))
    return found


def lan_words(lan: Lan) -> str:
    """What to do on another screen, with the codes to be scanned."""
    lines = ["", f"On other screens of this network: {lan.url}, code {lan.access.code}"]
    if lan.install_url is None:
        lines.append(
            "Without TLS a screen cannot start without the server, stay awake or notify; it works "
            "otherwise."
        )
        lines.append(qr_terminal(lan.door_url))
    else:
        lines.append(f"First, once for each tablet, this house's certificate: {lan.install_url}")
        lines.append(qr_terminal(lan.install_url))
        lines.append(f"Then Trencher itself, with its code: {lan.url}")
        lines.append(qr_terminal(lan.door_url))
    return "\n".join(lines)


def run_server(
    *,
    host: str,
    port: int,
    data: Path | None,
    demo: bool,
    fresh: bool = False,
    lan: LanWish | None = None,
) -> None:
    """Serve until stopped. Prints the address when it is ready. ``lan``: also on the house's own
    network, behind a code."""
    settings = Settings()
    folder = data or settings.data
    listener = listen(host, port)
    threading.Thread(target=warm, name="kernel", daemon=True).start()
    if demo:
        house, close = demo_house(folder / "demo.sqlite", fresh=fresh)
    else:
        house, close = own_house(database_path(data))
    if not (settings.dist / "index.html").exists():
        print("The front end is not built (make install); only /api answers.")
    known, sockets = (None, []) if lan is None else _lan(lan, folder)
    # One house for all: what it knows of instruments and beliefs is known once.
    house = replace(house, lan=known)
    beside = [] if known is None else _beside(house, settings, known, sockets)
    app = create_app(house, settings.dist, settings.host_names)
    shown = f"http://{host if ':' not in host else f'[{host}]'}:{port_of(listener)}"
    # From here on a browser that is quicker than we are waits instead of being refused.
    listener.listen(128)
    for one in beside:
        one.start()
    print(f"Trencher is ready: {shown}", flush=True)
    if known is not None:
        print(lan_words(known), flush=True)
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
        for one in beside:
            one.stop()
        close()
        listener.close()
