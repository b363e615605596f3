"""What the routes reach: one object for one running Trencher."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from functools import cached_property
from typing import Annotated, cast

from fastapi import Depends, Header, Request

from trencher.api.schemas import WishBody
from trencher.core.joint import Joint
from trencher.lan.lan import Lan
from trencher.service.board import BoardService
from trencher.service.book import BookService
from trencher.service.clock import Clock
from trencher.service.days import DayService
from trencher.service.demo import LiveDemo
from trencher.service.devices import DeviceService
from trencher.service.feed import Feed
from trencher.service.figures import FigureService
from trencher.service.keeping import KeepingService
from trencher.service.kitchen import KitchenService
from trencher.service.planning import Wish
from trencher.service.practice import PracticeService
from trencher.service.records import RecordService
from trencher.service.roasts import RoastService
from trencher.service.sharing import SharingService
from trencher.service.taking import TakingService
from trencher.store.once import Delivery
from trencher.store.repository import Repository


@dataclass(frozen=True)
class House:
    """The parts of a running Trencher. ``live`` only in the demo, ``lan`` only where it is served
    on the house's own network."""

    repository: Repository
    roasts: RoastService
    clock: Clock
    feed: Feed
    live: LiveDemo | None = None
    lan: Lan | None = None

    @cached_property
    def days(self) -> DayService:
        """Days, over the same store and clock."""
        return DayService(self.repository, self.clock, self.feed, self.roasts)

    @cached_property
    def board(self) -> BoardService:
        """The board, over the roasts."""
        return BoardService(self.roasts)

    @cached_property
    def book(self) -> BookService:
        """What the Book tells of a roast."""
        return BookService(self.roasts)

    @cached_property
    def practice(self) -> PracticeService:
        """Practice: another kitchen, for trying."""
        return PracticeService(self.repository, self.clock, self.feed, self.roasts.learning)

    @cached_property
    def keeping(self) -> KeepingService:
        """The kitchen as a file."""
        return KeepingService(self.repository, self.clock, self.feed)

    @cached_property
    def kitchen(self) -> KitchenService:
        """What the kitchen has, over the same store."""
        return KitchenService(
            self.repository, self.clock, self.feed, self.days.tell, self.roasts.learning
        )

    @cached_property
    def figures(self) -> FigureService:
        """The figures in use, and those of one's own."""
        return FigureService(self.repository, self.clock, self.feed, self.days.tell)

    @cached_property
    def records(self) -> RecordService:
        """What cannot be read, and what was put aside."""
        return RecordService(self.repository, self.clock, self.feed, self.days.tell)

    @cached_property
    def taking(self) -> TakingService:
        """Export and import."""
        return TakingService(self.repository, self.clock, self.feed)

    @cached_property
    def devices(self) -> DeviceService:
        """Instruments that push, over the same store and clock."""
        return DeviceService(self.repository, self.clock, self.feed)

    @cached_property
    def sharing(self) -> SharingService:
        """Pages to be handed out."""
        return SharingService(self.days, self.board, self.devices)


def _house(request: Request) -> House:
    return cast("House", request.state.house)


HouseDep = Annotated[House, Depends(_house)]


def wish_of(house: House, body: WishBody) -> Wish:
    """What ways are worked out for, of a body. NotFound, Damaged, InputError."""
    joint = Joint.of(body.joint.model_dump())
    return house.kitchen.wish(joint, body.oven_id, body.wanted_c, body.rest_min, body.thermometer)


Key = Annotated[
    str | None,
    Header(
        alias="Idempotency-Key",
        min_length=8,
        max_length=64,
        pattern=r"^[A-Za-z0-9-]+$",
        description="Made by the sender: an entry handed over again under its key is kept once.",
    ),
]


async def _delivery(request: Request, key: Key = None) -> Delivery | None:
    if key is None:
        return None
    told = hashlib.sha256(f"{request.method} {request.url.path}\n".encode())
    told.update(await request.body())
    return Delivery(key, told.hexdigest())


DeliveryDep = Annotated[Delivery | None, Depends(_delivery)]
"""For routes that add entries: handed over twice under one key, they are kept once."""
