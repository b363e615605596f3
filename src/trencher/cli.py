"""The command line: thin words around core, formats and service."""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any

import typer

from trencher import __version__
from trencher.core.errors import InputError, TrencherError
from trencher.core.thermal.budget import MOST_MIN, Budget, TooMuch, within

if TYPE_CHECKING:
    from trencher.core.planner.doubt import Doubt
    from trencher.core.planner.setup import Roast
    from trencher.formats.learned import LearnedFile
    from trencher.service.taking import TakingService
    from trencher.store.backup import Content

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    pretty_exceptions_enable=False,
    help="Trencher: roasting a joint so that it is right when people sit down.",
)

SHORTEST_EVERY_S, LONGEST_EVERY_S = 1.0, 3600.0
AT_A_TIME = 50
KITCHEN, LARGEST_BOOK = "trencher/kitchen", 300_000_000


LanOption = Annotated[
    bool, typer.Option("--lan", help="Also on this house's own network, behind a code.")
]
LanPortOption = Annotated[
    int, typer.Option(min=0, max=65534, help="Its port there; the next hands out the certificate.")
]
TlsOption = Annotated[bool, typer.Option(help="With a certificate of this house's own.")]
NewCodeOption = Annotated[bool, typer.Option("--new-code", help="Make a new access code.")]


def _version(wanted: bool) -> None:
    if wanted:
        print(__version__)
        raise typer.Exit


@app.callback()
def _about(
    version: Annotated[
        bool,
        typer.Option("--version", help="Which Trencher this is.", callback=_version, is_eager=True),
    ] = False,
) -> None:
    """Trencher: roasting a joint so that it is right when people sit down."""


def _put(found: object) -> None:
    """One line of JSON. InputError where numbers ran out of what can be computed: never NaN."""
    try:
        print(json.dumps(found, ensure_ascii=False, allow_nan=False), flush=True)
    except ValueError:
        raise InputError(
            "the numbers of this roast run beyond what can be computed",
            where="roast",
            allowed="physics nearer to meat's",
        ) from None


def _read(path: Path) -> bytes:
    try:
        return path.read_bytes()
    except OSError as error:
        reason = error.strerror or "cannot be read"
        raise InputError(reason, where=str(path), allowed="a file to read") from None


def _text(path: Path) -> str:
    raw = sys.stdin.buffer.read() if str(path) == "-" else _read(path)
    try:
        return raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise InputError("this is not text", where=str(path), allowed="UTF-8 text") from None


LearnedOption = Annotated[
    Path | None,
    typer.Option(help="What earlier roasts taught: printed by learn, or a book it reads."),
]


@app.command()
def simulate(
    roast: Annotated[Path, typer.Argument(help="A roast as JSON (docs/formats.md).")],
    every: Annotated[float, typer.Option(help="Spacing of the series in seconds.")] = 60.0,
    learned: LearnedOption = None,
) -> None:
    """Print what a method will do to a joint, as JSON."""
    from trencher.core.planner.forecast import forecast
    from trencher.formats.forecast import write_forecast
    from trencher.formats.roast import load_json, read_doubt, read_roast

    if not SHORTEST_EVERY_S <= every <= LONGEST_EVERY_S:
        raise InputError(
            f"{every:g} is out of range",
            where="--every",
            allowed=f"allowed: {SHORTEST_EVERY_S:g} to {LONGEST_EVERY_S:g} seconds",
        )
    told = load_json(_read(roast))
    described, doubt = read_roast(told), read_doubt(told)
    more: dict[str, Any] = {}
    with within(Budget(MOST_MIN)):
        if learned is not None:
            described, more["learned"] = _learned(learned, told.get("oven"), described, doubt)
        found = write_forecast(forecast(described, doubt=doubt, every_s=every, rests=True))
    _put({**found, **more})


