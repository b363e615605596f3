"""What a running Trencher says of its own network: addresses, code, certificate."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from urllib.parse import urlencode

from trencher.lan.access import Access, kept_access
from trencher.lan.addresses import host_name, reachable
from trencher.lan.authority import Identity, identity


@dataclass(frozen=True)
class Lan:
    """``identity`` None: plain HTTP. ``addresses``: of this machine, the likeliest first; ``port``:
    of Trencher, ``install_port``: of the page that hands out the authority."""

    access: Access
    identity: Identity | None
    addresses: tuple[str, ...]
    port: int
    install_port: int | None

    @property
    def scheme(self) -> str:
        """http or https."""
        return "http" if self.identity is None else "https"

    @property
    def url(self) -> str:
        """Where another screen finds Trencher."""
        return f"{self.scheme}://{self.addresses[0]}:{self.port}"

    @property
    def door_url(self) -> str:
        """The same with the code in it, for a QR code: it opens at once."""
        return f"{self.url}/door?code={self.access.code}"

    def look_url(self, date: str, *, units: str = "C", who: str = "") -> str:
        """Where somebody looks at one day, without the code and without a hand in it."""
        asked = {"key": self.access.look_key(date), "units": units} | ({"who": who} if who else {})
        return f"{self.url}/look/{date}?{urlencode(asked)}"

    @property
    def install_url(self) -> str | None:
        """Where a tablet gets this house's certificate; None without TLS."""
        if self.install_port is None:
            return None
        return f"http://{self.addresses[0]}:{self.install_port}/"


def open_lan(folder: Path, *, port: int, install_port: int, tls: bool, new_code: bool) -> Lan:
    """Code and certificate of a database's folder, for this machine's addresses."""
    addresses = tuple(reachable()) or ("127.0.0.1",)
    host = host_name()
    names = [*addresses, "127.0.0.1", "localhost", host, f"{host}.local"]
    access = kept_access(folder / "lan", new=new_code)
    known = identity(folder / "lan", host, names) if tls else None
    return Lan(access, known, addresses, port, install_port if tls else None)
