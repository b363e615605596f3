"""The log of a roast as it is sent and filed: entries told apart by their ``kind``, one type each,
made from the core's records."""

from __future__ import annotations

from dataclasses import fields
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, ValidationError

from trencher.core import entries as e
from trencher.core.errors import InputError
from trencher.core.events import Entry
from trencher.formats.plan import PlanBody, PlanChange

Seq = Annotated[int, Field(ge=0)]


class LaidEntry(PlanBody):
    """A joint was laid on the block."""

    kind: Literal["laid"] = "laid"
    seq: Seq = 0
    written: str = ""


class ChangedEntry(PlanChange):
    """Parts of the plan were changed; null: not this one."""

    kind: Literal["changed"] = "changed"
    seq: Seq = 0
    written: str = ""


LoggedEntry = Annotated[LaidEntry | ChangedEntry | e.Written, Field(discriminator="kind")]
"""What one line of a roast's log says."""
LOGGED: TypeAdapter[Any] = TypeAdapter(LoggedEntry)


def check_entry(entry: Entry) -> None:
    """InputError for an entry with data beyond their bounds."""
    try:
        LOGGED.validate_python(document(entry), extra="forbid")
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        raise InputError(fault["msg"], where=str(fault["loc"][-1])) from None


def document(entry: Entry):  # type: ignore[no-untyped-def]
    """An entry as it is sent and filed: its kind, its number, when it was written, and its data,
    null where it says nothing."""
    told = {f.name: None for f in fields(entry)} | entry.plain()
    if isinstance(entry, e.RoastWithdrew | e.RoastCorrected):
        told["target"] = told.pop("seq")
    return {**told, "kind": entry.kind, "seq": entry.seq, "written": entry.written}