def _learned(
    path: Path, oven: str | None, roast: Roast, doubt: Doubt
) -> tuple[Roast, list[dict[str, Any]]]:
    """What a file taught of this roast: the roast with it, and why."""
    from dataclasses import replace

    from trencher.core.belief.learning import tags_of
    from trencher.core.belief.reasons import reasons, without
    from trencher.formats.learned import read_learned, write_reasons
    from trencher.formats.roast import check_json

    raw = _read(path)
    data = json.loads(check_json(raw, LARGEST_BOOK))
    found = data if isinstance(data, dict) else {}
    file = read_learned(data) if found.get("format") != KITCHEN else _taught(raw)[0]
    tags = tags_of(
        file.oven_of(oven, roast.cooker.kind), roast.cooker.kind, roast.joint, roast.method
    )
    made = file.learned
    gone = without(made, tags, file.left_out)
    why = reasons(made, tags, roast, doubt, file.names, file.left_out)
    return replace(roast, known=made.known(tags, roast, doubt, gone)), write_reasons(why)


def _taught(raw: bytes) -> tuple[LearnedFile, list[dict[str, Any]]]:
    """What the roasts of a kitchen's file taught, and each of them. InputError."""
    import tempfile

    from trencher.formats.learned import LearnedFile
    from trencher.service.clock import WallClock
    from trencher.service.feed import Feed
    from trencher.service.roasts import RoastService
    from trencher.service.taking import TakingService
    from trencher.store.database import Database
    from trencher.store.repository import Repository

    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "book.sqlite")
        try:
            repository, clock, feed = Repository(database), WallClock(), Feed()
            TakingService(repository, clock, feed).take_in(raw)
            learning = RoastService(repository, clock, feed).learning
            while left := learning.catch_up(AT_A_TIME):
                print(f"trencher: {left} roasts still to be followed", file=sys.stderr)
            file = LearnedFile(
                day=clock.now().toordinal(),
                lessons=learning.lessons(),
                names=learning.names(),
                left_out=learning.groups_left_out(),
            )
            return file, [asdict(one) for one in learning.taught()]
        finally:
            database.close()


@app.command("learn")
def learn_book(
    book: Annotated[Path, typer.Argument(help="A kitchen as export writes it (docs/formats.md).")],
) -> None:
    """Print what the finished roasts of a book taught, as JSON."""
    from trencher.formats.learned import write_learned

    _put(write_learned(*_taught(_read(book))))


@app.command()
def read(
    recipe: Annotated[Path, typer.Argument(help="A recipe's words as text; - reads from stdin.")],
    roast: Annotated[Path, typer.Argument(help="The joint and oven to reckon it for, as JSON.")],
) -> None:
    """Print what a recipe's words mean as stages, and what each reading would do here, as JSON."""
    from trencher.core.planner.reckon import reckon
    from trencher.formats.reading import write_reckoning
    from trencher.formats.roast import load_json, read_roast

    text = _text(recipe)
    described = read_roast(load_json(_read(roast)))
    with within(Budget(MOST_MIN)):
        _put(write_reckoning(reckon(text, described)))


@app.command()
def follow(
    roast: Annotated[Path, typer.Argument(help="A roast as JSON (docs/formats.md).")],
    readings: Annotated[Path, typer.Argument(help="Readings and events as CSV; - is stdin.")],
    learned: LearnedOption = None,
) -> None:
    """Print what each reading makes of a roast, one line of JSON for each."""
    from trencher.core.belief.replay import replayed
    from trencher.devices.readings_csv import lines_of, read_csv
    from trencher.formats.following import write_following
    from trencher.formats.roast import load_json, read_doubt, read_roast

    told = load_json(_read(roast))
    described, doubt = read_roast(told), read_doubt(told)
    if learned is not None:
        described, _ = _learned(learned, told.get("oven"), described, doubt)
    for found in replayed(described, lines_of(read_csv(_text(readings))), doubt):
        _put(write_following(found))


