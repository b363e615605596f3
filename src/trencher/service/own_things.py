"""Cuts and sides of one's own, kept under their ids in a setting."""

from __future__ import annotations

import re
import secrets
from collections.abc import Mapping
from typing import Any

from trencher.core.errors import Conflict, NotFound
from trencher.store.repository import Repository

MOST = 200
"""More than anybody reads through; a list must stay one."""


def own_id(name: str, otherwise: str) -> str:
    """An id for something of one's own, from its name."""
    slug = re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-") or otherwise
    return f"own-{slug[:40]}-{secrets.token_hex(2)}"


def keep_own(repository: Repository, setting: str, key: str, facts: Mapping[str, Any]) -> None:
    """Keep one more. Conflict beyond ``MOST``."""

    def kept(before: Any) -> dict[str, Any]:
        after = {**(before or {}), key: dict(facts)}
        if len(after) > MOST:
            raise Conflict(f"{MOST} are kept already", allowed=f"at most {MOST}: drop some")
        return after

    repository.change_setting(setting, kept)


def drop_own(repository: Repository, setting: str, key: str, what: str) -> None:
    """Forget one. NotFound; ``what``: it would be."""

    def without(before: Any) -> dict[str, Any]:
        if key not in (before or {}):
            raise NotFound(f"{key!r} is no {what} of your own", allowed="see the list")
        return {k: v for k, v in before.items() if k != key}

    repository.change_setting(setting, without)
