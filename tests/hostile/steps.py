"""How long something takes, counted in steps: lines of ours that were gone through. Seconds differ
from machine to machine; steps do not. Work inside C (a pattern, a sort) is not seen: patterns have
their own row in the bench."""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path
from types import FrameType
from typing import Any

import trencher
from trencher.core.errors import InputError

OURS = str(Path(trencher.__file__).parent)


class TooLong(AssertionError):
    """More steps than allowed."""


def within_steps(most: int, act: Callable[[], Any]) -> int:
    """Steps ``act`` took; TooLong as soon as they are more than ``most``. Its errors go on."""
    count = 0

    def line(_frame: FrameType, event: str, _arg: object) -> Any:
        nonlocal count
        if event == "line":
            count += 1
            if count > most:
                raise TooLong(f"more than {most} steps")
        return line

    def call(frame: FrameType, _event: str, _arg: object) -> Any:
        return line if frame.f_code.co_filename.startswith(OURS) else None

    before = sys.gettrace()
    sys.settrace(call)
    try:
        act()
    finally:
        sys.settrace(before)
    return count


def refusal(most: int, act: Callable[[], Any]) -> InputError | None:
    """How ``act`` was refused within so many steps; None where it was not."""
    try:
        within_steps(most, act)
    except InputError as error:
        return error
    return None