@app.command()
def schema(
    of: Annotated[
        str, typer.Argument(help="roast: a joint and its method; kitchen: what export writes.")
    ] = "roast",
) -> None:
    """Print the JSON Schema of a format."""
    from trencher.formats.kitchen import kitchen_schema
    from trencher.formats.roast import roast_schema

    known = {"roast": roast_schema, "kitchen": kitchen_schema}
    if of not in known:
        raise InputError(f"{of!r} is no format", where="schema", allowed="roast or kitchen")
    print(json.dumps(known[of](), indent=1, ensure_ascii=False))


@app.command()
def openapi() -> None:
    """Print the description of the HTTP interface (OpenAPI)."""
    from trencher.main import describe

    print(json.dumps(describe(), indent=1, ensure_ascii=False, sort_keys=True))


@app.command()
def probe(
    roast: Annotated[str, typer.Argument(help="The roast whose joint it sits in.")],
    key: Annotated[str, typer.Option(help="The key shown at Instruments.")],
    url: Annotated[str, typer.Option(help="Where Trencher runs.")] = "http://127.0.0.1:8480",
    device: Annotated[str, typer.Option(help="What it calls itself.")] = "pretend-probe",
    every: Annotated[float, typer.Option(help="Seconds between two values.")] = 5.0,
    trouble: Annotated[
        list[str] | None,
        typer.Option(help="What goes wrong: fat, stall, dropouts, battery, silent."),
    ] = None,
    attach: Annotated[bool, typer.Option(help="Put its tip and its air sensor in place.")] = True,
) -> None:
    """A pretend thermometer of two channels: tip in the middle and oven air, pushed over HTTP."""
    from trencher.sim.probe import PretendProbe
    from trencher.sim.sending import Kitchen, send
    from trencher.sim.world import TONIGHT_TRUTH

    if not 1.0 <= every <= 600.0:
        raise InputError(
            f"{every:g} is out of range", where="--every", allowed="allowed: 1 to 600 seconds"
        )
    if not url.startswith(("http://", "https://")):
        raise InputError(f"{url!r} is no address", where="--url", allowed="http://… or https://…")
    kitchen = Kitchen(url, key)
    pretend = PretendProbe(TONIGHT_TRUTH, tuple(trouble or ()))
    if attach:
        kitchen.ask(
            "/instruments/push",
            {
                "device": device,
                "every_s": every,
                "battery": pretend.battery(0.0),
                "readings": [
                    {"channel": "1", "value": pretend.truth.start_c},
                    {"channel": "2", "value": pretend.truth.room_c},
                ],
            },
        )
        for channel, place in (("1", "core"), ("2", "air")):
            kitchen.ask(
                f"/roasts/{roast}/tips", {"device": device, "channel": channel, "place": place}
            )
    print(f"{device}: sending to {url} every {every:g} s. Ctrl-C ends it.", flush=True)
    kept = send(
        kitchen,
        roast,
        device,
        pretend,
        every_s=every,
        stop=lambda: False,
        say=lambda text: print(f"{device}: {text}", file=sys.stderr, flush=True),
    )
    print(f"{device}: the roast is over; {kept} values kept.")


@app.command()
def scale(
    grams: Annotated[float, typer.Argument(help="What really lies on it, in grams.")],
    key: Annotated[str, typer.Option(help="The key shown at Instruments.")],
    url: Annotated[str, typer.Option(help="Where Trencher runs.")] = "http://127.0.0.1:8480",
    device: Annotated[str, typer.Option(help="What it calls itself.")] = "pretend-scale",
) -> None:
    """A pretend kitchen scale: sends one weight."""
    from trencher.sim.probe import weighed_g
    from trencher.sim.sending import Kitchen

    if not 0.0 <= grams <= 60000.0:
        raise InputError(
            f"{grams:g} is out of range", where="GRAMS", allowed="allowed: 0 to 60000 g"
        )
    reading = {"channel": "plate", "value": weighed_g(grams, 7), "unit": "g"}
    body = {"device": device, "every_s": 3600, "readings": [reading]}
    Kitchen(url, key).ask("/instruments/push", body)
    print(f"{device}: sent {reading['value']:g} g.")


