"""``make bench-pages``: the places on a phone's profile, each beside what was aimed at.

Lighthouse (``bench/lighthouse``) scores loading; a drag is timed here, from the hand's move to the
paint that shows it, on a processor slowed four times. Figures of one run on one machine: what
counts is the machine's own index, printed beside them.
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


def scored(browser: str, base: str, places: list[str]) -> Iterator[dict[str, Any]]:
    """Lighthouse's figures of each place."""
    run = Path(__file__).parent / "lighthouse" / "run.mjs"
    with subprocess.Popen(
        ["node", str(run), browser, base, *places], stdout=subprocess.PIPE, text=True
    ) as done:
        assert done.stdout is not None
        for line in done.stdout:
            yield json.loads(line)
    if done.returncode != 0:
        raise SystemExit(f"Lighthouse ended with {done.returncode}")


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
        for found in scored(browser, base, places):
            quick, reached, best = found["scores"]
            good = quick >= AIM and reached == best == AIM_OTHER
            missed += not good
            print(
                f"{found['place']:24}{quick:4}/{reached}/{best} (aim {AIM}/{AIM_OTHER}/{AIM_OTHER})"
                f"  paints {found['first_paint_ms'] / 1000:.1f} and "
                f"{found['largest_paint_ms'] / 1000:.1f} s, blocked {found['blocked_ms']:.0f} ms, "
                f"shifts {found['shifts']:.3f}, {found['asked']} asked, machine {found['machine']}"
                f"{'  ' + ', '.join(found['failed']) if found['failed'] else ''}"
                f"{'' if good else '  MISSED'}",
                flush=True,
            )
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
