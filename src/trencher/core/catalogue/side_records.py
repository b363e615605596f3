"""The sides' records, plain data. Times for eight people; every figure an estimate, no source."""

from __future__ import annotations

from typing import Any


def _prep(words: str, minutes: float, wait: float = 240.0, **more: Any) -> dict[str, Any]:
    return {
        "where": "hands", "words": words, "minutes": minutes, "hands_min": minutes,
        "wait_min": wait, **more,
    }  # fmt: skip


def _oven(
    words: str, minutes: float, heat: tuple[float, float, float], hold: float, **more: Any
) -> dict[str, Any]:
    low, ref, high = heat
    return {
        "where": "oven", "words": words, "minutes": minutes, "low_c": low, "ref_c": ref,
        "high_c": high, "wait_min": hold, "hands_min": 3.0, "vessel": "tray", "warm": True, **more,
    }  # fmt: skip


def _hob(words: str, minutes: float, hands: float, hold: float, **more: Any) -> dict[str, Any]:
    return {
        "where": "hob", "words": words, "minutes": minutes, "hands_min": hands, "wait_min": hold,
        "vessel": "pan", "warm": True, **more,
    }  # fmt: skip


RECORDS: tuple[dict[str, Any], ...] = (
    # --- roasted -------------------------------------------------------------------------------
    {
        "id": "roast-potatoes", "name": "Roast potatoes", "kind": "roots", "in_tin": True,
        "hold": "in the open oven, never covered", "grams": 220.0,
        "steps": (
            _prep("Peel and cut the potatoes; keep them under water", 18),
            _hob("Boil the potatoes until their edges are soft, drain, let them steam dry",
                 14, 5, 90.0, vessel="pot", warm=False),
            _oven("Roast the potatoes in hot fat", 52, (155, 200, 235), 12,
                  brown_min=30, turns=2, hands_min=4),
        ),
    },
    {
        "id": "roast-celeriac", "name": "Roast celeriac", "kind": "roots", "in_tin": True,
        "hold": "in a warm oven, open", "allergens": ("celery",),
        "steps": (
            _prep("Peel the celeriac and cut it thumb-thick", 12),
            _oven("Roast the celeriac", 45, (150, 195, 225), 20, brown_min=28, turns=1),
        ),
    },
    {
        "id": "roast-roots", "name": "Roast carrots and parsnips", "kind": "roots", "in_tin": True,
        "hold": "in a warm oven, open",
        "steps": (
            _prep("Peel and split the carrots and parsnips", 10),
            _oven("Roast the carrots and parsnips", 42, (150, 190, 220), 20, brown_min=28, turns=1),
        ),
    },
    {
        "id": "roast-squash", "name": "Roast squash", "kind": "roots", "in_tin": True,
        "hold": "in a warm oven, open",
        "steps": (
            _prep("Cut the squash in wedges, seeds out", 10),
            _oven("Roast the squash", 38, (150, 195, 220), 25, brown_min=25, turns=1),
        ),
    },
    {
        "id": "roast-beetroot", "name": "Beetroot in foil", "kind": "roots",
        "hold": "shut in its foil",
        "steps": (
            _prep("Wrap the beetroot in foil", 6),
            _oven("Bake the beetroot in its foil", 70, (150, 190, 215), 75, covered=True),
        ),
    },
    {
        "id": "roast-onions", "name": "Onions baked in their skins", "kind": "roots",
        "in_tin": True, "hold": "in their skins",
        "steps": (
            _prep("Trim the roots of the onions, leave the skins", 4),
            _oven("Bake the onions in their skins", 55, (155, 185, 210), 40),
        ),
    },
    {
        "id": "baked-potatoes", "name": "Potatoes baked whole", "kind": "roots",
        "hold": "in the oven, uncut", "grams": 250.0,
        "steps": (
            _prep("Scrub, prick and salt the potatoes", 5),
            _oven("Bake the potatoes on the shelf", 70, (165, 200, 225), 35, brown_min=45,
                  vessel="none", height_mm=70),
        ),
    },
    # --- baked ---------------------------------------------------------------------------------
    {
        "id": "potato-gratin", "name": "Potato gratin", "kind": "bake",
        "hold": "covered with foil", "allergens": ("milk",), "grams": 200.0,
        "steps": (
            _prep("Slice the potatoes thin, layer them with cream and salt", 22, 120.0),
            _oven("Bake the gratin", 75, (140, 165, 185), 30, brown_min=40, vessel="dish",
                  height_mm=110),
        ),
    },
    {
        "id": "root-bake", "name": "Swede and potato bake", "kind": "bake",
        "hold": "covered with foil", "allergens": ("milk",),
        "steps": (
            _prep("Boil-ready: peel and dice the swede and potatoes", 14),
            _hob("Boil and mash the swede and potatoes", 25, 8, 360.0, vessel="pot", warm=False),
            _oven("Bake the mash until the ridges are brown", 35, (160, 190, 215), 30, brown_min=25,
                  vessel="dish", height_mm=100),
        ),
    },
    {
        "id": "bread-stuffing", "name": "Bread stuffing, baked apart", "kind": "bake",
        "hold": "covered with foil", "allergens": ("gluten", "egg", "celery"),
        "steps": (
            _prep("Mix bread, onion, herbs and egg; into a dish", 14, 240.0),
            _oven("Bake the stuffing; its middle must be hot through", 38, (155, 180, 205), 25,
                  brown_min=28, vessel="dish"),
        ),
    },
    {
        "id": "batter-puddings", "name": "Batter puddings", "kind": "pudding",
        "hold": "not at all: they sink", "allergens": ("gluten", "egg", "milk"), "grams": 60.0,
        "steps": (
            _prep("Beat the batter", 6, 720.0, stand_min=30.0),
            _oven("Bake the puddings in smoking fat; keep the door shut", 24, (205, 220, 245), 4,
                  brown_min=14, vessel="mould", after_joint=True, hands_min=4, height_mm=110),
        ),
    },
    # --- greens --------------------------------------------------------------------------------
    {
        "id": "leeks-in-the-pan", "name": "Leeks in the pan", "kind": "green",
        "hold": "covered, off the heat",
        "steps": (
            _prep("Wash the leeks well, cut them in rings", 9),
            _hob("Soften the leeks in the pan", 14, 5, 10),
        ),
    },
    {
        "id": "greens", "name": "Greens in a little water", "kind": "green",
        "hold": "drained, covered",
        "steps": (
            _prep("Trim and wash the greens", 8),
            _hob("Cook the greens in a finger of water", 7, 3, 6),
        ),
    },
    {
        "id": "green-beans", "name": "Green beans", "kind": "green", "hold": "drained, covered",
        "steps": (
            _prep("Top the beans", 8),
            _hob("Boil the beans, drain them", 9, 3, 6, vessel="pot"),
        ),
    },
    {
        "id": "peas", "name": "Peas", "kind": "green", "hold": "covered, off the heat",
        "steps": (_hob("Heat the peas in a little water and butter", 7, 2, 8),),
    },
    {
        "id": "red-cabbage", "name": "Braised red cabbage", "kind": "green",
        "hold": "on the lowest flame", "allergens": ("sulphites",),
        "steps": (
            _prep("Shred the cabbage", 12),
            _hob("Braise the cabbage, lid on", 80, 6, 150, vessel="pot"),
        ),
    },
    # --- fillers -------------------------------------------------------------------------------
    {
        "id": "barley", "name": "Pearl barley", "kind": "grain", "hold": "covered, off the heat",
        "allergens": ("gluten",),
        "steps": (
            _hob("Simmer the barley in stock", 38, 4, 35, vessel="pot"),
        ),
    },
    {
        "id": "mashed-potatoes", "name": "Mashed potatoes", "kind": "grain",
        "hold": "covered, over hot water", "allergens": ("milk",), "grams": 200.0,
        "steps": (
            _prep("Peel the potatoes; keep them under water", 14),
            _hob("Boil the potatoes, drain, mash with hot milk and butter", 30, 9, 30,
                 vessel="pot"),
        ),
    },
    # --- sauces --------------------------------------------------------------------------------
    {
        "id": "crab-apple-sauce", "name": "Crab-apple sauce", "kind": "sauce",
        "hold": "cold, covered", "grams": 40.0,
        "steps": (
            _prep("Wash and quarter the crab-apples", 8, 360.0),
            _hob("Stew the crab-apples, push them through a sieve, sweeten", 26, 8, 2880.0,
                 warm=False),
        ),
    },
    {
        "id": "horseradish-cream", "name": "Horseradish cream", "kind": "sauce",
        "hold": "cold, covered", "allergens": ("milk", "sulphites"), "grams": 30.0,
        "steps": (_prep("Grate the horseradish, fold it into cream", 9, 600.0),),
    },
    {
        "id": "mint-dressing", "name": "Mint dressing", "kind": "sauce",
        "hold": "cold, covered", "allergens": ("sulphites",), "grams": 25.0,
        "steps": (_prep("Chop the mint; sugar, hot water, vinegar", 6, 480.0, stand_min=30.0),),
    },
    {
        "id": "bread-sauce", "name": "Bread sauce", "kind": "sauce", "hold": "covered, warm",
        "allergens": ("gluten", "milk"), "grams": 60.0,
        "steps": (_hob("Infuse the milk, stir in the crumbs", 30, 6, 40),),
    },
    {
        "id": "onion-gravy", "name": "Onion gravy", "kind": "gravy", "hold": "covered, warm",
        "grams": 70.0,
        "steps": (
            _prep("Slice the onions fine", 9),
            _hob("Brown the onions slowly", 35, 5, 300.0, warm=False),
            _hob("Pour off the fat, loosen the tin, thicken with the onions; resting juices last",
                 10, 6, 25, after_joint=True),
        ),
    },
    {
        "id": "pan-gravy", "name": "Gravy from the tin", "kind": "gravy", "hold": "covered, warm",
        "grams": 60.0,
        "steps": (
            _hob("Pour off the fat, loosen the tin, thicken; resting juices last", 10, 7, 25,
                 after_joint=True),
        ),
    },
    {
        "id": "green-salad", "name": "Salad, dressed at the last moment", "kind": "green",
        "hold": "dressed: not at all", "allergens": ("mustard",), "grams": 60.0,
        "steps": (
            _prep("Wash and dry the leaves, stir the dressing", 10, 240.0),
            _prep("Dress the leaves", 2, 8.0),
        ),
    },
    # --- for those who eat none of the joint ---------------------------------------------------
    {
        "id": "mushroom-chestnut-tart", "name": "Mushroom and chestnut tart", "kind": "main",
        "full_main": True, "hold": "in a warm oven, open", "grams": 250.0,
        "allergens": ("gluten", "egg", "milk"),
        "steps": (
            _prep("Cook down the mushrooms with the chestnuts", 20, 360.0),
            _prep("Line the tin, fill the tart", 10, 180.0),
            _oven("Bake the tart", 38, (165, 190, 210), 30, brown_min=28, vessel="mould",
                  height_mm=80),
        ),
    },
    {
        "id": "stuffed-squash", "name": "Stuffed squash", "kind": "main", "full_main": True,
        "hold": "covered, in a warm oven", "grams": 300.0,
        "steps": (
            _prep("Halve the squash, mix the filling", 16, 240.0),
            _oven("Bake the stuffed squash", 55, (160, 185, 210), 35, brown_min=35, vessel="dish",
                  height_mm=120),
        ),
    },
    {
        "id": "lentil-bake", "name": "Lentil and root bake", "kind": "main", "full_main": True,
        "hold": "covered, in a warm oven", "grams": 280.0, "allergens": ("celery",),
        "steps": (
            _hob("Simmer the lentils with the roots", 35, 6, 360.0, vessel="pot", warm=False),
            _oven("Bake the lentils under crumbs", 40, (155, 180, 205), 40, brown_min=30,
                  vessel="dish", height_mm=110),
        ),
    },
)  # fmt: skip
