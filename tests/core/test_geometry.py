"""Bodies: volumes, areas, shapes, and the generalised section against a true oval."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.kitchens import BARE, go
from tests.reference.oval import minutes_to_core
from trencher.core.joint import Joint
from trencher.core.thermal.geometry import (
    COARSE,
    FINE,
    Body,
    Grid,
    Profile,
    build_body,
    fullness,
    radius_profile,
    section_exponent,
)

PROFILES: tuple[Profile, ...] = ("flat", "even", "tapered", "barrel")


def body(profile: Profile = "flat", grid: Grid = FINE, **sizes: float) -> Body:
    facts: dict[str, Any] = {"thickness_m": 0.1, "width_m": 0.1, "length_m": 0.2} | sizes
    return build_body(profile=profile, section="oval", grid=grid, **facts)


def test_a_flat_cylinder_has_its_volume_and_skin() -> None:
    b = body()
    assert b.volume.sum() == pytest.approx(np.pi * 0.05**2 * 0.2, rel=1e-9)
    skin = 2 * np.pi * 0.05 * 0.2 + 2 * np.pi * 0.05**2
    assert b.skin.sum() + b.end.sum() == pytest.approx(skin, rel=1e-9)


@pytest.mark.parametrize("profile", PROFILES)
@pytest.mark.parametrize("grid", [FINE, COARSE])
def test_volume_does_not_depend_on_the_grid(profile: Profile, grid: Grid) -> None:
    want = np.pi * 0.05**2 * 0.2 * fullness(profile)
    assert body(profile, grid).volume.sum() == pytest.approx(want, rel=0.02)


@given(
    thick=st.floats(0.02, 0.3),
    wide=st.floats(0.02, 0.6),
    long=st.floats(0.03, 1.0),
    profile=st.sampled_from(PROFILES),
)
@settings(max_examples=60)
def test_every_cell_is_a_cell(thick: float, wide: float, long: float, profile: Profile) -> None:
    b = body(profile, thickness_m=thick, width_m=wide, length_m=long)
    for values in (b.volume, b.radial, b.axial, b.end, b.skin, b.half, b.inner, b.outer):
        assert np.isfinite(values).all()
        assert (values > 0).all()
    assert 0 <= b.core_disc < len(b.half)
    assert b.half.max() == pytest.approx(min(thick, wide) / 2, rel=1e-6)


def test_an_even_piece_is_thickest_in_its_middle() -> None:
    assert body("even").core_disc == len(body("even").half) // 2


def test_a_leg_is_thick_towards_one_end_and_thin_at_the_other() -> None:
    share = radius_profile("tapered", np.linspace(0.02, 0.98, 60))
    assert 0.2 < np.argmax(share) / 60 < 0.5
    assert share[-6] < 0.65 * share.max()
    assert share[6] > share[-6]


def test_sections_go_from_slab_to_circle() -> None:
    assert section_exponent(0.1, 0.1, "oval") == 1.0
    assert section_exponent(0.1, 0.2, "oval") == pytest.approx(0.5**2.1)
    assert section_exponent(0.05, 1.0, "oval") < 0.01
    assert section_exponent(0.2, 0.1, "oval") == section_exponent(0.1, 0.2, "oval")
    assert section_exponent(0.1, 0.1, "block") == pytest.approx(0.7)


@pytest.mark.parametrize("ratio", [1.25, 1.6, 2.2])
@pytest.mark.parametrize("h", [15.0, 60.0])
def test_a_generalised_section_heats_like_a_true_oval(ratio: float, h: float) -> None:
    half = 0.04
    want = minutes_to_core(
        half_thick_m=half,
        half_wide_m=half * ratio,
        h=h,
        k=0.47,
        cp=3450,
        rho=1060,
        start_c=7,
        air_c=160,
        core_c=55,
    )
    joint = Joint(
        cut="custom",
        weight_kg=5,
        thickness_mm=2000 * half,
        width_mm=2000 * half * ratio,
        length_mm=2000,
        start_c=7,
    )
    physics = replace(BARE, h_w_m2k=h, section_exponent=None)
    got = go("160C until 55C", joint=joint, physics=physics).pull_min
    # 3 % of time: what the section is fitted to, and the oracle's own staircase edge.
    assert got == pytest.approx(want, rel=0.03)


def test_the_oracle_itself_meets_the_cylinder() -> None:
    from tests.reference.series import cylinder_centre

    minutes = minutes_to_core(
        half_thick_m=0.04,
        half_wide_m=0.04,
        h=30,
        k=0.47,
        cp=3450,
        rho=1060,
        start_c=7,
        air_c=160,
        core_c=55,
    )
    fourier = 0.47 / (3450 * 1060) * minutes * 60 / 0.04**2
    assert 160 - 153 * cylinder_centre(30 * 0.04 / 0.47, fourier) == pytest.approx(55, abs=1.0)
