"""What to ask the butcher for, as lines of a card."""

from __future__ import annotations

from trencher.core.catalogue.care import Care
from trencher.core.day.buying import ribs_of
from trencher.core.joint import Joint, size_of
from trencher.core.units import said_kg, said_mm

THIN_FAT_MM = 3.0


def card(joint: Joint, care: Care) -> tuple[str, ...]:
    """The card's lines, quantities marked: what, how heavy, how thick, what to have done to it,
    what to ask."""
    cut = joint.facts
    size = size_of(joint)
    ribs = ribs_of(cut, joint.weight_kg)
    weight = f"{cut.name}, about {said_kg(joint.weight_kg)}"
    lines = [f"{weight}, {ribs} ribs" if ribs and ribs > 1 else weight]
    lines.append(
        f"In one piece, about {said_mm(size.thickness_mm)} at its thickest and "
        f"{said_mm(size.length_mm)} long: rather long and even than short and thick."
    )
    if cut.bone_share > 0 and ribs:
        lines.append("Chine bone off, ribs left on and cleaned; the bones to take home.")
    elif cut.bone_share > 0:
        lines.append("On the bone; the shank end sawn, not broken.")
    else:
        lines.append("Boned; the bones to take home for stock.")
    if cut.rind:
        lines.append("Rind left on, dry, scored shallowly and close, not into the meat.")
    elif joint.top_fat_mm > THIN_FAT_MM:
        lines.append(f"Fat cover left on, about {said_mm(joint.top_fat_mm)}, even.")
    tied = cut.tied if joint.tied is None else joint.tied
    if cut.safety == "rolled" or "rolled" in joint.flags:
        lines.append("Rolled and tied: ask what lies inside, and turn it over before you pay.")
    elif tied or care.tie:
        lines.append("One whole muscle, tied for shape and not rolled; end piece off.")
    lines.append("Turn it over: is there fat or a bone hidden beneath?")
    lines.append("Has it been frozen? Has it been injected, needled or tenderised?")
    if cut.kind == "game":
        lines.append("When was it shot, how was it hung? Are there pellets or splinters in it?")
    if cut.note:
        lines.append(cut.note)
    return tuple(lines)
