"""The house's own certificate: a real handshake, what it may vouch for, when it is made anew."""

from __future__ import annotations

import os
import socket
import ssl
import stat
import threading
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from cryptography import x509
from cryptography.hazmat.primitives.serialization import Encoding

from trencher.lan import authority
from trencher.lan.authority import Identity, identity

NAMES = ["127.0.0.1", "localhost", "kitchen", "kitchen.local"]


def shaken(found: Identity, name: str) -> None:
    """A TLS handshake with a client that trusts nothing but the house's authority."""
    ours, theirs = socket.socketpair()
    server = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    server.load_cert_chain(found.certificate, found.key)
    client = ssl.create_default_context(cafile=str(found.authority))

    def serve() -> None:
        try:
            server.wrap_socket(theirs, server_side=True).close()
        except (ssl.SSLError, OSError):
            theirs.close()

    thread = threading.Thread(target=serve)
    thread.start()
    try:
        client.wrap_socket(ours, server_hostname=name).close()
    finally:
        ours.close()
        thread.join()


def test_a_tablet_that_installed_it_is_greeted_by_every_name(tmp_path: Path) -> None:
    found = identity(tmp_path, "kitchen", NAMES)
    for name in NAMES:
        shaken(found, name)
    with pytest.raises(ssl.SSLCertVerificationError):
        shaken(found, "elsewhere.local")


def test_it_can_vouch_for_nothing_outside_the_house(tmp_path: Path) -> None:
    found = identity(tmp_path, "kitchen", NAMES)
    held = x509.load_pem_x509_certificate(found.authority.read_bytes())
    # Signed with the same authority, a name of the wide world is refused by any client.
    authority._made_server(tmp_path, held, ["shop.example"])
    with pytest.raises(ssl.SSLCertVerificationError):
        shaken(found, "shop.example")


def test_keys_are_for_their_owner_alone(tmp_path: Path) -> None:
    identity(tmp_path, "kitchen", NAMES)
    for name in ("authority.key", "server.key"):
        assert stat.S_IMODE(os.stat(tmp_path / name).st_mode) == 0o600


def test_the_authority_stays_and_the_server_is_made_anew_for_a_new_address(tmp_path: Path) -> None:
    first = identity(tmp_path, "kitchen", NAMES)
    was = first.certificate.read_bytes()
    assert identity(tmp_path, "kitchen", NAMES).certificate.read_bytes() == was
    moved = identity(tmp_path, "kitchen", [*NAMES, "192.168.7.4"])
    assert moved.fingerprint == first.fingerprint
    assert moved.certificate.read_bytes() != was
    shaken(moved, "192.168.7.4")


def test_an_address_it_was_not_made_for_makes_another_authority(tmp_path: Path) -> None:
    first = identity(tmp_path, "kitchen", NAMES)
    abroad = identity(tmp_path, "kitchen", [*NAMES, "198.51.100.7"])
    assert abroad.fingerprint != first.fingerprint
    shaken(abroad, "198.51.100.7")


def test_one_that_runs_out_is_made_anew(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(authority, "SERVER_DAYS", 20)
    first = identity(tmp_path, "kitchen", NAMES).certificate.read_bytes()
    monkeypatch.undo()
    made = x509.load_pem_x509_certificate(
        identity(tmp_path, "kitchen", NAMES).certificate.read_bytes()
    )
    assert first != made.public_bytes(Encoding.PEM)
    assert made.not_valid_after_utc > datetime.now(UTC) + timedelta(days=390)
