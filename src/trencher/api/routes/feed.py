"""The live feed: server-sent events over the durable log."""

from __future__ import annotations

import asyncio
import time
from collections.abc import AsyncIterator
from typing import Annotated, Any

from fastapi import APIRouter, Header, Query, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from trencher.api import views
from trencher.api.context import House, HouseDep

router = APIRouter(tags=["feed"])
BEAT_S = 15.0
DEVICES_EVERY_S = 1.0
RETRY_MS = 1000


def _clock(house: House) -> dict[str, Any]:
    return {"now": house.clock.now().isoformat(), "pace": house.clock.pace}


@router.get("/feed", response_class=EventSourceResponse)
async def feed(
    request: Request,
    house: HouseDep,
    after: Annotated[int | None, Query(ge=0, le=2**53, description="last id seen")] = None,
    last_event_id: Annotated[str | None, Header(max_length=20)] = None,
) -> AsyncIterator[ServerSentEvent]:
    """``hello`` with the last id and the clock, then a ``log`` line for every event, ``clock`` when
    the clock was set, ``instruments`` when one was heard of (at most once a second), ``restored``
    when another kitchen was put in this one's place, and a beat when nothing happens. Goes on after
    ``Last-Event-ID``; after one that is beyond the log, from the log's end."""
    last = after
    if last_event_id is not None and last_event_id.isascii() and last_event_id.isdigit():
        last = int(last_event_id)
    newest = await run_in_threadpool(house.roasts.last_line)
    # Beyond the log: it was put back from a copy. Waiting for that line would be for ever.
    last = newest if last is None else min(last, newest)
    bell = house.feed.listen()
    try:
        clocks, days = house.feed.clock_changes, house.feed.day_changes
        restores = house.feed.restores
        devices, told_at = -1, 0.0
        yield ServerSentEvent(
            event="hello", data={"last": last, **_clock(house)}, id=str(last), retry=RETRY_MS
        )
        while not house.feed.closed and not await request.is_disconnected():
            # The bell is put down before reading, so that nothing rings unheard.
            bell.clear()
            for line in await run_in_threadpool(house.roasts.lines_after, last):
                last = line.id
                yield ServerSentEvent(
                    event="log",
                    id=str(line.id),
                    data={k: v for k, v in vars(line).items() if k != "id"},
                )
            if house.feed.restores != restores:
                restores = house.feed.restores
                last = await run_in_threadpool(house.roasts.last_line)
                yield ServerSentEvent(event="restored", id=str(last), data={"last": last})
            if house.feed.clock_changes != clocks:
                clocks = house.feed.clock_changes
                yield ServerSentEvent(event="clock", data=_clock(house))
            if house.feed.day_changes != days:
                # Of several since the last look the number is not of this one alone.
                alone, days = house.feed.day_changes == days + 1, house.feed.day_changes
                day, seq = house.feed.last_day
                data = {"day": day, "seq": seq if alone else None}
                yield ServerSentEvent(event="day", data=data)
            wait_s = BEAT_S
            if house.feed.device_changes != devices:
                # Numbers that come every second or faster are told once a second.
                due = told_at + DEVICES_EVERY_S - time.monotonic()
                if due <= 0.0:
                    devices, told_at = house.feed.device_changes, time.monotonic()
                    found = await run_in_threadpool(house.devices.instruments)
                    if found:
                        yield ServerSentEvent(
                            event="instruments",
                            data=[views.instrument(i).model_dump(mode="json") for i in found],
                        )
                else:
                    wait_s = due
            try:
                await asyncio.wait_for(bell.wait(), wait_s)
            except TimeoutError:
                if wait_s < BEAT_S:
                    continue
                yield ServerSentEvent(event="beat", data=_clock(house))
    finally:
        house.feed.leave(bell)
