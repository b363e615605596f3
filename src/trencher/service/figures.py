"""The safety profile in use: the authority one chose, with the values one changed."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Protocol, TypeVar

from trencher.core.catalogue.own_figures import Change, checked, edited
from trencher.core.catalogue.safety import Profile, profile_named
from trencher.core.errors import NotFound
from trencher.service.clock import Clock
from trencher.service.feed import Feed
from trencher.store.repository import Repository

CHOSEN, CHANGES = "profile", "own_figures"
T = TypeVar("T")


class SettingStore(Protocol):
    """Where settings are read from: the store, or what was read of it at one moment."""

    def setting_as(self, key: str, read: Callable[[Any], T], otherwise: T) -> T: ...  # noqa: D102


def changes_of(repository: SettingStore, profile_id: str) -> dict[str, Change]:
    """What was changed in a profile, by row."""

    def read(kept: Any) -> dict[str, Change]:
        found = {row: Change(**facts) for row, facts in kept.get(profile_id, {}).items()}
        edited(profile_named(profile_id), {row: checked(change) for row, change in found.items()})
        return found

    return repository.setting_as(CHANGES, read, {})


def profile_of(repository: SettingStore) -> Profile:
    """The profile in use."""
    profile = repository.setting_as(CHOSEN, profile_named, profile_named("uk"))
    return edited(profile, changes_of(repository, profile.id))


def change_figure(repository: Repository, profile_id: str, change: Change) -> None:
    """Keep a value of one's own. UnknownName, OutOfRange, InputError."""
    profile = profile_named(profile_id)
    _keep(repository, profile.id, {change.row: vars(checked(change))})


def forget_figure(repository: Repository, profile_id: str, row: str) -> None:
    """The published value again. NotFound where nothing was changed."""
    profile = profile_named(profile_id)
    if row not in changes_of(repository, profile.id):
        raise NotFound(f"{row!r} is as published", where=profile.id)
    _keep(repository, profile.id, {row: None})


def _keep(repository: Repository, profile_id: str, part: dict[str, Any]) -> None:
    def kept(before: Any) -> dict[str, Any]:
        own = {**(before or {}).get(profile_id, {}), **part}
        own = {row: facts for row, facts in own.items() if facts is not None}
        return {**(before or {}), profile_id: own}

    repository.change_setting(CHANGES, kept)


class FigureService:
    """The figures of one's own. ``tell``: any day to come may look otherwise now."""

    def __init__(
        self, repository: Repository, clock: Clock, feed: Feed, tell: Callable[[], None]
    ) -> None:
        self.repository, self.clock, self.feed, self.tell = repository, clock, feed, tell

    def changes(self, profile_id: str) -> dict[str, Change]:
        """What was changed in a profile, by row."""
        return changes_of(self.repository, profile_id)

    def use(self, profile_id: str) -> None:
        """Choose the authority whose figures are shown. UnknownName."""
        self.repository.set_setting(CHOSEN, profile_named(profile_id).id)
        self._told()

    def change(self, profile_id: str, row: str, facts: Mapping[str, Any]) -> None:
        """A value of one's own, from today on. UnknownName, OutOfRange, InputError."""
        today = self.clock.now().date().isoformat()
        change_figure(self.repository, profile_id, Change(row=row, on=today, **facts))
        self._told()

    def forget(self, profile_id: str, row: str) -> None:
        """The published value again. NotFound."""
        forget_figure(self.repository, profile_id, row)
        self._told()

    def _told(self) -> None:
        self.feed.ring()
        self.tell()
