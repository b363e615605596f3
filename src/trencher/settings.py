"""Settings from the environment (TRENCHER_…)."""

from __future__ import annotations

from pathlib import Path

from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """``data``: folder of the databases; ``dist``: the built front end; ``names``: extra hosts."""

    model_config = SettingsConfigDict(env_prefix="TRENCHER_")
    data: Path = Path("data")
    dist: Path = Path(__file__).resolve().parents[2] / "web" / "dist"
    names: str = ""

    @property
    def host_names(self) -> list[str]:
        """Host names that may be asked for."""
        return ["localhost", *(n for n in self.names.split(",") if n)]


def database_path(data: Path | None) -> Path:
    """The file of a kitchen of one's own, in the folder ``data`` or the usual one."""
    return (data or Settings().data) / "trencher.sqlite"
