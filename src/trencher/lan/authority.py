"""A certificate authority of this house, made on the spot.

It can only vouch for private addresses and for this machine's names and addresses (name
constraints), so a tablet that trusts it is not exposed on the rest of the network. Keys never leave
their folder.
"""

from __future__ import annotations

import ipaddress
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from trencher.lan.access import write_private

AUTHORITY_DAYS = 3650
SERVER_DAYS = 397
"""Tablets refuse certificates of servers that live longer."""
RENEW_DAYS = 30
PRIVATE = (
    "10.0.0.0/8",
    "172.16.0.0/12",
    "192.168.0.0/16",
    "169.254.0.0/16",
    "127.0.0.0/8",
    "100.64.0.0/10",
    "fc00::/7",
    "fe80::/10",
    "::1/128",
)


@dataclass(frozen=True)
class Identity:
    """Files of a server's certificate, and the authority to be installed once on a tablet:
    ``fingerprint`` is its SHA-256, to be compared by eye."""

    certificate: Path
    key: Path
    authority: Path
    fingerprint: str


def _key_bytes(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _load_key(path: Path) -> ec.EllipticCurvePrivateKey:
    key = serialization.load_pem_private_key(path.read_bytes(), password=None)
    assert isinstance(key, ec.EllipticCurvePrivateKey)
    return key


def _pem(certificate: x509.Certificate) -> bytes:
    return certificate.public_bytes(serialization.Encoding.PEM)


def _name(words: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, words)])


def _general(names: Sequence[str]) -> list[x509.GeneralName]:
    found: list[x509.GeneralName] = []
    for name in names:
        try:
            found.append(x509.IPAddress(ipaddress.ip_address(name)))
        except ValueError:
            found.append(x509.DNSName(name))
    return found


def _builder(subject: str, issuer: x509.Name, days: int) -> x509.CertificateBuilder:
    # A clock that is behind must not find it "not yet valid".
    begin = datetime.now(UTC) - timedelta(days=1)
    return (
        x509.CertificateBuilder()
        .subject_name(_name(subject))
        .issuer_name(issuer)
        .serial_number(x509.random_serial_number())
        .not_valid_before(begin)
        .not_valid_after(begin + timedelta(days=days))
    )


def _permitted(host: str, names: Sequence[str]) -> list[x509.GeneralName]:
    networks = [ipaddress.ip_network(n) for n in PRIVATE]
    found: list[x509.GeneralName] = [x509.IPAddress(n) for n in networks]
    for name in _general(names):
        if isinstance(name, x509.IPAddress) and not any(name.value in n for n in networks):
            found.append(x509.IPAddress(ipaddress.ip_network(name.value)))
    return found + [x509.DNSName(n) for n in ("localhost", host, f"{host}.local")]


def _vouches(authority: x509.Certificate, host: str, names: Sequence[str]) -> bool:
    """Whether an authority made earlier may vouch for today's addresses and name."""
    held = authority.extensions.get_extension_for_class(x509.NameConstraints).value
    permitted = set(held.permitted_subtrees or ())
    if x509.DNSName("local") in permitted:
        # Made when every name of the house's network was vouched for; screens trust it already.
        permitted.add(x509.DNSName(f"{host}.local"))
    return set(_permitted(host, names)) <= permitted


def _made_authority(folder: Path, host: str, names: Sequence[str]) -> x509.Certificate:
    key = ec.generate_private_key(ec.SECP256R1())
    words = f"Trencher in this house ({host})"
    usage = x509.KeyUsage(
        digital_signature=False,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=True,
        crl_sign=True,
        encipher_only=False,
        decipher_only=False,
    )
    made = (
        _builder(words, _name(words), AUTHORITY_DAYS)
        .public_key(key.public_key())
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(usage, critical=True)
        .add_extension(x509.NameConstraints(_permitted(host, names), None), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256())
    )
    write_private(folder / "authority.key", _key_bytes(key))
    (folder / "authority.crt").write_bytes(_pem(made))
    return made


def _made_server(folder: Path, authority: x509.Certificate, names: Sequence[str]) -> None:
    key = ec.generate_private_key(ec.SECP256R1())
    signer = _load_key(folder / "authority.key")
    made = (
        _builder("Trencher", authority.subject, SERVER_DAYS)
        .public_key(key.public_key())
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.SubjectAlternativeName(_general(names)), critical=False)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(
            x509.AuthorityKeyIdentifier.from_issuer_public_key(signer.public_key()), critical=False
        )
        .sign(signer, hashes.SHA256())
    )
    write_private(folder / "server.key", _key_bytes(key))
    (folder / "server.crt").write_bytes(_pem(made))


def _still_good(path: Path, names: Sequence[str], issuer: x509.Name | None) -> bool:
    if not path.exists():
        return False
    found = x509.load_pem_x509_certificate(path.read_bytes())
    if found.not_valid_after_utc < datetime.now(UTC) + timedelta(days=RENEW_DAYS):
        return False
    if issuer is None:
        return True
    held = found.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return found.issuer == issuer and set(_general(names)) <= set(held)


def identity(folder: Path, host: str, names: Sequence[str]) -> Identity:
    """The server's certificate for ``names`` (addresses and host names), made where it is missing,
    runs out, or does not name them all. The authority stays, so a tablet installs it once; only an
    address it was not made for makes another."""
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / "authority.crt"
    authority = None
    if _still_good(path, (), None) and (folder / "authority.key").exists():
        authority = x509.load_pem_x509_certificate(path.read_bytes())
    if authority is None or not _vouches(authority, host, names):
        authority = _made_authority(folder, host, names)
    if not _still_good(folder / "server.crt", names, authority.subject):
        _made_server(folder, authority, names)
    raw = authority.fingerprint(hashes.SHA256()).hex().upper()
    return Identity(
        folder / "server.crt",
        folder / "server.key",
        path,
        ":".join(raw[i : i + 2] for i in range(0, len(raw), 2)),
    )
