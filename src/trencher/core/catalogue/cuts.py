"""The cuts: what each is made of and shaped like, under every name a cook may type.

Proportions, trim and bone are estimates (``estimate``); compositions are typical of the national
tables, rounded (``composition-typical``). Users' measurements always win over proportions.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.errors import UnknownName
from trencher.core.thermal.geometry import Profile, Section
from trencher.core.thermal.properties import LEAN, Composition

Kind = Literal["beef", "lamb", "pork", "game"]
SafetyClass = Literal["whole", "rolled", "pork", "game", "boar"]


@dataclass(frozen=True, kw_only=True)
class Cut:
    """One cut. ``shape``: thickness : width : length; shares are of the raw weight as bought.

    ``wanted_c``: the usual peak; ``collagen``: wants time at heat, not a core number.
    """

    id: str
    kind: Kind
    name: str
    aliases: tuple[str, ...]
    shape: tuple[float, float, float]
    profile: Profile = "even"
    section: Section = "oval"
    meat: Composition = LEAN
    bone_share: float = 0.0
    trim_share: float = 0.02
    usual_kg: float = 1.8
    wanted_c: float = 57.0
    collagen: bool = False
    rind: bool = False
    safety: SafetyClass = "whole"
    note: str = ""
    sources: tuple[str, ...] = ("composition-typical", "estimate")


_MARBLED = Composition(water=0.64, protein=0.19, fat=0.16)
_LEAN_GAME = Composition(water=0.74, protein=0.22, fat=0.03)
_FATTY = Composition(water=0.58, protein=0.17, fat=0.24)

_ALL = (
    Cut(
        id="beef-sirloin-boned", kind="beef", name="Sirloin of beef, boned and tied",
        aliases=("striploin roast", "strip loin", "new york roast", "boned sirloin"),
        shape=(1.0, 1.1, 2.0), meat=Composition(water=0.69, protein=0.21, fat=0.09),
        trim_share=0.04, usual_kg=1.9,
        note="One whole muscle, tied for shape. Ask for the chain off and the fat left on.",
    ),
    Cut(
        id="beef-fore-rib", kind="beef", name="Fore rib of beef on the bone",
        aliases=("rib roast", "prime rib", "standing rib", "wing rib"),
        shape=(1.0, 1.25, 1.4), meat=_MARBLED, bone_share=0.18, usual_kg=3.0,
        note="Have the chine bone off, so that it carves between the ribs.",
    ),
    Cut(
        id="beef-rib-rolled", kind="beef", name="Rib of beef, boned and rolled",
        aliases=("boneless rib roast", "rolled rib", "rib eye roast"),
        shape=(1.0, 1.1, 1.7), meat=_MARBLED, safety="rolled", usual_kg=2.0,
        note="Rolling carries the outside inside.",
    ),
    Cut(
        id="beef-fillet", kind="beef", name="Fillet of beef, middle piece",
        aliases=("tenderloin", "chateaubriand piece", "filet"),
        shape=(1.0, 1.2, 3.6), wanted_c=54.0, usual_kg=1.0,
        note="Fold the tail under and tie it, so that it is even.",
    ),
    Cut(
        id="beef-rump-cap", kind="beef", name="Rump cap of beef",
        aliases=("sirloin cap", "coulotte", "top sirloin cap"),
        shape=(1.0, 2.0, 3.0), profile="tapered", meat=_MARBLED, wanted_c=56.0, usual_kg=1.2,
        note="Leave its fat on and score it; carve across the grain.",
    ),
    Cut(
        id="beef-topside", kind="beef", name="Topside of beef",
        aliases=("top round", "inside round"), shape=(1.0, 1.25, 1.8), wanted_c=56.0,
        usual_kg=1.8, note="Lean: thin slices, and no further than pink.",
    ),
    Cut(
        id="beef-silverside", kind="beef", name="Silverside of beef",
        aliases=("bottom round", "outside round", "rump roast"), shape=(1.0, 1.3, 2.1),
        wanted_c=58.0, usual_kg=1.8, note="Coarse grain: thin slices straight across it.",
    ),
    Cut(
        id="beef-brisket-rolled", kind="beef", name="Brisket of beef, rolled",
        aliases=("rolled brisket", "brisket flat"), shape=(1.0, 1.15, 2.2), meat=_FATTY,
        collagen=True, safety="rolled", wanted_c=92.0, usual_kg=2.0,
        note="Wants hours at heat until tender, not a core number.",
    ),
    Cut(
        id="lamb-leg", kind="lamb", name="Leg of lamb on the bone",
        aliases=("whole leg", "gigot", "leg of lamb", "lamb leg bone in"), shape=(1.0, 1.2, 2.7),
        profile="tapered", meat=Composition(water=0.70, protein=0.20, fat=0.09), bone_share=0.17,
        wanted_c=60.0, usual_kg=2.4, note="Knuckle end is done first: for those who like it so.",
    ),
    Cut(
        id="lamb-shoulder-rolled", kind="lamb", name="Shoulder of lamb, boned and rolled",
        aliases=("rolled shoulder", "boneless lamb shoulder"), shape=(1.0, 1.1, 2.0), meat=_FATTY,
        collagen=True, safety="rolled", wanted_c=88.0, usual_kg=1.8,
        note="Slow until tender; rolling carries the outside inside.",
    ),
    Cut(
        id="lamb-saddle", kind="lamb", name="Saddle of lamb",
        aliases=("double loin of lamb", "lamb loin roast"), shape=(1.0, 2.0, 3.2), section="block",
        meat=_MARBLED, bone_share=0.25, wanted_c=58.0, usual_kg=2.2,
        note="Score the fat; carve lengthwise or in slices off the bone.",
    ),
    Cut(
        id="lamb-rack", kind="lamb", name="Rack of lamb",
        aliases=("best end", "rack", "carré"), shape=(1.0, 1.9, 4.5), section="block",
        bone_share=0.25, wanted_c=57.0, usual_kg=0.8, note="Chine off; pan first suits it.",
    ),
    Cut(
        id="pork-loin-rind", kind="pork", name="Loin of pork, boned, with rind",
        aliases=("boneless pork loin", "pork loin roast", "crackling loin"),
        shape=(1.0, 1.25, 3.0), meat=Composition(water=0.66, protein=0.20, fat=0.13), rind=True,
        safety="pork", wanted_c=66.0, usual_kg=2.6,
        note="Have the rind scored finely; salt it and let it dry cold overnight.",
    ),
    Cut(
        id="pork-neck", kind="pork", name="Neck end of pork, boned",
        aliases=("boston butt", "pork collar", "shoulder butt"), shape=(1.0, 1.1, 1.9), meat=_FATTY,
        collagen=True, safety="pork", wanted_c=90.0, usual_kg=2.0,
        note="Slow until tender.",
    ),
    Cut(
        id="pork-leg", kind="pork", name="Leg of pork, boned and tied",
        aliases=("fresh ham", "pork haunch"), shape=(1.0, 1.2, 1.7), rind=True, safety="pork",
        wanted_c=68.0, usual_kg=2.5, note="Score the rind; dry it well.",
    ),
    Cut(
        id="pork-tenderloin", kind="pork", name="Pork tenderloin",
        aliases=("pork fillet",), shape=(1.0, 1.15, 5.0), profile="barrel", safety="pork",
        wanted_c=64.0, usual_kg=0.5, note="Thin: minutes, not hours.",
    ),
    Cut(
        id="venison-haunch-boned", kind="game", name="Haunch of venison, boned and tied",
        aliases=("venison leg", "deer roast", "haunch"), shape=(1.0, 1.15, 1.9), meat=_LEAN_GAME,
        safety="game", wanted_c=57.0, usual_kg=1.8,
        note="Very lean: fat on top, and no further than pink where your authority allows it.",
    ),
    Cut(
        id="boar-shoulder", kind="game", name="Shoulder of wild boar",
        aliases=("wild boar shoulder", "feral pig shoulder"), shape=(1.0, 1.3, 1.9),
        meat=Composition(water=0.70, protein=0.20, fat=0.09), collagen=True, safety="boar",
        wanted_c=90.0, usual_kg=2.2,
        note="A wild omnivore: household freezing does not kill every parasite.",
    ),
    Cut(
        id="hare-saddle", kind="game", name="Saddle of hare",
        aliases=("hare", "rabbit saddle"), shape=(1.0, 1.8, 4.5), section="block", meat=_LEAN_GAME,
        bone_share=0.3, safety="game", wanted_c=60.0, usual_kg=0.6,
        note="Small and lean. Handle with gloves.",
    ),
    Cut(
        id="kid-leg", kind="game", name="Leg of kid",
        aliases=("goat leg", "kid goat"), shape=(1.0, 1.2, 2.8), profile="tapered",
        meat=_LEAN_GAME, bone_share=0.2, wanted_c=62.0, usual_kg=1.6,
        note="Leaner than lamb; the knuckle is done first.",
    ),
)  # fmt: skip

CUTS: dict[str, Cut] = {cut.id: cut for cut in _ALL}

CUSTOM = Cut(
    id="custom", kind="beef", name="A piece of lean meat", aliases=(), shape=(1.0, 1.0, 2.0),
    profile="flat", trim_share=0.0, note="An even cylinder with flat ends.",
)  # fmt: skip


def cut_named(cut_id: str) -> Cut:
    """The cut with this id. UnknownName offers the nearest ids."""
    if cut_id == "custom":
        return CUSTOM
    try:
        return CUTS[cut_id]
    except (KeyError, TypeError):
        raise UnknownName("joint.cut", cut_id, [*CUTS, "custom"]) from None
