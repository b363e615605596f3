"""Remake docs/screenshots/ from the demo data: one picture of each main view."""

from __future__ import annotations

import re
import shutil
import socket
import tempfile
import threading
import time
from pathlib import Path

import uvicorn
from playwright.sync_api import Page, sync_playwright

from trencher.api.app import create_app
from trencher.api.context import House
from trencher.main import demo_house
from trencher.service.alarms import due
from trencher.service.clock import FastClock
from trencher.serving import Server
from trencher.settings import Settings

OUT = Path("docs/screenshots")
METHOD = "220C 20min; 160C until peak 57C; rest tented 40min"
PORK = "gas 7 25min; gas 3 until peak 70C; rest open 32min"
RECIPE = "Roast at 180C for 25 minutes per 500g plus 25. Rub with mustard first."
RINGS = "trencher.alarm.rings"
SILENT = f"localStorage.setItem('{RINGS}', 'false')"
FLAGS = ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"]


def picture(
    page: Page, base: str, path: str, name: str, width: int = 1280, height: int = 800
) -> None:
    """One PNG."""
    page.set_viewport_size({"width": width, "height": height})
    page.goto(base + path)
    page.get_by_role("heading", level=1).wait_for()
    if path.startswith("/ways/") and not path.endswith("/hand"):
        page.get_by_text(re.compile(r"Most fragile: \w")).first.wait_for()
    elif name == "block":
        page.get_by_text("Thickness rules").wait_for()
    page.wait_for_timeout(1800)
    page.screenshot(path=OUT / f"{name}.png")
    print(OUT / f"{name}.png")


def alarms_of(house: House, roast_id: str) -> list[str]:
    """Codes of what is still to be heard of a roast."""
    return [d.alarm.code for d in due(house.roasts, house.devices) if d.roast_id == roast_id]


def practised(house: House) -> None:
    """A story played as most would at first: two readings, and then too long."""
    on = house.practice.begin("hot-oven", 7)
    on.clock.set_pace(0.0)
    on.skip()
    (roast_id,) = on.joints
    on.roasts.put_in(roast_id, None)
    on.clock.jump(20.0)
    on.roasts.end_stage(roast_id, 0, None)
    for minutes in (10.0, 15.0):
        on.clock.jump(minutes)
        on.ask("probe", roast_id)
    on.clock.jump(17.0)
    on.roasts.end_stage(roast_id, on.roasts.session(roast_id).pull_stage, None)
    on.clock.jump(30.0)
    on.roasts.carve(roast_id, None)


def main() -> None:
    """Live through tonight's sirloin and take pictures on the way."""
    chromium = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    if chromium is None:
        raise SystemExit("chromium is missing: make chromium")
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as folder:
        house, close = demo_house(Path(folder) / "demo.sqlite")
        assert isinstance(house.clock, FastClock)
        listener = socket.socket()
        listener.bind(("127.0.0.1", 0))
        server = Server(
            uvicorn.Config(create_app(house, Settings().dist), log_level="error", ws="none"),
            house.feed,
        )
        thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
        thread.start()
        while not server.started:
            time.sleep(0.01)
        base = f"http://127.0.0.1:{listener.getsockname()[1]}"
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path=chromium, args=FLAGS)
            page = browser.new_context(reduced_motion="reduce").new_page()
            page.add_init_script(f"localStorage.getItem('{RINGS}') ?? {SILENT}")
            picture(page, base, "/block/sirloin", "block")
            picture(page, base, "/begin", "begin")
            picture(page, base, "/ways/sirloin", "ways-phone", 390, 844)
            house.roasts.choose("sirloin", METHOD, "hot-then-low")
            house.roasts.choose("pork-loin", PORK, "hot-then-low")
            picture(page, base, "/day", "day")
            picture(page, base, "/day", "day-phone", 390, 844)
            picture(page, base, "/ways/sirloin", "ways")
            picture(page, base, "/ways/sirloin/hand", "hand")
            picture(page, base, "/ovens/sirloin", "ovens")
            page.keyboard.press("r")
            page.get_by_label("A recipe, a label").fill(RECIPE)
            page.get_by_text("By this rule it would be").wait_for()
            page.wait_for_timeout(500)
            page.screenshot(path=OUT / "reckoner.png")
            page.keyboard.press("Escape")
            picture(page, base, "/fire/sirloin", "fire-before")
            picture(page, base, "/book", "book")
            picture(page, base, "/book/silverside", "book-one")
            practised(house)
            page.goto(base + "/practice")
            page.get_by_role("heading", name="How it went").wait_for()
            page.screenshot(path=OUT / "practice.png")
            house.practice.end()
            assert house.live is not None
            roast_id = house.live.start()
            house.clock.set_pace(1.0)
            house.clock.jump(12)
            house.live.report(roast_id)
            house.feed.ring(clock=True)
            picture(page, base, f"/fire/{roast_id}", "fire")
            picture(page, base, f"/fire/{roast_id}", "fire-phone", 390, 844)
            page.set_viewport_size({"width": 1280, "height": 800})
            page.keyboard.press("/")
            page.get_by_role("combobox", name="Find a place").fill("guests late")
            page.wait_for_timeout(600)
            page.screenshot(path=OUT / "find.png")
            page.keyboard.press("Escape")
            values = [
                {"channel": c, "value": v, "unit": "C"} for c, v in (("1", 24.1), ("2", 161.0))
            ]
            body = {"device": "two-tips", "every_s": 60.0, "battery": 0.8, "readings": values}
            house.devices.push(house.devices.key(), body)
            picture(page, base, "/instruments", "instruments")
            outlook = house.roasts.follow(roast_id).outlook
            house.clock.jump(outlook.pull_min - outlook.now_min)
            house.live.report(roast_id)
            for code in ("look", "soon"):
                for heard in alarms_of(house, roast_id):
                    if heard.startswith(code):
                        house.roasts.answer(roast_id, heard)
            outlook = house.roasts.follow(roast_id).outlook
            house.clock.jump(max(outlook.pull_min - outlook.now_min, 0.0) + 0.3)
            page.evaluate(f"localStorage.setItem('{RINGS}', 'true')")
            picture(page, base, f"/fire/{roast_id}", "alarm")
            page.evaluate(f"localStorage.setItem('{RINGS}', 'false')")
            house.roasts.end_stage(roast_id, 1, None)
            house.clock.jump(22)
            house.live.report(roast_id)
            house.feed.ring(clock=True)
            picture(page, base, f"/board/{roast_id}", "board")
            browser.close()
        house.feed.close()
        server.should_exit = True
        thread.join(timeout=10)
        close()


if __name__ == "__main__":
    main()
