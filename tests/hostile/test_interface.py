"""Bodies, paths and headers made from the description of the interface itself: each answer is one
that is described, has the shape that is described, and none is a mistake of ours."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest
from bench.load import ask, served

from trencher.main import demo_house
from trencher.service.clock import FastClock

pytestmark = pytest.mark.full
SECONDS = 240
CHECKS = (
    "not_a_server_error",
    "status_code_conformance",
    "content_type_conformance",
    "response_schema_conformance",
    "response_headers_conformance",
    "negative_data_rejection",
)
PHASES = {"one by one": "examples,coverage,fuzzing", "one after the other": "stateful"}


def _known(date: str, in_oven: str) -> str:
    """Names that are there, so that the questions behind them are reached."""
    return f"""
        [parameters]
        "path.roast_id" = ["sirloin", "pork-loin", "silverside", "{in_oven}"]
        "path.date" = ["{date}", "1999-12-31"]
        "path.oven_id" = ["house-oven", "nowhere"]
        "path.profile_id" = ["uk", "us"]

        [checks.negative_data_rejection]
        expected-statuses = [400, 401, 403, 404, 405, 409, 413, 415, 422, 429]
    """


@pytest.mark.timeout(4 * SECONDS)
@pytest.mark.parametrize("phase", PHASES)
def test_no_answer_but_those_described(phase: str, tmp_path: Path) -> None:
    house, close = demo_house(tmp_path / "demo.sqlite", fresh=True)
    assert isinstance(house.clock, FastClock)
    assert house.live is not None
    in_oven = house.live.start()
    house.clock.set_pace(0.0)
    (tmp_path / "known.toml").write_text(_known(house.clock.now().date().isoformat(), in_oven))
    with served(house) as port:
        found = subprocess.run(
            [
                sys.executable,
                "-c",
                "from schemathesis.cli import schemathesis as s; s()",
                "--config-file",
                str(tmp_path / "known.toml"),
                "run",
                f"http://127.0.0.1:{port}/api/openapi.json",
                "--checks",
                ",".join(CHECKS),
                "--phases",
                PHASES[phase],
                "--max-time",
                str(SECONDS),
                "--request-timeout",
                "60",
                "--exclude-path",
                "/feed",
                "--header",
                f"X-Trencher-Key: {house.devices.key()}",
                "--seed",
                "1",
                "--continue-on-failure",
                "--no-color",
                "--warnings",
                "off",
            ],
            capture_output=True,
            text=True,
            cwd=tmp_path,
            check=False,
        )
        print("\n".join(line[:300] for line in found.stdout.splitlines()), found.stderr[-2_000:])
        assert found.returncode == 0
        # The house stands: every place of it still answers, at once and an hour on.
        for later in (0, 60):
            house.clock.jump(later)
            for path in ("roasts", "book", "days", "alarms", "ovens", "larder", "instruments"):
                assert ask(port, "GET", f"/{path}") == 200, path
    close()
