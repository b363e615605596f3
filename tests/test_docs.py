"""The documents: tables are tables, and what they link to is there."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

PAGES = sorted([*Path().glob("*.md"), *Path("docs").rglob("*.md")])
LINK = re.compile(r"\]\((?!https?://|#)([^)#\s]+)")


def cells(line: str) -> int:
    return len(re.findall(r"(?<!\\)\|", line)) - 1


@pytest.mark.parametrize("page", PAGES, ids=str)
def test_every_table_has_a_head_and_rows_as_wide(page: Path) -> None:
    text = re.sub(r"```.*?```", "", page.read_text("utf-8"), flags=re.DOTALL)
    for block in re.split(r"\n\s*\n", text):
        lines = block.strip("\n").splitlines()
        if not any(line.startswith("|") for line in lines):
            continue
        assert all(line.startswith("|") for line in lines), f"text touches a table: {block}"
        assert re.fullmatch(r"\|[\s:|-]+\|", lines[1].strip()), f"no head: {lines[0]}"
        assert {cells(line) for line in lines} == {cells(lines[0])}, block


@pytest.mark.parametrize("page", PAGES, ids=str)
def test_what_is_linked_is_there(page: Path) -> None:
    for target in LINK.findall(page.read_text("utf-8")):
        assert (page.parent / target).exists(), f"{page}: {target}"
