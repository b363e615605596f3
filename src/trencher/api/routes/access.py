"""Other screens: how they find this Trencher and are let in."""

from __future__ import annotations

from fastapi import APIRouter

from trencher.api import schemas as s
from trencher.api.context import HouseDep
from trencher.lan.addresses import qr_picture

router = APIRouter(prefix="/access", tags=["access"])


@router.get("")
def access(house: HouseDep) -> s.AccessOut:
    """Addresses, code and certificate on the house's own network; only for screens that are in."""
    lan = house.lan
    if lan is None:
        return s.AccessOut()
    return s.AccessOut.of(
        lan,
        on=True,
        urls=[f"{lan.scheme}://{a}:{lan.port}" for a in lan.addresses],
        code=lan.access.code,
        door_qr=qr_picture(lan.door_url),
        install_qr=None if lan.install_url is None else qr_picture(lan.install_url),
        fingerprint=None if lan.identity is None else lan.identity.fingerprint,
    )
