"""The safety profile in use: the authority one chose, with the values one changed."""

from __future__ import annotations

from typing import Any

from trencher.core.catalogue.own_figures import Change, checked, edited
from trencher.core.catalogue.safety import Profile, profile_named
from trencher.core.errors import NotFound
from trencher.store.repository import Repository

CHOSEN, CHANGES = "profile", "own_figures"


def changes_of(repository: Repository, profile_id: str) -> dict[str, Change]:
    """What was changed in a profile, by row."""

    def read(kept: Any) -> dict[str, Change]:
        found = {row: Change(**facts) for row, facts in kept.get(profile_id, {}).items()}
        edited(profile_named(profile_id), {row: checked(change) for row, change in found.items()})
        return found

    return repository.setting_as(CHANGES, read, {})


def profile_of(repository: Repository) -> Profile:
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
