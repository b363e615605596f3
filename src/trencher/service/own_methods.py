"""The cook's own methods, kept under their names in this kitchen."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import asdict, dataclass
from typing import Any

from trencher.core.errors import Conflict, NotFound
from trencher.core.method.notation import parse_method
from trencher.service.own_things import own_id
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
    return repository.setting_as(SETTING, _of, [])


def _of(kept: Any) -> list[OwnMethod]:
    return [OwnMethod(**m) for m in kept or []]


def keep_methods(repository: Repository, new: Sequence[tuple[str, str]]) -> list[OwnMethod]:
    """Keep (name, text) pairs; those of a name that is kept are replaced. Returns all. Conflict
    beyond ``MOST_METHODS``, NotationError for a text that cannot be read."""
    made = [_named(name, method) for name, method in new]
    names = {m.name.casefold() for m in made}
    return _write(
        repository, lambda kept: [*(m for m in kept if m.name.casefold() not in names), *made]
    )


def drop_method(repository: Repository, method_id: str) -> list[OwnMethod]:
    """Forget one. Returns the others; NotFound if there is none of this id."""

    def without(kept: list[OwnMethod]) -> list[OwnMethod]:
        if all(m.id != method_id for m in kept):
            raise NotFound(f"{method_id!r} is no method of your own", allowed="see the list")
        return [m for m in kept if m.id != method_id]

    return _write(repository, without)


def _named(name: str, method: str) -> OwnMethod:
    text = str(parse_method(method))
    return OwnMethod(id=own_id(name, "method"), name=name.strip(), method=text)


def _write(
    repository: Repository, change: Callable[[list[OwnMethod]], list[OwnMethod]]
) -> list[OwnMethod]:
    def changed(kept: Any) -> list[dict[str, Any]]:
        methods = change(_of(kept))
        if len(methods) > MOST_METHODS:
            raise Conflict(f"{len(methods)} methods", allowed=f"at most {MOST_METHODS}: drop some")
        return [asdict(m) for m in methods]

    return _of(repository.change_setting(SETTING, changed))
