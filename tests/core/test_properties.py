"""Composition and what it makes of heat: against published values."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.thermal.properties import (
    COMPONENTS,
    CONDUCTIVITY,
    DENSITY,
    LATENT_ICE,
    LEAN,
    SPECIFIC_HEAT,
    Composition,
    conductivity,
    density,
    held_water_share,
    ice_fraction,
    specific_heat,
    table_temperatures,
    tables_for,
    vapour_pressure,
)

WATER = Composition(water=0.9999, protein=0.0, fat=0.0, ash=0.0001)


def at(*temps: float) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    return np.array(temps)


@pytest.mark.parametrize(
    ("temp_c", "want"),
    # Liquid water at one atmosphere, from the steam tables (IAPWS), W/mK.
    [(10.0, 0.580), (20.0, 0.598), (40.0, 0.631), (60.0, 0.654), (80.0, 0.670)],
)
def test_water_conducts_as_the_steam_tables_say(temp_c: float, want: float) -> None:
    assert conductivity(WATER, at(temp_c))[0] == pytest.approx(want, rel=0.015)


@pytest.mark.parametrize(("temp_c", "want"), [(20.0, 4184.0), (60.0, 4185.0), (80.0, 4196.0)])
def test_water_stores_heat_as_the_steam_tables_say(temp_c: float, want: float) -> None:
    assert specific_heat(WATER, at(temp_c))[0] == pytest.approx(want, rel=0.005)


def test_water_is_as_dense_as_water() -> None:
    assert density(WATER, 20.0) == pytest.approx(998.2, rel=0.005)


def test_muscle_conducts_as_measured() -> None:
    # Lean beef along and across the fibre at 5 to 20 °C: measured values lie between 0.43 and 0.52,
    # about 0.47 in the middle; the parallel rule would give 0.51.
    k = conductivity(LEAN, at(5.0, 20.0))
    assert (k > 0.45).all()
    assert (k < 0.50).all()


def test_muscle_stores_heat_as_measured() -> None:
    # Raw lean beef: about 3.45 to 3.6 kJ/kgK in the usual tables.
    assert 3400 < specific_heat(LEAN, at(10.0))[0] < 3650


def test_frozen_meat_conducts_far_better() -> None:
    # Frozen lean beef at −20 °C: about 1.3 to 1.6 W/mK.
    assert 1.2 < conductivity(LEAN, at(-20.0))[0] < 1.7


def test_heat_to_thaw_is_mostly_the_ice() -> None:
    # From −20 to +5 °C lean beef takes about 270 to 300 kJ/kg (Riedel's chart, as commonly cited).
    tables = tables_for(LEAN)
    h = np.interp(at(-20.0, 5.0), table_temperatures(), tables.enthalpy) / tables.density
    assert 255e3 < h[1] - h[0] < 310e3


def test_no_ice_above_freezing_and_more_the_colder() -> None:
    ice = ice_fraction(LEAN, at(-30.0, -10.0, -3.0, -1.0, 0.0, 20.0))
    assert (np.diff(ice) <= 0).all()
    assert ice[-3:].max() == pytest.approx(0.0, abs=1e-12)
    assert 0.5 < ice[1] < 0.65


def test_latent_heat_is_that_of_ice() -> None:
    assert pytest.approx(333.6e3, rel=0.01) == LATENT_ICE


@pytest.mark.parametrize(
    ("temp_c", "want_pa"),
    # Saturation pressure, steam tables, Pa.
    [(20.0, 2339.0), (40.0, 7384.0), (60.0, 19946.0), (80.0, 47414.0), (100.0, 101420.0)],
)
def test_vapour_pressure(temp_c: float, want_pa: float) -> None:
    assert vapour_pressure(at(temp_c))[0] == pytest.approx(want_pa, rel=0.01)


def test_meat_holds_its_water_until_it_is_heated() -> None:
    share = held_water_share(at(7.0, 45.0, 60.0, 90.0))
    assert share[0] == pytest.approx(1.0, abs=0.002)
    assert (np.diff(share) < 0).all()
    # Published end: 0.745 − 0.345 = 0.40 of 0.745 (van der Sman 2007).
    assert share[-1] == pytest.approx(0.40 / 0.745, abs=0.01)


@pytest.mark.parametrize("part", COMPONENTS)
def test_every_component_is_a_possible_substance(part: str) -> None:
    # A slipped exponent in the table turns fat's conductivity negative well below 100 °C.
    temps = np.linspace(-40, -1, 20) if part == "ice" else np.linspace(0, 100, 21)
    for table, low, high in (
        (CONDUCTIVITY, 0.1, 3.0),
        (DENSITY, 800, 2500),
        (SPECIFIC_HEAT, 900, 4400),
    ):
        a, b, c = table[part]
        values = a + b * temps + c * temps**2
        assert (values > low).all()
        assert (values < high).all()


@given(water=st.floats(0.4, 0.78), fat_share=st.floats(0.0, 0.9))
def test_enthalpy_always_rises(water: float, fat_share: float) -> None:
    rest = 0.99 - water
    meat = Composition(water=water, protein=rest * (1 - fat_share), fat=rest * fat_share)
    tables = tables_for(meat)
    assert (np.diff(tables.enthalpy) > 0).all()
    assert (tables.conductivity > 0.1).all()


def test_fat_conducts_worse_than_lean() -> None:
    fatty = Composition(water=0.5, protein=0.14, fat=0.35)
    assert conductivity(fatty, at(20.0))[0] < conductivity(LEAN, at(20.0))[0]


def test_a_composition_must_be_whole() -> None:
    with pytest.raises(ValueError, match="sums to 1"):
        Composition(water=0.5, protein=0.2, fat=0.1)


def test_overrides_make_constant_tables() -> None:
    tables = tables_for(LEAN, conductivity_w_mk=0.5, specific_heat_j_kgk=3000, density_kg_m3=1000)
    assert (tables.conductivity == 0.5).all()
    assert np.allclose(np.diff(tables.enthalpy), 3000 * 1000 * 0.25)
