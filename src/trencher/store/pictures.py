"""Photographs, each a file beside the kitchen's own, under the digest of its bytes: written once,
never changed."""

from __future__ import annotations

import hashlib
import os
import tempfile
from pathlib import Path

from trencher.core.entries import DIGEST
from trencher.core.errors import NotFound


def folder_of(database: Path) -> Path:
    """Where the photographs of a kitchen's file lie."""
    return database.with_name(database.name + ".pictures")


def name_of(picture: bytes) -> str:
    """The name of a photograph: the SHA-256 of its bytes."""
    return hashlib.sha256(picture).hexdigest()


class Pictures:
    """A folder of JPEG files; it is there as soon as it has something in it."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder

    def _path(self, name: str) -> Path:
        if DIGEST.fullmatch(name) is None:
            raise NotFound(f"{name!r} is no photograph's name", where="picture")
        return self.folder / f"{name}.jpg"

    def path(self, name: str) -> Path:
        """The file of a photograph. NotFound where it is missing."""
        path = self._path(name)
        if not path.is_file():
            raise NotFound("this photograph is not here", where="picture")
        return path

    def has(self, name: str) -> bool:
        """Whether it is here."""
        return self._path(name).is_file()

    def read(self, name: str) -> bytes:
        """Its bytes. NotFound where it is missing, or is not what it was."""
        found = self.path(name).read_bytes()
        if name_of(found) != name:
            raise NotFound("this photograph is damaged", where="picture")
        return found

    def keep(self, picture: bytes) -> str:
        """Write it, whole or not at all, for its owner alone; returns its name."""
        name = name_of(picture)
        path = self._path(name)
        if not path.is_file() or path.stat().st_size != len(picture):
            self.folder.mkdir(mode=0o700, parents=True, exist_ok=True)
            with tempfile.NamedTemporaryFile(dir=self.folder, delete=False) as file:
                file.write(picture)
                file.flush()
                os.fsync(file.fileno())
            Path(file.name).replace(path)
        return name

    def copy_to(self, other: Pictures) -> int:
        """Give another folder what it lacks; returns how many those were."""
        missing = [p for p in sorted(self.folder.glob("*.jpg")) if DIGEST.fullmatch(p.stem)]
        missing = [p for p in missing if not other.has(p.stem)]
        for path in missing:
            other.keep(path.read_bytes())
        return len(missing)


def copied_beside(database: Path, other: Path) -> int:
    """Give another kitchen's file the photographs of one; returns how many it lacked."""
    return Pictures(folder_of(database)).copy_to(Pictures(folder_of(other)))
