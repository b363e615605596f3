"""The cuts as records. Correct a figure here; ``cuts.Cut`` says what each field means.

Names: the first words a cook in Britain or North America would type are among name and aliases.
"""

from __future__ import annotations

from typing import Any

MARBLED = {"water": 0.64, "protein": 0.19, "fat": 0.16}
MEDIUM = {"water": 0.69, "protein": 0.21, "fat": 0.09}
GAME = {"water": 0.74, "protein": 0.22, "fat": 0.03}
FATTY = {"water": 0.58, "protein": 0.17, "fat": 0.24}
BELLY = {"water": 0.50, "protein": 0.15, "fat": 0.34}

RECORDS: tuple[dict[str, Any], ...] = (
    # --- beef ------------------------------------------------------------------------------------
    {
        "id": "beef-sirloin-boned", "kind": "beef", "name": "Sirloin of beef, boned and tied",
        "aliases": ("striploin roast", "strip loin", "new york roast", "boned sirloin"),
        "shape": (1.0, 1.1, 2.0), "meat": MEDIUM, "trim_share": 0.04, "fat_mm": 8.0,
        "usual_kg": 1.9, "tied": True,
        "note": "One whole muscle, tied for shape. Ask for the chain off and the fat left on.",
    },
    {
        "id": "beef-fore-rib", "kind": "beef", "name": "Fore rib of beef on the bone",
        "aliases": ("rib roast", "prime rib", "standing rib", "wing rib"),
        "shape": (1.0, 1.25, 1.4), "meat": MARBLED, "bone_share": 0.18, "fat_mm": 8.0,
        "usual_kg": 3.0, "note": "Have the chine bone off, so that it carves between the ribs.",
    },
    {
        "id": "beef-rib-rolled", "kind": "beef", "name": "Rib of beef, boned and rolled",
        "aliases": ("boneless rib roast", "rolled rib", "rib eye roast"),
        "shape": (1.0, 1.1, 1.7), "meat": MARBLED, "fat_mm": 5.0, "safety": "rolled",
        "usual_kg": 2.0, "tied": True, "note": "Rolling carries the outside inside.",
    },
    {
        "id": "beef-single-rib", "kind": "beef", "name": "Single rib of beef on the bone",
        "aliases": ("cote de boeuf", "bone-in rib steak", "cowboy steak", "tomahawk"),
        "shape": (1.0, 2.6, 4.0), "meat": MARBLED, "bone_share": 0.2, "wanted_c": 54.0,
        "usual_kg": 1.0, "section": "block", "profile": "flat",
        "note": "Pan first, oven second; both faces and the fat edge.",
    },
    {
        "id": "beef-fillet", "kind": "beef", "name": "Fillet of beef, middle piece",
        "aliases": ("tenderloin", "chateaubriand piece", "filet"),
        "shape": (1.0, 1.2, 3.6), "wanted_c": 54.0, "usual_kg": 1.0, "tied": True,
        "note": "Fold the tail under and tie it, so that it is even.",
    },
    {
        "id": "beef-rump-cap", "kind": "beef", "name": "Rump cap of beef",
        "aliases": ("sirloin cap", "coulotte", "top sirloin cap"),
        "shape": (1.0, 2.0, 3.0), "profile": "tapered", "meat": MARBLED, "fat_mm": 10.0,
        "wanted_c": 56.0, "usual_kg": 1.2,
        "note": "Leave its fat on and score it; carve across the grain.",
    },
    {
        "id": "beef-rump-tail", "kind": "beef", "name": "Rump tail of beef",
        "aliases": ("tri-tip", "bottom sirloin", "tail of rump"),
        "shape": (1.0, 1.9, 3.4), "profile": "tapered", "meat": MEDIUM, "fat_mm": 4.0,
        "wanted_c": 55.0, "usual_kg": 1.1,
        "note": "The grain turns half-way: cut in two there and slice each across.",
    },
    {
        "id": "beef-topside", "kind": "beef", "name": "Topside of beef",
        "aliases": ("top round", "inside round"), "shape": (1.0, 1.25, 1.8), "fat_mm": 4.0,
        "wanted_c": 56.0, "usual_kg": 1.8, "tied": True,
        "note": "Lean: thin slices, and no further than pink.",
    },
    {
        "id": "beef-silverside", "kind": "beef", "name": "Silverside of beef",
        "aliases": ("bottom round", "outside round", "rump roast"), "shape": (1.0, 1.3, 2.1),
        "fat_mm": 4.0, "wanted_c": 58.0, "usual_kg": 1.8, "tied": True,
        "note": "Coarse grain: thin slices straight across it.",
    },
    {
        "id": "beef-eye-of-round", "kind": "beef", "name": "Eye of round of beef",
        "aliases": ("eye round", "salmon cut", "round eye"), "shape": (1.0, 1.1, 3.0),
        "wanted_c": 56.0, "usual_kg": 1.3,
        "note": "Very lean and even: low heat, thin slices.",
    },
    {
        "id": "beef-brisket-rolled", "kind": "beef", "name": "Brisket of beef, rolled",
        "aliases": ("rolled brisket",), "shape": (1.0, 1.15, 2.2), "meat": FATTY,
        "collagen": True, "safety": "rolled", "wanted_c": 92.0, "usual_kg": 2.0, "tied": True,
        "fat_mm": 4.0, "note": "Wants hours at heat until tender, not a core number.",
    },
    {
        "id": "beef-brisket-flat", "kind": "beef", "name": "Brisket of beef, flat",
        "aliases": ("brisket flat", "first cut brisket", "thin brisket"),
        "shape": (1.0, 3.2, 5.0), "section": "block", "meat": FATTY, "fat_mm": 6.0,
        "collagen": True, "wanted_c": 92.0, "usual_kg": 2.4,
        "note": "Thin and wide: thickness, not weight, sets the hours until tender.",
    },
    # --- lamb ------------------------------------------------------------------------------------
    {
        "id": "lamb-leg", "kind": "lamb", "name": "Leg of lamb on the bone",
        "aliases": ("whole leg", "gigot", "leg of lamb", "lamb leg bone in"),
        "shape": (1.0, 1.2, 2.7), "profile": "tapered", "meat": MEDIUM, "bone_share": 0.17,
        "fat_mm": 3.0, "wanted_c": 60.0, "usual_kg": 2.4,
        "note": "Knuckle end is done first: for those who like it so.",
    },
    {
        "id": "lamb-leg-half", "kind": "lamb", "name": "Half leg of lamb on the bone",
        "aliases": ("fillet half leg", "shank half leg", "half leg"),
        "shape": (1.0, 1.15, 1.5), "profile": "barrel", "meat": MEDIUM, "bone_share": 0.15,
        "fat_mm": 3.0, "wanted_c": 60.0, "usual_kg": 1.2,
        "note": "The thick half is as thick as a whole leg: it saves little time.",
    },
    {
        "id": "lamb-leg-boned", "kind": "lamb", "name": "Leg of lamb, boned and tied",
        "aliases": ("boneless leg of lamb", "rolled leg"), "shape": (1.0, 1.15, 1.8),
        "meat": MEDIUM, "fat_mm": 3.0, "safety": "rolled", "wanted_c": 60.0, "usual_kg": 1.8,
        "tied": True, "note": "Rolling carries the outside inside.",
    },
    {
        "id": "lamb-shoulder-bone", "kind": "lamb", "name": "Shoulder of lamb on the bone",
        "aliases": ("lamb shoulder", "bone-in shoulder"), "shape": (1.0, 1.9, 2.8),
        "profile": "barrel", "meat": FATTY, "bone_share": 0.2, "fat_mm": 4.0, "collagen": True,
        "wanted_c": 90.0, "usual_kg": 2.2, "note": "Slow until the blade pulls out clean.",
    },
    {
        "id": "lamb-shoulder-rolled", "kind": "lamb", "name": "Shoulder of lamb, boned and rolled",
        "aliases": ("rolled shoulder", "boneless lamb shoulder"), "shape": (1.0, 1.1, 2.0),
        "meat": FATTY, "fat_mm": 3.0, "collagen": True, "safety": "rolled", "wanted_c": 88.0,
        "usual_kg": 1.8, "tied": True,
        "note": "Slow until tender; rolling carries the outside inside.",
    },
    {
        "id": "lamb-rack", "kind": "lamb", "name": "Rack of lamb",
        "aliases": ("best end", "rack", "carré"), "shape": (1.0, 1.9, 4.5), "section": "block",
        "bone_share": 0.25, "fat_mm": 4.0, "wanted_c": 57.0, "usual_kg": 0.8,
        "note": "Chine off; pan first suits it.",
    },
    {
        "id": "lamb-saddle", "kind": "lamb", "name": "Saddle of lamb",
        "aliases": ("double loin of lamb", "lamb loin roast"), "shape": (1.0, 2.0, 3.2),
        "section": "block", "meat": MARBLED, "bone_share": 0.25, "fat_mm": 6.0,
        "wanted_c": 58.0, "usual_kg": 2.2,
        "note": "Score the fat; carve lengthwise or in slices off the bone.",
    },
    {
        "id": "lamb-loin", "kind": "lamb", "name": "Loin of lamb, boned and rolled",
        "aliases": ("lamb loin", "boneless lamb loin", "cannon with flank"),
        "shape": (1.0, 1.1, 2.8), "meat": MARBLED, "fat_mm": 4.0, "safety": "rolled",
        "wanted_c": 58.0, "usual_kg": 1.0, "tied": True,
        "note": "Thin: minutes, not hours. Rolling carries the outside inside.",
    },
    {
        "id": "lamb-breast-rolled", "kind": "lamb", "name": "Breast of lamb, rolled",
        "aliases": ("rolled breast", "lamb flank", "stuffed breast"), "shape": (1.0, 1.1, 2.6),
        "meat": BELLY, "collagen": True, "safety": "rolled", "wanted_c": 90.0, "usual_kg": 1.0,
        "tied": True, "note": "Fat and cheap: slow until tender, then crisp.",
    },
    # --- pork ------------------------------------------------------------------------------------
    {
        "id": "pork-loin-rind", "kind": "pork", "name": "Loin of pork, boned, with rind",
        "aliases": ("boneless pork loin", "pork loin roast", "crackling loin"),
        "shape": (1.0, 1.25, 3.0), "meat": {"water": 0.66, "protein": 0.20, "fat": 0.13},
        "rind": True, "fat_mm": 8.0, "safety": "pork", "wanted_c": 66.0, "usual_kg": 2.6,
        "tied": True,
        "note": "Have the rind scored finely; salt it and let it dry cold overnight.",
    },
    {
        "id": "pork-loin-bone", "kind": "pork", "name": "Loin of pork on the bone, with rind",
        "aliases": ("pork rack", "bone-in pork loin", "rack of pork", "pork rib roast"),
        "shape": (1.0, 1.4, 2.4), "meat": {"water": 0.66, "protein": 0.20, "fat": 0.13},
        "bone_share": 0.2, "rind": True, "fat_mm": 9.0, "safety": "pork", "wanted_c": 66.0,
        "usual_kg": 2.4, "note": "Chine off; lift the crackling off to carve between the ribs.",
    },
    {
        "id": "pork-leg", "kind": "pork", "name": "Leg of pork, boned and tied",
        "aliases": ("fresh ham", "pork haunch"), "shape": (1.0, 1.2, 1.7), "rind": True,
        "fat_mm": 8.0, "safety": "pork", "wanted_c": 68.0, "usual_kg": 2.5, "tied": True,
        "note": "Score the rind; dry it well.",
    },
    {
        "id": "pork-shoulder", "kind": "pork", "name": "Shoulder of pork, boned, with rind",
        "aliases": ("pork shoulder", "boneless shoulder of pork"), "shape": (1.0, 1.3, 1.9),
        "meat": FATTY, "rind": True, "fat_mm": 9.0, "collagen": True, "safety": "pork",
        "wanted_c": 90.0, "usual_kg": 2.6, "tied": True,
        "note": "Slow until tender; the rind blisters at the end.",
    },
    {
        "id": "pork-neck", "kind": "pork", "name": "Neck end of pork, boned",
        "aliases": ("boston butt", "pork collar", "shoulder butt"), "shape": (1.0, 1.1, 1.9),
        "meat": FATTY, "collagen": True, "safety": "pork", "wanted_c": 90.0, "usual_kg": 2.0,
        "note": "Slow until tender.",
    },
    {
        "id": "pork-hand", "kind": "pork", "name": "Hand of pork on the bone, with rind",
        "aliases": ("picnic shoulder", "hand and spring", "picnic ham"),
        "shape": (1.0, 1.25, 1.9), "profile": "tapered", "meat": FATTY, "bone_share": 0.18,
        "rind": True, "fat_mm": 6.0, "collagen": True, "safety": "pork", "wanted_c": 90.0,
        "usual_kg": 2.8, "note": "Bony and sinewy: slow until the bone turns freely.",
    },
    {
        "id": "pork-belly", "kind": "pork", "name": "Belly of pork, with rind",
        "aliases": ("pork belly", "side pork", "streaky slab"), "shape": (1.0, 4.0, 6.5),
        "section": "block", "profile": "flat", "meat": BELLY, "rind": True, "fat_mm": 8.0,
        "collagen": True, "safety": "pork", "wanted_c": 90.0, "usual_kg": 2.0,
        "note": "Flat: lay it rind up and level; slow, then blister the rind.",
    },
    {
        "id": "pork-tenderloin", "kind": "pork", "name": "Pork tenderloin",
        "aliases": ("pork fillet",), "shape": (1.0, 1.15, 5.0), "profile": "barrel",
        "safety": "pork", "wanted_c": 64.0, "usual_kg": 0.5, "note": "Thin: minutes, not hours.",
    },
    # --- game ------------------------------------------------------------------------------------
    {
        "id": "venison-haunch-boned", "kind": "game", "name": "Haunch of venison, boned and tied",
        "aliases": ("venison leg", "deer roast", "haunch"), "shape": (1.0, 1.15, 1.9),
        "meat": GAME, "safety": "game", "wanted_c": 57.0, "usual_kg": 1.8, "tied": True,
        "note": "Very lean: fat on top, and no further than pink where your authority allows it.",
    },
    {
        "id": "venison-saddle", "kind": "game", "name": "Saddle of venison",
        "aliases": ("deer saddle", "venison double loin"), "shape": (1.0, 1.9, 3.6),
        "section": "block", "meat": GAME, "bone_share": 0.25, "safety": "game",
        "wanted_c": 57.0, "usual_kg": 2.4, "note": "Feel for shot before it is tied.",
    },
    {
        "id": "venison-loin", "kind": "game", "name": "Loin of venison, boned",
        "aliases": ("venison fillet", "backstrap", "deer loin"), "shape": (1.0, 1.2, 4.5),
        "profile": "barrel", "meat": GAME, "safety": "game", "wanted_c": 56.0, "usual_kg": 0.8,
        "note": "Pan first, oven second.",
    },
    {
        "id": "venison-shoulder", "kind": "game", "name": "Shoulder of venison, rolled",
        "aliases": ("deer shoulder", "venison shoulder"), "shape": (1.0, 1.2, 2.0),
        "meat": GAME, "collagen": True, "safety": "game", "wanted_c": 90.0, "usual_kg": 1.6,
        "tied": True, "note": "Slow and covered, with liquid: there is no fat to baste it.",
    },
    {
        "id": "boar-loin", "kind": "game", "name": "Loin of wild boar",
        "aliases": ("wild boar loin", "feral pig loin"), "shape": (1.0, 1.25, 2.8),
        "meat": GAME, "safety": "boar", "wanted_c": 71.0, "usual_kg": 1.4,
        "note": "A wild omnivore: household freezing does not kill every parasite.",
    },
    {
        "id": "boar-shoulder", "kind": "game", "name": "Shoulder of wild boar",
        "aliases": ("wild boar shoulder", "feral pig shoulder"), "shape": (1.0, 1.3, 1.9),
        "meat": MEDIUM, "collagen": True, "safety": "boar", "wanted_c": 90.0, "usual_kg": 2.2,
        "note": "A wild omnivore: household freezing does not kill every parasite.",
    },
    {
        "id": "boar-haunch", "kind": "game", "name": "Haunch of wild boar, boned and tied",
        "aliases": ("wild boar leg", "wild boar ham"), "shape": (1.0, 1.2, 1.9), "meat": GAME,
        "safety": "boar", "wanted_c": 72.0, "usual_kg": 2.2, "tied": True,
        "note": "A wild omnivore: household freezing does not kill every parasite.",
    },
    {
        "id": "hare-saddle", "kind": "game", "name": "Saddle of hare",
        "aliases": ("hare", "rabbit saddle"), "shape": (1.0, 1.8, 4.5), "section": "block",
        "meat": GAME, "bone_share": 0.3, "safety": "game", "wanted_c": 60.0, "usual_kg": 0.6,
        "note": "Small and lean. Handle with gloves.",
    },
    {
        "id": "kid-leg", "kind": "game", "name": "Leg of kid",
        "aliases": ("goat leg", "kid goat"), "shape": (1.0, 1.2, 2.8), "profile": "tapered",
        "meat": GAME, "bone_share": 0.2, "wanted_c": 62.0, "usual_kg": 1.6,
        "note": "Leaner than lamb; the knuckle is done first.",
    },
)  # fmt: skip
