"""Who may import whom: folders stand in one order and import only what stands before them."""

from __future__ import annotations

import ast
from pathlib import Path

import pytest

SOURCE = Path("src/trencher")
ORDER = [
    "core",
    "formats",
    "devices",
    "store",
    "sim",
    "service",
    "lan",
    "api",
    "serving",
    "settings",
    "main",
    "cli",
]
CORE = [
    "errors",
    "events",
    "units",
    "thermal",
    "catalogue",
    "joint",
    "method",
    "marks",
    "outcome",
    "planner",
    "oven",
    "day",
    "belief",
    "plan",
    "entries",
    "session",
]
"""Read top to bottom."""
PURE = {
    "logging",
    "sqlalchemy",
    "fastapi",
    "pydantic",
    "requests",
    "httpx",
    "sqlite3",
    "random",
    "datetime",
    "time",
    "pathlib",
    "os",
    "structlog",
    "starlette",
}
MODULES = sorted(SOURCE.rglob("*.py"))


def imports(path: Path) -> set[str]:
    found: set[str] = set()
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            found |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            found.add(node.module)
            found |= {f"{node.module}.{alias.name}" for alias in node.names}
    return found


def floor(path: Path) -> str:
    part = path.relative_to(SOURCE).parts[0]
    return part.removesuffix(".py")


@pytest.mark.parametrize("path", MODULES, ids=str)
def test_folders_import_only_what_stands_before(path: Path) -> None:
    here = floor(path)
    if here not in ORDER:
        return
    for name in imports(path):
        parts = name.split(".")
        if parts[0] == "trencher" and len(parts) > 1 and parts[1] in ORDER:
            assert ORDER.index(parts[1]) <= ORDER.index(here), f"{path} imports {name}"


@pytest.mark.parametrize("path", [p for p in MODULES if floor(p) == "core"], ids=str)
def test_the_core_is_pure_and_reads_downwards(path: Path) -> None:
    inside = path.relative_to(SOURCE / "core").parts[0].removesuffix(".py")
    for name in imports(path):
        parts = name.split(".")
        assert parts[0] not in PURE, f"{path} imports {name}"
        if name.startswith("trencher.core.") and inside in CORE and parts[2] in CORE:
            assert CORE.index(parts[2]) <= CORE.index(inside), f"{path} imports {name}"


def test_pretending_never_uses_planner_or_belief() -> None:
    for path in MODULES:
        if floor(path) == "sim":
            bad = {n for n in imports(path) if "planner" in n or "belief" in n}
            assert not bad, f"{path} imports {bad}"


def test_only_the_store_speaks_sql_and_only_the_api_speaks_http() -> None:
    for path in MODULES:
        names = {n.split(".")[0] for n in imports(path)}
        if floor(path) != "store":
            assert not names & {"sqlalchemy", "alembic", "sqlite3"}, path
        if floor(path) not in ("api", "serving", "main"):
            assert not names & {"fastapi", "starlette", "uvicorn"}, path


def test_no_route_reaches_into_the_store() -> None:
    for path in (SOURCE / "api" / "routes").glob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            assert not (isinstance(node, ast.Attribute) and node.attr == "repository"), path
        assert not {n for n in imports(path) if n.startswith("trencher.store")}, path


def test_every_floor_is_checked() -> None:
    assert {floor(p) for p in MODULES} <= {*ORDER, "__init__", "__main__"}


def test_the_front_ends_small_parts_know_no_roast() -> None:
    for folder, forbidden in (
        ("draw", ("$lib/api", "$lib/state", "$lib/places")),
        ("units", ("$lib/",)),
    ):
        for path in Path(f"web/src/lib/{folder}").glob("*.ts"):
            if ".test." in path.name:
                continue
            text = path.read_text(encoding="utf-8")
            assert not any(word in text for word in forbidden), path


def test_nothing_names_a_machine_or_a_registry() -> None:
    for path in (
        *Path("requirements").glob("*.lock"),
        Path("web/package-lock.json"),
        Path("bench/lighthouse/package-lock.json"),
    ):
        text = path.read_text(encoding="utf-8")
        assert "https://" not in text or path.name == "package-lock.json", path
        assert '"resolved"' not in text, path
