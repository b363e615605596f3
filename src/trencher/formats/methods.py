"""Methods under their names as a file: JSON, one line of notation each."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from trencher.core.errors import InputError, NotationError
from trencher.core.method.notation import parse_method

FORMAT, VERSION = "trencher/methods", 1
LONGEST_NAME, MOST = 60, 60


def methods_file(methods: Sequence[tuple[str, str]]) -> dict[str, Any]:
    """Names and texts as the file's object."""
    return {
        "format": FORMAT,
        "version": VERSION,
        "methods": [{"name": name, "method": method} for name, method in methods],
    }


def read_methods_file(value: Any) -> list[tuple[str, str]]:
    """Names and texts of a file's object; InputError says which one is wrong."""
    if not isinstance(value, dict) or value.get("format") != FORMAT:
        raise InputError("this is no file of methods", where="format", allowed=f'"{FORMAT}"')
    if value.get("version") != VERSION or isinstance(value.get("version"), bool):
        raise InputError("this version is not known", where="version", allowed=f"{VERSION}")
    listed = value.get("methods")
    if not isinstance(listed, list) or not 1 <= len(listed) <= MOST:
        raise InputError("no list of methods", where="methods", allowed=f"1 to {MOST} of them")
    found: list[tuple[str, str]] = []
    for i, item in enumerate(listed):
        where = f"methods, number {i + 1}"
        name = item.get("name") if isinstance(item, dict) else None
        text = item.get("method") if isinstance(item, dict) else None
        if not isinstance(name, str) or not 1 <= len(name.strip()) <= LONGEST_NAME:
            raise InputError("has no name", where=where, allowed=f"1 to {LONGEST_NAME} letters")
        if not isinstance(text, str):
            raise InputError("has no text", where=where, allowed="a method such as 160C 1h")
        try:
            found.append((name.strip(), str(parse_method(text))))
        except NotationError as error:
            raise InputError(error.what, where=f"{where} ({name})", allowed=error.allowed) from None
    return found
