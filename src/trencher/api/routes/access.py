"""Other screens: how they find this Trencher and are let in."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api.context import HouseDep
from trencher.api.schemas import Out
from trencher.lan.addresses import qr_picture

router = APIRouter(prefix="/access", tags=["access"])


class AccessOut(Out):
    """How other screens of this network get in. ``on`` false: it is not served there. The pictures
    are data addresses; ``install_url`` and ``fingerprint`` null without TLS."""

    on: bool = False
    url: str | None = None
    urls: list[str] = []
    code: str | None = None
    door_qr: str | None = None
    install_url: str | None = None
    install_qr: str | None = None
    fingerprint: str | None = None


@router.get("")
def access(house: HouseDep) -> AccessOut:
    """Addresses, code and certificate on the house's own network; only for screens that are in."""
    lan = house.lan
    if lan is None:
        return AccessOut()
    return AccessOut.of(
        lan,
        on=True,
        urls=[f"{lan.scheme}://{a}:{lan.port}" for a in lan.addresses],
        code=lan.access.code,
        door_qr=qr_picture(lan.door_url),
        install_qr=None if lan.install_url is None else qr_picture(lan.install_url),
        fingerprint=None if lan.identity is None else lan.identity.fingerprint,
    )
