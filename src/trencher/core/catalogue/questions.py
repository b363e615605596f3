"""What cooks ask in the moment, and the place that has the answer worked out for tonight.

One row a question: how it is gasped (the first is shown), the place that answers, and what then
answers. Which part of that place is opened is the screen's to know. Words are the job's own; a new
one costs nothing, matching is by the words they share.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Where = Literal["block", "ways", "hand", "day", "fire", "board", "book", "ovens", "reckoner"]


@dataclass(frozen=True)
class Question:
    """A question: ``words`` ways to ask it, the ``place`` that answers, ``answer`` in words."""

    id: str
    words: tuple[str, ...]
    place: Where
    answer: str


def _q(id: str, place: Where, answer: str, *words: str) -> Question:
    return Question(id, words, place, answer)


QUESTIONS: tuple[Question, ...] = (
    # --- buying ----------------------------------------------------------------------------------
    _q("how-heavy", "block", "kilograms to ask for, and what is left over",
       "how heavy for so many people", "how much to buy", "how many ribs", "what is left over"),
    _q("bone-or-not", "block", "two offers as plates and price a plate",
       "boned or on the bone, per plate", "bone in or boneless"),
    _q("bargain", "block", "two offers as meals and price a plate",
       "is this offer a bargain, how many meals is it", "reduced, special offer, cheap"),
    _q("dearer", "block", "the price of a plate beside the dearer one's",
       "is the dearer grade worth it", "better quality, expensive"),
    _q("hidden", "block", "where the raw weight goes: bone, trim, oven, plates",
       "how much fat and bone is hidden", "waste, trim, where does the weight go"),
    _q("butcher", "block", "the butcher's card",
       "what do I ask the butcher", "order at the butcher, chine, scored"),
    _q("no-meat", "day", "the mains for those who eat none of it",
       "what do those eat who eat none of it", "vegetarian, no meat, vegan guest"),
    # --- the day before --------------------------------------------------------------------------
    _q("salt", "block", "grams and spoons of this salt, and what it still does",
       "is salting still worth it", "how many grams of my salt", "forgot the salt",
       "how much salt"),
    _q("frozen", "block", "thaw by thickness, or starting from ice",
       "when out of the freezer", "still ice inside this morning", "it is frozen, thaw, defrost"),
    _q("dry-cold", "day", "the fridge's shelves, and when it goes in uncovered",
       "is there room to let it dry cold overnight", "fridge space, uncovered overnight"),
    _q("scorch", "ways", "the ways with the stage that scorches it, and a later moment",
       "will this coat scorch", "will the honey burn", "butter, garlic, sugar, crust burns"),
    _q("order", "day", "the running order, each step with what precedes it",
       "what goes on before what", "which first", "in which order"),
    # --- setting up ------------------------------------------------------------------------------
    _q("units", "reckoner", "the recipe in this dial's numbers",
       "recipe and dial speak different units", "fahrenheit, celsius, gas mark, convert"),
    _q("dial-lies", "ovens", "the dial's error with its doubt, apart from the fan",
       "my dial lies", "is the fan already in that", "oven runs hot, oven thermometer"),
    _q("cold-oven", "hand", "minutes and degrees for an oven not yet hot",
       "may it go in before the oven is hot", "no time to preheat, cold oven"),
    _q("which-oven", "ovens", "each oven tonight: in by, shelf, room, tin",
       "which of my two ovens", "does it fit", "what goes underneath", "which shelf, which tin"),
    _q("roots", "day", "each side: browns, or stays pale",
       "roots in the same tin: brown or steamed", "potatoes round the joint"),
    # --- timing ----------------------------------------------------------------------------------
    _q("when-all", "day", "every step with its hour",
       "we eat at a fixed hour: when is everything", "when do I start", "timetable, schedule"),
    _q("disagree", "reckoner", "the rules side by side on this joint",
       "label, recipe and family disagree", "the recipe contradicts itself", "which rule"),
    _q("flat", "block", "what ten millimetres more or less are in minutes",
       "it is flat: does the rule hold", "thin piece, thickness, long and thin"),
    _q("hot-start", "reckoner", "whether the hot start is in the minutes, each way reckoned",
       "does the hot start count in the minutes per weight",
       "minutes per pound, twenty plus twenty"),
    _q("two-joints", "day", "the joints in their ovens, ending together",
       "two joints in one oven, ending together", "both roasts at once"),
    _q("oven-down", "fire", "when the oven is there, drawn on the curve",
       "how long until the oven is down at the lower heat", "oven still too hot, falling air"),
    _q("fragile", "hand", "the weakest moments, each with its cost and its guard",
       "where is this plan most fragile", "what can go wrong"),
    # --- roasting --------------------------------------------------------------------------------
    _q("browned-early", "fire", "options with the new take-out",
       "browned early: down now, and done when", "too brown already", "dark too soon"),
    _q("pale", "fire", "options that brown it, with their cost",
       "pale at the end", "no colour, not brown enough"),
    _q("next-look", "fire", "the hour of the next look",
       "when do I look next", "when to check again", "next look"),
    _q("door-cost", "fire", "what was just entered, with its minutes",
       "what did that open door cost", "I left the door open"),
    _q("two-places", "fire", "both readings; the lowest for the figure",
       "two places differ: which counts", "thick end and thin end differ"),
    _q("tip-in-fat", "fire", "whether the reading is believed, and the remedy",
       "is the tip in fat", "the probe reads too low, wrong place, near the bone"),
    _q("jumped", "fire", "whether the jump is believed, and the remedy",
       "it jumped", "the reading jumped, sudden change"),
    _q("on-course", "fire", "where the plan had it by now, and how far off the hour is",
       "so low after a third of the time: am I on course", "is it behind, slow, too cold inside"),
    _q("next-minutes", "fire", "degrees a minute",
       "how far in the next minutes", "how fast is it rising, degrees per minute"),
    _q("no-probe", "fire", "signs by eye, ear and hand, each with what it speaks of",
       "no thermometer", "how do I tell without a probe", "press it, juices"),
    _q("missed-turn-down", "fire", "the turn-down, now or for when it was due",
       "I missed the turn-down", "forgot to turn the oven down"),
    _q("smoke", "fire", "the hazard first, then what helps", "it smokes", "smoke"),
    _q("soft-rind", "fire", "what crisps it, with its cost",
       "soft rind", "no crackling, rubbery skin"),
    _q("dark-top", "fire", "foil and the others, with the new take-out",
       "top too dark", "the top burns"),
    _q("dry-tin", "fire", "liquid under it, with its cost",
       "tin dry", "nothing in the tin"),
    _q("scorching", "fire", "what to do with a tin that scorches",
       "tin scorching", "the juices burn in the tin"),
    _q("not-heating", "fire", "the other oven, hotter, later",
       "oven not heating", "oven stuck, does not get hot"),
    _q("found-off", "fire", "how it goes on, worked out",
       "oven found off", "the oven was off, power cut"),
    _q("probe-dead", "fire", "how to go on without it",
       "probe dead", "the thermometer is dead, battery empty"),
    # --- finishing -------------------------------------------------------------------------------
    _q("which-is-out", "fire", "the reading that means out, and when",
       "which reading means out", "take it out at what temperature"),
    _q("on-the-line", "fire", "the take-out, now or in so many minutes",
       "on the line: out or not", "is it done now"),
    _q("climb", "hand", "the climb under each cover, as a difference",
       "how far will it climb under this cover", "carryover, rest covered or open"),
    _q("when-carve", "board", "from when to when it may be carved",
       "how soon may I carve", "how long may it wait", "resting time"),
    _q("overshot", "fire", "what each way out saves",
       "it overshot: what can be saved", "overcooked, too hot, too far gone"),
    _q("guests-late", "fire", "ways to be later, with the oven's heat",
       "guests late", "stall it, they are late, delayed"),
    _q("must-hurry", "fire", "ways to be sooner, each with its cost",
       "must be sooner", "hurry, running late, guests are here"),
    _q("ahead", "fire", "how early it is, and ways to be ready at the hour all the same",
       "it is early: will it wait", "ready too soon, ahead of time, stall"),
    _q("blast", "ways", "both ways on one clock, the climb and the hour of each",
       "blast now or rest first", "reverse sear, rest before the blast"),
    _q("hot-oven", "day", "what is in the oven while it rests",
       "what uses the hot oven meanwhile", "oven free during the rest, puddings"),
    _q("gravy", "day", "grams of starch for these drippings, and what is left behind",
       "how much starch for this gravy", "what is black in the tin", "thicken, cornflour, flour"),
    # --- carving ---------------------------------------------------------------------------------
    _q("who-gets", "board", "names on the slices, and who is flashed",
       "who gets which slice", "who asked for what", "well done, pink, pregnant guest"),
    _q("which-end", "board", "the end to begin at, the coolest slice",
       "where is the middle, which end first", "coolest slice"),
    _q("grain", "board", "the grain as drawn, and how to turn it",
       "which way did the grain run", "across the grain"),
    _q("how-thick", "board", "the thickness, and how many slices",
       "how thick, how many slices", "thin or thick slices"),
    _q("slides", "board", "how it is held",
       "it slides under the knife", "it slips, how to hold it"),
    _q("weak-hand", "board", "the knife for it",
       "which knife for a weak hand", "knife, carving, left-handed"),
    # --- after -----------------------------------------------------------------------------------
    _q("until-when", "board", "the last day of each batch",
       "until when may it be eaten", "how long do leftovers keep, use by"),
    _q("out-since", "board", "how long it has been out, and what follows",
       "it has been out since lunch", "left out, forgot to put it in the fridge"),
    _q("cold-slices", "board", "plates of it, and for which meal",
       "what becomes of the cold slices", "leftovers, plan, sandwiches"),
    _q("better", "book", "planned against happened, line by line",
       "did it turn out better", "last time, compare roasts"),
    _q("plate-cost", "block", "the price of a plate",
       "what did a plate cost in the end", "price per plate, per serving"),
    _q("bigger", "block", "the joint at another thickness, reckoned anew",
       "same kitchen, bigger joint: what now", "scale up, larger joint"),
    # --- body ------------------------------------------------------------------------------------
    _q("too-heavy", "day", "steps rewritten for what can be lifted",
       "too heavy to lift hot", "one hand, cannot lift, weak grip, wrist"),
    _q("greasy", "fire", "one touch enters it; alarms are answered by an elbow",
       "greasy hands", "wet hands, no clean hands"),
    _q("cloth", "fire", "the caution beside what is lifted",
       "is this cloth dry enough for that handle", "hot handle, oven cloth, burn"),
)  # fmt: skip
