"""``make bench-pages``: the places on a phone's profile, each beside what was aimed at.

Lighthouse (``bench/lighthouse``) scores loading, the median of some loads; a drag is timed here,
from the hand's move to the paint that shows it, on a processor slowed four times. The same load
swings by ten points and more on a machine that others use as well, so all loads and the machine's
own index are printed. Four times is meant of a fast desk machine, and of a slower one makes a
slower phone than the profile's: what that phone would score stands beside it, and does not count as
reached.
"""

from __future__ import annotations

import json
import shutil
import statistics
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, sync_playwright
from tests.browser.conftest import FLAGS, Site, serve
from tests.browser.test_places import prepared

from trencher.main import demo_house
from trencher.service.clock import FastClock

AIM, AIM_OTHER, AIM_MS = 95, 100, 200.0
LOADS = 3
"""Of each place; its row is their median."""
PLACES = (
    "/begin", "/block/pork-loin", "/ways/pork-loin", "/ways/sirloin/hand", "/day",
    "/fire/sirloin", "/board/sirloin", "/wall", "/book", "/book/silverside", "/ovens", "/practice",
    "/figures",
)  # fmt: skip
SLOWED = 4
PAINTED = """() => {
  window.painted = []
  addEventListener('pointermove', (event) => {
    requestAnimationFrame(() => {
      const shown = new MessageChannel()
      shown.port1.onmessage = () => window.painted.push(performance.now() - event.timeStamp)
      shown.port2.postMessage(0)
    })
  }, { capture: true })
}"""
DRAGS = {
    "/block/pork-loin": (("slider", "Thickness"), (0, 4)),
    "/ways/sirloin/hand": (("slider", "Heat of stage 1"), (0, 4)),
    "/day": (("slider", "Hour of serving"), (0, 4)),
}
"""Place → role and name of what is dragged, and by how much at a time, px."""


@contextmanager
def served() -> Iterator[str]:
    """The demo world, a sirloin in its oven, standing still; its address."""
    with tempfile.TemporaryDirectory() as folder:
        house, close = demo_house(Path(folder) / "demo.sqlite")
        assert isinstance(house.clock, FastClock)
        house.clock.set_pace(0.0)
        port, stop = serve(house)
        site = Site(house, f"http://127.0.0.1:{port}", stop, port)
        prepared(site)
        yield site.url
        stop()
        close()


def scored(browser: str, base: str, places: list[str]) -> Iterator[list[dict[str, Any]]]:
    """Lighthouse's figures of each place, load by load."""
    run = Path(__file__).parent / "lighthouse" / "run.mjs"
    with subprocess.Popen(
        ["node", str(run), browser, base, str(LOADS), *places], stdout=subprocess.PIPE, text=True
    ) as done:
        assert done.stdout is not None
        loads: list[dict[str, Any]] = []
        for line in done.stdout:
            loads.append(json.loads(line))
            if len(loads) == LOADS:
                yield loads
                loads = []
    if done.returncode != 0:
        raise SystemExit(f"Lighthouse ended with {done.returncode}")


def told(loads: list[dict[str, Any]]) -> tuple[str, bool]:
    """One place's row, and whether it reached what was aimed at."""

    def middle(key: str) -> float:
        return float(statistics.median(found[key] for found in loads))

    quick = [found["scores"][0] for found in loads]
    reached, best = (min(found["scores"][n] for found in loads) for n in (1, 2))
    meant = [found["meant"]["score"] for found in loads]
    slowed = statistics.median(found["meant"]["slowed"] for found in loads)
    failed = sorted({name for found in loads for name in found["failed"]})
    good = statistics.median(quick) >= AIM and reached == best == AIM_OTHER
    row = (
        f"{loads[0]['place']:20}{statistics.median(quick):4.0f}/{reached}/{best}"
        f" (aim {AIM}/{AIM_OTHER}/{AIM_OTHER}; loads {quick})"
        f"  paints {middle('first_paint_ms') / 1000:.1f} and "
        f"{middle('largest_paint_ms') / 1000:.1f} s, blocked {middle('blocked_ms'):.0f} ms, "
        f"shifts {middle('shifts'):.3f}, {middle('asked'):.0f} asked;"
        f" on the profile's phone {statistics.median(meant):.0f} {meant},"
        f" machine {[found['machine'] for found in loads]} slowed {slowed:.1f}"
        f"{'  ' + ', '.join(failed) if failed else ''}{'' if good else '  MISSED'}"
    )
    return row, good


def dragged(page: Page, base: str, place: str) -> list[float]:
    """Milliseconds from each move of a drag to the paint after it."""
    (role, name), (dx, dy) = DRAGS[place]
    page.goto(base + place)
    handle = page.get_by_role(role, name=name).first  # type: ignore[arg-type]
    handle.wait_for()
    page.wait_for_load_state("networkidle")
    handle.scroll_into_view_if_needed()
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + min(box["height"] / 2, 20)
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(PAINTED)
    for n in range(1, 31):
        page.mouse.move(x + dx * (n if n < 16 else 30 - n), y + dy * (n if n < 16 else 30 - n))
        page.wait_for_timeout(60)
    page.wait_for_timeout(500)
    found: list[float] = page.evaluate("window.painted")
    page.mouse.up()
    return found


def main() -> None:
    """Print the rows; places given on the command line are measured alone."""
    browser = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    if browser is None:
        raise SystemExit("chromium is missing: make chromium")
    places = sys.argv[1:] or list(PLACES)
    missed = 0
    with served() as base:
        for loads in scored(browser, base, places):
            row, good = told(loads)
            missed += not good
            print(row, flush=True)
        with sync_playwright() as p:
            chrome = p.chromium.launch(executable_path=browser, args=FLAGS)
            for place in DRAGS:
                if place not in places:
                    continue
                page = chrome.new_page(viewport={"width": 1280, "height": 800})
                page.context.new_cdp_session(page).send(
                    "Emulation.setCPUThrottlingRate", {"rate": SLOWED}
                )
                times = sorted(dragged(page, base, place))
                worst = times[-1]
                missed += worst >= AIM_MS
                print(
                    f"{place:24}dragged, {SLOWED} times slowed: {len(times)} moves, median "
                    f"{statistics.median(times):.0f}, worst {worst:.0f} ms to the next paint "
                    f"(aim {AIM_MS:.0f}){'' if worst < AIM_MS else '  MISSED'}",
                    flush=True,
                )
                page.close()
            chrome.close()
    print(f"{missed} missed")


if __name__ == "__main__":
    main()
