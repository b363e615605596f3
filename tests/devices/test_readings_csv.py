"""Readings as CSV: out and in again the same, and every fault names its line."""

from __future__ import annotations

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from tests.api.conftest import client
from tests.service.conftest import clock, house, roasting
from trencher.core.errors import InputError
from trencher.devices.readings_csv import CsvReading, read_csv, write_csv
from trencher.service.clock import FastClock

__all__ = ["client", "clock", "house", "roasting"]

readings = st.builds(
    lambda m, low, span, place: CsvReading(m, low, round(low + span, 1), place),
    st.integers(0, 28800).map(lambda v: v / 10),
    st.integers(-250, 1200).map(lambda v: v / 10),
    st.sampled_from([0.0, 0.5, 2.0]),
    st.sampled_from(["core", "thin_end", "near_surface", "unknown"]),
)


@given(st.lists(readings, min_size=1, max_size=20))
def test_what_is_written_reads_back_the_same(lines: list[CsvReading]) -> None:
    assert read_csv(write_csv(lines)) == lines


def test_a_loggers_file_is_read() -> None:
    text = "Minute, core_c\n30, 15.5\n\n45,57..59\n"
    assert read_csv(text) == [CsvReading(30, 15.5, 15.5, "core"), CsvReading(45, 57, 59, "core")]


@pytest.mark.parametrize(
    ("text", "where"),
    [
        ("", "line 1"),
        ("time,temp\n1,2\n", "line 1"),
        ("minute,core_c\n", "CSV"),
        ("minute,core_c\n30,hot\n", "line 2"),
        ("minute,core_c\n30,15\n-1,15\n", "line 3"),
        ("minute,core_c\n30,500\n", "line 2"),
        ("minute,core_c\n30,59..57\n", "line 2"),
        ("minute,core_c,place\n30,15,ear\n", "line 2"),
        ("minute,core_c\n30\n", "line 2"),
        ("minute,core_c\n30,nan\n", "line 2"),
        ("minute,core_c\n30,1,2,3\n", "line 2"),
    ],
)
def test_every_fault_names_its_line(text: str, where: str) -> None:
    with pytest.raises(InputError) as caught:
        read_csv(text)
    assert caught.value.where.startswith(where)
    assert caught.value.allowed


def test_in_and_out_over_http_all_or_none(
    client: TestClient, clock: FastClock, roasting: str
) -> None:
    clock.jump(50)
    path = f"/api/roasts/{roasting}"
    bad = client.post(f"{path}/readings-csv", json={"csv": "minute,core_c\n30,15\n99,30\n"})
    assert bad.status_code == 422
    assert client.get(path).json()["readings"] == []
    good = client.post(f"{path}/readings-csv", json={"csv": "minute,core_c\n30,15\n45,23.5\n"})
    assert good.status_code == 201
    out = client.get(f"{path}/readings.csv")
    assert out.headers["content-type"].startswith("text/csv")
    assert out.text == "minute,core_c,place\n30,15,core\n45,23.5,core\n"