@app.command()
def serve(
    host: Annotated[str, typer.Option(help="Address to listen on.")] = "127.0.0.1",
    port: Annotated[int, typer.Option(min=0, max=65535, help="Port; 0 takes a free one.")] = 8470,
    data: Annotated[Path | None, typer.Option(help="Folder of your database.")] = None,
    lan: LanOption = False,
    lan_port: LanPortOption = 8471,
    tls: TlsOption = True,
    new_code: NewCodeOption = False,
) -> None:
    """Start Trencher with a database of your own."""
    from trencher.main import LanWish, run_server

    wish = LanWish(port=lan_port, tls=tls, new_code=new_code) if lan else None
    run_server(host=host, port=port, data=data, demo=False, lan=wish)


@app.command()
def demo(
    host: Annotated[str, typer.Option(help="Address to listen on.")] = "127.0.0.1",
    port: Annotated[int, typer.Option(min=0, max=65535, help="Port; 0 takes a free one.")] = 8480,
    data: Annotated[Path | None, typer.Option(help="Folder of the demo database.")] = None,
    fresh: Annotated[bool, typer.Option(help="Make the demo world anew.")] = False,
    lan: LanOption = False,
    lan_port: LanPortOption = 8481,
    tls: TlsOption = True,
    new_code: NewCodeOption = False,
) -> None:
    """Start Trencher with the demo world of Fennet Lock."""
    from trencher.main import LanWish, run_server

    wish = LanWish(port=lan_port, tls=tls, new_code=new_code) if lan else None
    run_server(host=host, port=port, data=data, demo=True, fresh=fresh, lan=wish)


DataOption = Annotated[Path | None, typer.Option("--data", help="Folder of your database.")]


@app.command("backup")
def backup_kitchen(
    file: Annotated[Path, typer.Argument(help="Where to; nothing is written over.")],
    data: DataOption = None,
) -> None:
    """Save the whole kitchen as one file, also while it is served."""
    from trencher.settings import database_path
    from trencher.store.backup import backup
    from trencher.store.pictures import copied_beside

    path = database_path(data)
    found = backup(path, file)
    print(f"{file}: {_holds(found)}")
    if copied := copied_beside(path, file):
        print(f"{copied} photographs lie beside it; they belong to it.")


@app.command("restore")
def restore_kitchen(
    file: Annotated[Path, typer.Argument(help="A file made by backup.")],
    data: DataOption = None,
    yes: Annotated[bool, typer.Option("--yes", help="Do it; without, only say what would be.")] = (
        False
    ),
) -> None:
    """Say what a saved kitchen holds; with --yes put it in the place of this one."""
    from datetime import datetime

    from trencher.settings import database_path
    from trencher.store.backup import checked, restore
    from trencher.store.database import Database
    from trencher.store.pictures import copied_beside

    path = database_path(data)
    if not yes:
        with checked(file) as (_, found):
            print(f"{file}: {_holds(found)}")
        print(f"Nothing was changed. With --yes it takes the place of {path}.")
        return
    database = Database(path)
    try:
        found, before = restore(file, database, datetime.now())
    finally:
        database.close()
    print(f"{path}: {_holds(found)}")
    if copied := copied_beside(file, path):
        print(f"{copied} photographs were put back.")
    print(f"What was there is kept as {before}. Start Trencher again if it is running.")


@app.command("rescue")
def rescue_kitchen(
    data: DataOption = None,
    yes: Annotated[
        bool, typer.Option("--yes", help="Put it in place; without, only say what can be saved.")
    ] = False,
) -> None:
    """Save what can be read of a damaged kitchen. Stop Trencher first."""
    import tempfile
    from datetime import datetime

    from trencher.settings import database_path
    from trencher.store.database import damage
    from trencher.store.rescue import put_in_place, rescued

    path = database_path(data)
    if not path.exists() or not (fault := damage(path)):
        print(f"{path}: is whole, or not there. Nothing was changed.")
        return
    print(f"{path}: is damaged ({fault})")
    with tempfile.TemporaryDirectory(dir=path.parent) as folder:
        made = Path(folder) / path.name
        found = rescued(path, made)
        print(
            f"can be saved: {found.roasts} roasts, {found.days} days, {found.ovens} ovens, "
            f"{found.events} entries"
        )
        for name in found.lost:
            print(f"not whole: {name}")
        if yes:
            aside = put_in_place(path, made, datetime.now())
            print(f"{path}: holds that now. The damaged one is kept as {aside}.")
        else:
            print("Nothing was changed. With --yes it takes the damaged one's place.")


