"""The code: what opens, who is known, how often one may guess; where its file lies."""

from __future__ import annotations

import stat
from pathlib import Path

import pytest

from trencher.lan.access import FREE_TRIES, LETTERS, LONGEST_WAIT_S, Tries, kept_access
from trencher.lan.addresses import qr_picture, qr_terminal, reachable


def test_a_code_is_kept_for_its_owner_alone_until_a_new_one_is_asked_for(tmp_path: Path) -> None:
    first = kept_access(tmp_path)
    assert kept_access(tmp_path) == first
    assert stat.S_IMODE((tmp_path / "access.json").stat().st_mode) == 0o600
    second = kept_access(tmp_path, new=True)
    assert second.code != first.code
    # A screen that was let in by the old code is not known by the new one.
    assert not second.knows(first.token)
    assert second.knows(second.token)


def test_what_is_typed_may_be_small_and_spaced(tmp_path: Path) -> None:
    access = kept_access(tmp_path)
    assert set(access.code) <= {*LETTERS, "-"}
    for typed in (access.code, access.code.lower(), access.code.replace("-", " ")):
        assert access.opens(typed)
    for typed in ("", access.code[:-1], access.code + "2", "ÄÖÜ", "-"):
        assert not access.opens(typed)


def test_five_tries_are_free_then_each_wait_is_twice_the_last() -> None:
    tries, now = Tries(), 0.0
    waits = []
    for _ in range(FREE_TRIES + 10):
        tries.wrong("tablet", now)
        waits.append(tries.wait_s("tablet", now))
    assert waits[: FREE_TRIES - 1] == [0.0] * (FREE_TRIES - 1)
    assert waits[FREE_TRIES - 1 : FREE_TRIES + 3] == [2.0, 4.0, 8.0, 16.0]
    assert waits[-1] == LONGEST_WAIT_S
    assert tries.wait_s("tablet", now + LONGEST_WAIT_S) == 0.0
    assert tries.wait_s("telephone", now) == 0.0
    tries.right("tablet")
    assert tries.wait_s("tablet", now) == 0.0


def test_guessers_are_not_remembered_without_end() -> None:
    tries = Tries()
    for n in range(1500):
        tries.wrong(f"screen {n}", 0.0)
    assert len(tries._wrong) == 1000


@pytest.mark.parametrize("text", ["http://10.0.0.7:8472/", "https://10.0.0.7:8471/door?code=AB"])
def test_a_code_to_scan_is_drawn_for_terminal_and_page(text: str) -> None:
    assert qr_picture(text).startswith("data:image/svg+xml")
    lines = qr_terminal(text).splitlines()
    assert len({len(line) for line in lines if line}) == 1


def test_no_loopback_address_is_offered() -> None:
    assert not [a for a in reachable() if a.startswith("127.")]
