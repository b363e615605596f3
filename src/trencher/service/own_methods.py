"""The cook's own methods, kept under their names in this kitchen."""

from __future__ import annotations

import re
import secrets
from collections.abc import Sequence
from dataclasses import asdict, dataclass

from trencher.core.errors import Conflict, NotFound
from trencher.core.method.notation import parse_method
from trencher.store.repository import Repository

SETTING = "own_methods"
MOST_METHODS = 60


@dataclass(frozen=True, kw_only=True)
class OwnMethod:
    """A method kept under a name of the cook's."""

    id: str
    name: str
    method: str


def own_methods(repository: Repository) -> list[OwnMethod]:
    """Every one, in the order they were kept."""
    return [OwnMethod(**m) for m in repository.setting(SETTING) or []]


def keep_methods(repository: Repository, new: Sequence[tuple[str, str]]) -> list[OwnMethod]:
    """Keep (name, text) pairs; those of a name that is kept are replaced. Returns all. Conflict
    beyond ``MOST_METHODS``, NotationError for a text that cannot be read."""
    made = [_named(name, method) for name, method in new]
    names = {m.name.casefold() for m in made}
    kept = [m for m in own_methods(repository) if m.name.casefold() not in names]
    return _write(repository, [*kept, *made])


def drop_method(repository: Repository, method_id: str) -> list[OwnMethod]:
    """Forget one. Returns the others; NotFound if there is none of this id."""
    kept = own_methods(repository)
    if all(m.id != method_id for m in kept):
        raise NotFound(f"{method_id!r} is no method of your own", allowed="see the list")
    return _write(repository, [m for m in kept if m.id != method_id])


def _named(name: str, method: str) -> OwnMethod:
    slug = re.sub(r"[^a-z0-9]+", "-", name.casefold()).strip("-") or "method"
    return OwnMethod(
        id=f"own-{slug[:40]}-{secrets.token_hex(2)}", name=name.strip(),
        method=str(parse_method(method)),
    )  # fmt: skip


def _write(repository: Repository, methods: list[OwnMethod]) -> list[OwnMethod]:
    if len(methods) > MOST_METHODS:
        raise Conflict(f"{len(methods)} methods", allowed=f"at most {MOST_METHODS}: drop some")
    repository.set_setting(SETTING, [asdict(m) for m in methods])
    return methods
