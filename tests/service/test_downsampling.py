"""Old numbers become fewer; those of the last month and of the last roasts stay."""

from __future__ import annotations

from datetime import datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.plan import Plan
from trencher.service import downsampling
from trencher.service.clock import FastClock
from trencher.service.devices import readings_of
from trencher.service.downsampling import thin
from trencher.store.samples import Sample


def _sent(house: House, start: datetime, seconds: int, channel: str = "1") -> None:
    values = [Sample(channel, start.timestamp() + n, "c", 20.0 + n / 100.0) for n in range(seconds)]
    house.repository.samples.add("pit", values, every_s=1.0, battery=None, at=values[-1].at)


def _kept(house: House, channel: str = "1") -> int:
    return len(house.repository.samples.between("pit", channel, 0.0, 4e9))


def _roasted(house: House, clock: FastClock) -> str:
    """A roast of ten minutes with an instrument in it, done with."""
    at = clock.now()
    roast_id, _ = house.roasts.lay(
        Plan.of({**PLAN, "serve_at": (at + timedelta(hours=3)).isoformat()})
    )
    house.roasts.choose(roast_id, METHOD, None)
    _sent(house, at, 600)
    house.devices.attach(roast_id, "pit", "1", "core")
    house.roasts.put_in(roast_id, None)
    clock.jump(10)
    house.roasts.close(roast_id, "never_mind")
    return roast_id


def test_of_a_minute_of_old_numbers_the_last_stays(house: House, clock: FastClock) -> None:
    old = clock.now() - timedelta(days=40)
    _sent(house, old, 600)
    _sent(house, old, 600, "2")
    _sent(house, clock.now() - timedelta(days=20), 600)
    assert thin(house.repository, clock.now()) == 2 * 590 - 1
    # Of the second channel that was the newest, which every screen shows.
    assert (_kept(house), _kept(house, "2")) == (10 + 600, 11)
    minute = house.repository.samples.between("pit", "1", old.timestamp(), old.timestamp() + 59)
    assert [s.at for s in minute] == [old.timestamp() + 59]
    assert thin(house.repository, clock.now()) == 0


def test_the_last_roasts_keep_every_number_until_others_are_the_last(
    house: House, clock: FastClock
) -> None:
    first = _roasted(house, clock)
    assert len(readings_of(house.roasts.session(first), house.repository, 10.0)) == 30
    later = timedelta(days=40)
    assert thin(house.repository, clock.now() + later) == 0
    for _ in range(downsampling.KEPT_ROASTS):
        clock.jump(60)
        _roasted(house, clock)
    assert thin(house.repository, clock.now() + later) == 590
    after = readings_of(house.roasts.session(first), house.repository, 10.0)
    assert len(after) == 10
    assert thin(house.repository, clock.now() + later) == 0


def test_a_run_that_is_cut_short_is_taken_up_again(house: House, clock: FastClock) -> None:
    for days in (60, 50, 40):
        _sent(house, clock.now() - timedelta(days=days), 120)
    asked = iter([False, False, True])
    some = thin(house.repository, clock.now(), lambda: next(asked))
    assert 0 < some < 3 * 118 - 1
    thin(house.repository, clock.now())
    assert _kept(house) == 3 * 2 + 1


SPANS = st.lists(
    st.tuples(st.integers(0, 60), st.integers(1, 20)).map(lambda x: (x[0], x[0] + x[1])), max_size=5
)


@given(SPANS)
def test_what_is_outside_is_all_that_is_not_kept(kept: list[tuple[int, int]]) -> None:
    outside = {n for a, b in downsampling._without((10, 50), kept) for n in range(int(a), int(b))}
    inside = {n for a, b in kept for n in range(a, b)}
    assert outside == set(range(10, 50)) - inside