@app.command("export")
def export_kitchen(
    file: Annotated[Path, typer.Argument(help="Where to; nothing is written over. - is stdout.")],
    roast: Annotated[str | None, typer.Option(help="One roast only, by its id.")] = None,
    data: DataOption = None,
) -> None:
    """Save the kitchen, or one roast, as JSON that anybody can read (docs/formats.md)."""
    from trencher.formats.kitchen import write_kitchen

    with _kitchen(data, there=True) as taking:
        text = write_kitchen(taking.taken_along(roast))
    if str(file) == "-":
        sys.stdout.buffer.write(text)
        return
    try:
        with file.open("xb") as out:
            out.write(text)
    except OSError as error:
        reason = error.strerror or "cannot be written"
        raise InputError(reason, where=str(file), allowed="a new file") from None
    print(f"{file}: {len(text)} bytes")


@app.command("import")
def import_kitchen(
    file: Annotated[Path, typer.Argument(help="A file made by export.")],
    data: DataOption = None,
    yes: Annotated[bool, typer.Option("--yes", help="Do it; without, only say what would be.")] = (
        False
    ),
) -> None:
    """Say what a file would bring; with --yes take it in. What is here already stays as it is."""
    from trencher.service.taking import DOES

    raw = _read(file)
    with _kitchen(data) as taking:
        lines = taking.take_in(raw) if yes else taking.looked_at(raw)
    for line in lines:
        more = f" ({line.more})" if line.more and line.does in ("more", "new", "copy") else ""
        print(f"{line.what} {line.name}: {DOES[line.does]}{more}")
    print(
        "Screens that are open see it when they are opened again."
        if yes
        else "Nothing was changed. With --yes it is taken in."
    )


@contextmanager
def _kitchen(data: Path | None, *, there: bool = False) -> Iterator[TakingService]:
    """The kitchen's export and import, while it is open. ``there``: it must be; else it is made."""
    from trencher.service.clock import WallClock
    from trencher.service.feed import Feed
    from trencher.service.taking import TakingService
    from trencher.settings import database_path
    from trencher.store.database import Database, DatabaseError
    from trencher.store.repository import Repository

    path = database_path(data)
    if there and not path.exists():
        raise DatabaseError("there is no kitchen yet", where=str(path))
    database = Database(path)
    try:
        yield TakingService(Repository(database), WallClock(), Feed())
    finally:
        database.close()


def _holds(found: Content) -> str:
    words = f"{found.roasts} roasts, {found.days} days, {found.ovens} ovens, {found.events} entries"
    if found.last:
        words += f", the last of {found.last[:16].replace('T', ' ')}"
    if found.damaged:
        words += f"; cannot be read: {', '.join(s.name for s in found.damaged)}"
    return words


def main() -> None:
    """Run; wrong input is one clear line on stderr and exit code 2."""
    try:
        app(standalone_mode=False)
    except TooMuch:
        print("trencher: this would simulate more than one command may", file=sys.stderr)
        sys.exit(2)
    except TrencherError as error:
        print(f"trencher: {error.sentence}".replace("\n", " "), file=sys.stderr)
        sys.exit(2)
    except (typer.Abort, KeyboardInterrupt):
        sys.exit(130)
    except Exception as error:
        # The parser's own complaints (unknown option, missing file name) end the same way.
        show = getattr(error, "format_message", None)
        if show is None:
            raise
        print(f"trencher: {show()}".replace("\n", " "), file=sys.stderr)
        sys.exit(2)
