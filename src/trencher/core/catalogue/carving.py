"""How each cut is carved: string, bones, grain, thickness, how it is held. Common knife craft as
text books of butchery and the table have it; thicknesses are estimates of taste, in millimetres.

Words with ``{knife}`` and ``{guide}`` are filled with the carver's own hands.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from trencher.core.catalogue.cuts import Cut


@dataclass(frozen=True, kw_only=True)
class Carve:
    """What is particular about a cut; "" leaves it to its facts. ``thick_mm``: of one slice.
    ``cap``: a part that lifts off whole and may be claimed; ``bones``: what may be picked."""

    bone: str = ""
    grain: str = ""
    hold: str = ""
    thick_mm: tuple[int, int] | None = None
    cap: str = ""
    bones: str = ""


TENDER_MM, LEAN_MM, ROLLED_MM, PULLED_MM = (8, 12), (3, 5), (8, 10), (15, 20)
_SADDLE = (
    "Run the knife down one side of the ridge bone, then along the ribs under the eye; lift each "
    "eye off whole, turn the saddle and take the fillets from beneath."
)
_RACK = "Stand it on its bones and cut down between the ribs."
_LEG = (
    "Hold it by the shank with a cloth. Cut down to the bone across the thick side, then free the "
    "slices with one cut along the bone; turn it and take the rest flat along it."
)
_TALL = (
    "Cut it in half across, lay each half on its cut face and slice downwards: a tall piece tips."
)

CARVES: Mapping[str, Carve] = {
    "beef-fore-rib": Carve(
        bone="Stand it on its end, cut down along the ribs and take the bones off in one piece; "
        "then lay it down and slice.", cap="the cap", bones="a rib bone", thick_mm=(8, 12),
    ),
    "beef-single-rib": Carve(
        bone="Run the knife along the bone and take the meat off whole.",
        grain="Slice it across, on a slant.", bones="the bone", thick_mm=(8, 10),
    ),
    "beef-rump-cap": Carve(
        grain="Its grain runs at a slant from the thin corner: turn it until the knife crosses the "
        "fibres.", thick_mm=(6, 8),
    ),
    "beef-rump-tail": Carve(
        grain="The grain turns half-way: cut it in two there and slice each part across its own.",
        thick_mm=(5, 7),
    ),
    "beef-brisket-flat": Carve(grain="The fibres run long: a slice along them is string."),
    "lamb-leg": Carve(bone=_LEG, bones="the shank", thick_mm=(6, 8)),
    "kid-leg": Carve(bone=_LEG, bones="the shank", thick_mm=(5, 7)),
    "lamb-leg-half": Carve(bone=_LEG, bones="the bone", thick_mm=(6, 8)),
    "lamb-shoulder-bone": Carve(
        bone="Pull the blade bone out with a cloth: when it is tender it comes by itself.",
        bones="the blade",
    ),
    "lamb-rack": Carve(bone=_RACK, bones="a cutlet bone", hold="Its own bones hold it."),
    "lamb-saddle": Carve(bone=_SADDLE, bones="the ridge bone", thick_mm=(6, 8)),
    "venison-saddle": Carve(bone=_SADDLE, bones="the ridge bone", thick_mm=(8, 10)),
    "hare-saddle": Carve(bone=_SADDLE, bones="the ridge bone", thick_mm=(6, 8)),
    "pork-loin-bone": Carve(
        bone="Cut down along the ribs and take them off in one piece, or down between them for a "
        "chop each.", bones="a rib bone",
    ),
    "pork-hand": Carve(
        bone="Work round the bone with the point, then lift it out.", bones="the bone"
    ),
    "pork-belly": Carve(
        hold="Turn it rind down to slice: the knife ends in the rind, not before it."
    ),
    "beef-eye-of-round": Carve(thick_mm=(2, 4)),
    "beef-silverside": Carve(thick_mm=(3, 4)),
    "beef-topside": Carve(thick_mm=(3, 5)),
    "pork-leg": Carve(hold=_TALL),
    "pork-shoulder": Carve(hold=_TALL),
}  # fmt: skip


@dataclass(frozen=True)
class CarvingNote:
    """One thing to mind, under its topic."""

    topic: str
    words: str


HELD = (
    "Damp cloth under the board. If it slides, take one slice off its underside and set it on that."
)


def carve_of(cut: Cut) -> Carve:
    """What is particular about a cut."""
    return CARVES.get(cut.id, Carve())


def thickness_mm(cut: Cut) -> tuple[int, int]:
    """How thick a slice of it is cut."""
    if (own := carve_of(cut).thick_mm) is not None:
        return own
    if cut.collagen:
        return PULLED_MM
    if cut.safety == "rolled" or cut.rind:
        return ROLLED_MM
    return LEAN_MM if cut.meat.fat < 0.06 and cut.kind == "beef" else TENDER_MM


def _grain(cut: Cut, grain_deg: float | None) -> str:
    if grain_deg is not None and abs(grain_deg) < 10.0:
        return "The grain was seen to run along it: slice straight across."
    if grain_deg is not None:
        side = "left" if grain_deg < 0 else "right"
        return (
            f"The grain was seen to run {abs(grain_deg):.0f}° to its length, leaning {side}: turn "
            "it by that much, so that the knife crosses the fibres."
        )
    own = carve_of(cut).grain
    if own:
        return own
    if cut.collagen:
        return "Look for the fibres before you cut, and cross them; or pull it apart along them."
    return "Across the grain: look at the cut end, and let the knife cross the fibres."


def notes(
    cut: Cut, *, tied: bool, grain_deg: float | None = None, begin: str = "thick",
    left_handed: bool = False,
) -> tuple[CarvingNote, ...]:  # fmt: skip
    """What to mind in carving this joint, in the order of the work. ``begin``: the end to begin at,
    "thick" or "thin"; ``grain_deg``: as it was drawn while raw, degrees from its length."""
    own = carve_of(cut)
    knife, guide = ("left", "right") if left_handed else ("right", "left")
    low, high = thickness_mm(cut)
    thin = high <= 5
    found = [
        CarvingNote(
            "place",
            f"Lay it with its {begin} end to your {knife}: begin there, the knife in your {knife} "
            f"hand, the fork in your {guide}, well behind the blade.",
        ),
        CarvingNote("hold", own.hold or HELD),
    ]
    if own.hold:
        found.append(CarvingNote("hold", HELD))
    if tied:
        found.append(
            CarvingNote(
                "string", "String off only now; with a loose piece, only from the part you cut."
            )
        )
    if cut.rind:
        found.append(
            CarvingNote(
                "rind",
                "Lift the crackling off first, along the fat, and break it: the knife then meets "
                "meat only.",
            )
        )
    if own.bone or cut.bone_share > 0:
        found.append(CarvingNote("bone", own.bone or "Take the bone out before you slice."))
    found.append(CarvingNote("grain", _grain(cut, grain_deg)))
    found.append(
        CarvingNote(
            "thickness",
            f"Slices of {{l:{low}}} to {{l:{high}}}: "
            + (
                "lean meat eats tender when it is thin."
                if thin
                else "it falls apart; thicker holds together."
                if cut.collagen
                else "it is tender enough to be cut thick."
            ),
        )
    )
    found.append(
        CarvingNote(
            "knife",
            "A long knife, sharp, drawn and not pressed. For a weak hand: a serrated one, or a "
            "corded knife away from the sink.",
        )
    )
    return tuple(found)


def portions(cut: Cut, slices: int, *, crackling: bool) -> tuple[tuple[str, str], ...]:
    """What may be claimed besides a slice: code and words."""
    own = carve_of(cut)
    found = [("end-thick", "the thick end"), ("end-thin", "the thin end")] if slices > 1 else []
    if own.bones or cut.bone_share > 0:
        found.append(("bone", own.bones or "the bone"))
    if own.cap:
        found.append(("cap", own.cap))
    if crackling:
        found.append(("crackling", "the crackling"))
    return tuple(found)
