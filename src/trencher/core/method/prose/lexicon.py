"""The trade's words for what is done to a joint and what lies about it, by what they mean.

One phrase a line, as it is written: a blank is any white space, ``{MEAT}`` and its like stand for
the words below, and every phrase ends where a word does. A phrase that begins with ``+`` looks at
what follows itself; one that begins with ``~`` says both its ends. The longest phrase at a place
wins. A new word belongs here and nowhere else.
"""

from __future__ import annotations

import re

NAMES = {
    "MEAT": (r"(?:it|them|this|that|the (?:joint|meat|roast|beef|lamb|pork|leg|shoulder|rib|ribs"
         r"|sirloin|fillet|loin|rack|venison|haunch|saddle|topside|silverside|brisket|belly|rump"
         r"|tenderloin|piece|boar|hare|kid|gammon|butt|chuck|roll|crown|side))"),
    "OVEN": r"(?:(?:the |your )?(?:oven|heat|temperature|gas|dial)(?: temperature)? )?",
    "FOIL": r"(?:(?:the|a|its|some) )?(?:foil|lid|cover|tin\s*foil|parchment|paper)",
    "POT": r"(?:pot|casserole|dutch oven|roaster|dish|pan|tin|tray)",
}  # fmt: skip

ACTS: dict[str, tuple[str, ...]] = {
    "preheat": (
        r"pre-?heat(?:ed|ing)?",
        r"(?:heat|set) (?:up )?(?:the |your |an? )?oven",
        r"(?:warm|get|bring|light|have) (?:up )?(?:the|your|an?) oven",
        r"(?:set|turn) (?:the |your )?oven (?:at|to)",
        r"while (?:the|your) oven (?:heats|gets|comes|goes)(?: up)?",
        r"+oven\s*(?:temp(?:erature)?\s*)?:",
    ),
    "down": (
        (r"(?:turn(?:ed|ing)?|lower(?:ed|ing)?|reduc(?:e|ed|ing)|drop(?:ped)?|bring|knock|take|put"
         r"|cut|let) (?:{OVEN}|it |that |this )(?:back )?(?:right )?down"),
        (r"+(?:lower(?:ed|ing)?|reduc(?:e|ed|ing)|drop(?:ped)?|decrease[ds]?) (?:{OVEN}|it"
         r" )(?:to\b)?"),
        r"+turn(?:ed)? down {OVEN}",
        r"down to",
        r"let (?:the |your )?oven (?:cool|fall|drop|go down)",
        r"(?:then|heat|oven)(?: goes| is turned| comes)? down",
    ),
    "up": (
        (r"(?:turn(?:ed|ing)?|crank(?:ed)?|whack(?:ed)?|put|bring|get|push) (?:{OVEN}|it )(?:right"
         r" |back )?up"),
        r"+(?:rais(?:e|ed|ing)|increas(?:e|ed|ing)) (?:{OVEN}|it )(?:to\b)?",
        r"+turn(?:ed)? up {OVEN}",
        r"+up to (?=\d{3}|gas)",
        r"change {OVEN}to",
        r"+turn (?:it|that) to (?=\d{3}|gas)",
    ),
    "off": (
        r"(?:turn|switch|shut)(?:ed|ing)? (?:the |your )?(?:oven |it |heat |everything )?off",
        r"(?:turn|switch|shut)(?:ed|ing)? off (?:the |your )?(?:oven|heat)",
        r"oven off",
        r"heat off",
        r"no heat(?= for)",
        r"~(?<=,\ )off(?=\s+for\b)",
        r"+let (?:the|your) oven cool down\b(?! to)",
        r"then off",
        r"(?:turned|switched)[\s-]off oven",
        r"cooling oven",
    ),
    "sear": (
        r"~(?<!\breverse\ )(?<!\breverse-)\bsear(?:ing|s)?\b",
        r"+(?:fry|brown|seal|colou?r)\b(?= (?:it )?on (?:all|each|every|both)\b)",
        r"~(?<!\bthe\ )\bseared\b",
        (r"(?:brown|fry|colou?r|seal)(?:ed|ing)? (?:(?:off|well) )?(?:{MEAT}|all|on all|each|every"
         r"|well all|both)"),
        (r"~(?<!\bgolden\ )(?<!\buntil\ )(?<!\bis\ )(?<!\bto\ )\b(?:brown|fry)"
         r"(?=\s+(?:for\s+|about\s+)*"
         r"(?:\d+|five|six|eight|ten|twelve|fifteen)\s*(?:(?:-|–|to)\s*\w+\s*)?min)"),
        (r"+(?:in|into) (?:a|the) (?:very |smoking |really )?(?:hot |cold |heavy |dry |large"
         r" )*(?:frying[\s-]pan|skillet|pan)\b(?! juices)"),
        r"(?:frying[\s-]pan|skillet|hot pan|pan hot)",
        r"on the (?:hob|stove(?:top)?)",
        r"in (?:the )?hot (?:fat|oil|butter|dripping)",
        r"~^\s*brown(?=\s*,|\s+(?:then|first)\b)",
        r"brown (?:well|quickly|briefly|gently|slowly|lightly)",
        r"~\b(?:brown|seal|colou?r)\s+the\s+(?!skin|top|crust|crackling|onions?|garlic|fat\b|veg)\w+",
    ),
    "out": (
        (r"(?:tak(?:e|en|ing)|remov(?:e|ed|ing)|pull(?:ed|ing)?|bring|lift(?:ed)?|get|comes?"
         r"|have) (?:{MEAT}"
         r" )?(?:out|off)?\s*(?:of|from) (?:the )?(?:oven|heat)"),
        r"(?:take|taken|pull(?:ed)?|lift|bring|get|have|whip|haul|fish) {MEAT} out",
        r"+pull(?:ed)? {MEAT}?(?=\s*(?:at|when|once|as))",
        r"(?:comes?|take|lift(?:ed)?) out",
        r"out (?:of the oven )?(?:at|when|once)",
        r"~(?<!\bworked\ )\bout\b(?=\s*[,.;:]|\s+and\s+(?:under|wrapped|covered|rest))",
        (r"+remove\b(?= (?:{MEAT}|from|when|at|once|and|after)\b|\s*[,.;])"),
    ),
    "fridge": (
        (r"(?:take|taken|remove[ds]?|bring|get|lift) (?:[\w’']+ ){0,4}?(?:out )?(?:of|from) (?:the"
         r" )?(?:fridge|refrigerator)"),
        r"out of the (?:fridge|refrigerator)",
        r"+from the fridge\b(?=[^.;,]{0,20}\b(?:before|ahead|beforehand))",
        (r"+take (?:{MEAT}|\w+) out\b"
         r"(?=[^.;\n]{0,30}\bbefore (?:cook|roast|it goes|you cook|you roast))"),
        r"(?:come|bring|brought|get|warm) {MEAT}?\s*(?:up )?to room temp(?:erature)?",
        r"(?:at|to|reach) room temp(?:erature)?",
        r"(?:let|leave) {MEAT} (?:to )?cool",
        r"on the (?:counter|worktop|kitchen table)",
        r"take the chill off",
        r"+cool(?: it)?(?= for \w)",
        r"(?:stand|sit|leave {MEAT}) (?:out )?on the (?:counter|side|worktop)",
    ),
    "rest": (
        r"+rest(?:ed|ing|s)?\b(?! of (?:the|its|that)\b| at \d)(?<!\bthen\ the\ rest)",
        r"+stand(?:ing)?\b(?! rib)",
        r"relax",
        r"let (?:it|the \w+) sit",
        r"sit for",
        r"coast(?:ing)?",
        r"set aside",
        (r"~(?<=minutes\ )out of the oven"
         r"(?=\s+(?:under|covered|wrapped|in\s+foil|before|to\s+rest))"),
        r"~(?<=minutes\ )for the rest(?=\s*(?:[.;]|$))",
        r"+leave {MEAT} (?:be|alone|in peace)\b(?! (?:at|in))",
        r"~(?<=minutes\ )on an? (?:\w+ )?(?:board|platter)\b",
        r"~(?<=min\ )on an? (?:\w+ )?(?:board|platter)\b",
    ),
    "chill": (
        r"(?:in|into) the (?:fridge|refrigerator)",
        r"refrigerat\w+",
        r"marinat\w+",
        r"~(?<!\bthe\ )\bmarinade\b",
        r"brin(?:e|ed|ing)",
        r"salt(?:ed)? (?:it|overnight)",
        r"chill(?: it)? (?:for|in|overnight|until)",
        r"(?:dry|cure) (?:uncovered|overnight)",
    ),
    "back": (
        r"transfer(?:red)? (?:[\w\s-]{0,20} )?to (?:the |an? )?(?:[\w°]+ )?oven",
        (r"(?:return|put|pop|slide|place|get) (?:{MEAT} )?(?:back )?(?:in|into|to) (?:the |an?"
         r" )?(?:(?!cold)\w+ )?oven"),
        r"+(?:back|goes? back) in(?:to)?\b(?: the oven)?",
        r"return {MEAT}",
        (r"(?:put|slide|pop|place|move|transfer|set) the (?:skillet|(?:frying[\s-])?pan|{POT})"
         r" (?:in|into|to) (?:the |an? )?(?:hot )?oven"),
    ),
    "roast": (
        r"+(?:slow-)?roast(?:ed|ing)\b(?! (?:tin|pan|tray|dish|bag|rack|joint|time)s?\b)",
        (r"~(?<!\bthe\ )(?<!\ba\ )(?<!\bthis\ )(?<!\byour\ )(?<!\bpot\ )"
         r"(?<!\bsear\ )(?<!\bbrown\ )(?<!\bturn\ )(?<!\bplace\ )\b(?:slow-)?r"
         r"oast\b(?! (?:beef|lamb|pork|joint|potatoes|dinner|veg|on (?:a )?rack in))"),
        (r"(?:cook(?:ed|ing|s)?|bak(?:e|ed|ing)|smok(?:e|ed|ing)|barbecued?|blast(?:ed)?|brais(?:e"
         r"|ed|ing)|continue|finish(?:ed)?|carry on|go(?:es)? (?:in|on)|keep going|allow|give"
         r" (?:it|the \w+)|start(?:ed)?|begin)"),
        r"in (?:the|an?) oven",
        r"~(?<!\bdutch\ )\boven\b",
    ),
    "pour": (
        (r"+(?:pour(?:ed|ing)?|add(?:ed|ing)?)\b(?: (?:in|over|on))?(?! (?:\d+|[a-z-]+) min)(?="
         r" (?:the |an? |some |about |in )?(?:[\d½¼¾]|half|one|two|three|four|pint|litre|glass|cup"
         r"|(?:hot |cold )?(?:stock|water|wine|cider|ale|beer|stout|port|sherry|broth|milk"
         r"|juice)))"),
        r"+(?:stock|wine|cider|water|beer|ale) in\b(?=\s*[,.;])",
    ),
    "grill": (
        r"(?:under (?:a|the) (?:hot )?(?:grill|broiler)|broil(?:ed|ing)?|grill(?:ed)?)",
    ),
    "add": (
        (r"(?:add(?:ed|ing)?(?! (?:an? |another )?(?:\d+|[a-z-]+) (?:more )?min)|tuck in|scatter"
         r"|throw in)"),
        (r"+(?:put|arrange|tip) (?=the (?:apples|pears|shallots|potatoes|carrots|parsnips|onions"
         r"|roots|vegetables|veg)\b)"),
    ),
    "baste": (
        r"bast(?:e|ed|ing)",
        (r"~(?<!\bthe\ )(?<!\ba\ )(?<!\bwith\ )(?<!\byour\ )\b(?:brush|glaz|paint)(?:e|ed|ing)?\b"
         r"(?:\s+{MEAT})?\b"),
        r"spoon (?:the )?(?:fat|juices) over",
    ),
    "check": (
        r"+(?:check|look in|test)\b(?=[^.;]*\b(?:every|after)\b)",
    ),
    "turn": (
        r"turn(?:ed|ing)? (?:{MEAT} )?(?:over|round|around)",
        r"turn(?:ed|ing)? {MEAT}(?! (?:down|up|off|out|to \d|to gas))",
        r"~(?<=then\ )(?:fat|skin|bone|breast|rind)[\s-]side\s+(?:down|up)\b",
        r"flip(?:ped|ping)?(?: {MEAT})?(?: over)?",
        r"+turning(?= (?:once|twice|\w+ times|it|half|every|after))",
        r"+turn(?:ed)?\b(?=\s*(?:,|;|\.|and\b|after\b|every\b|half|once\b|twice\b|\w+ times\b))",
    ),
    "carve": (
        r"(?:carve|slice|serve|serving|carving)",
    ),
}  # fmt: skip
"""Things done: each begins a clause."""

SAID: dict[str, tuple[str, ...]] = {
    "before_carve": (
        (r"before (?:carving|you carve|you slice|slicing|serving|it is carved|shredding|pulling"
         r"|cutting|you cut|untying|unwrapping)"),
    ),
    "end": (
        (r"~(?<!\bmin)(?<!\bmins)(?<!\bhr)(?<!\bhrs)(?<!\bapprox)(?<!\blb)(?<!\bdeg)(?<!^\d)(?<!"
         r"\n\d)\.(?=\s|$)"),
        r"~\.(?= (?-i:[A-Z]))",
        r"~(?<=\bmin)\.(?= \d)",
        r"~(?<=\bmins)\.(?= \d)",
        r"~[;!?](?=\s|$)",
        r"~\n",
        r"~\bstep\s+\d+\s*[:.]?",
    ),
    "then": (
        r"(?:and )?then",
        r"afterwards",
        r"after (?:that|which)",
        r"followed by",
        r"next",
        r"finally",
    ),
    "at_once": (
        r"(?:immediately|at once|straight away|right away|as soon as (?:it|the \w+) goes in)",
    ),
    "cold": (
        r"(?:cold oven|from cold|oven cold)",
    ),
    "time_is": (r"~^\s*time\s*:",
    r"~(?<=[.;])\s*time\s*:",
    ),
    "total": (
        (r"+(?:in total|in all|altogether|total(?: (?:cooking|roasting)?\s*time)?|(?:cook(?:ing)?"
         r"|roasting) time\s*:)"),
    ),
    "skip": (
        r"~^\s*ingredients\b",
        (r"+(?:prep(?:aration)?(?: time)?|serves|feeds|makes|hands[\s-]on(?: time)?|ready in)"
         r"\b\s*:?"),
    ),
    "crust": (
        r"salt(?: |-)crust",
        r"crust of salt",
        r"(?:bur(?:y|ied)|pack(?:ed)?) (?:{MEAT} )?in (?:the )?salt",
    ),
    "uncover": (
        r"uncover(?:ed|ing)?",
        (r"(?:remov(?:e|ing)|tak(?:e|ing)|lift(?:ing)?|pull(?:ing)?|whip|discard|lose)"
         r" (?:off |away )?{FOIL}(?: off)?"),
        r"(?:without|no) {FOIL}",
        r"+without\b(?: it\b)?(?=\s*(?:$|[.,;]|for\b))",
        r"(?:with (?:the|its) )?(?:foil|lid|cover) off",
        r"with (?:it|that) off",
        r"open(?:ing)? (?:up )?(?:(?:the|its) )?bag",
        r"out of (?:the |its )?(?:foil|bag)",
        r"open(?:ing)? (?:up )?(?:(?:the|its) )?foil",
        r"unwrap(?:ped)?",
        r"+open(?:ed)?\b(?= (?:it )?(?:and|for)\b)",
        r"~(?<=\band\ )off(?=\s+for\b)",
    ),
    "tent": (
        r"+tent(?:ed|ing)?\b(?: (?:it )?(?:loosely )?(?:with|in|under) {FOIL})?",
        r"+loosely(?: (?:covered|cover|wrapped|wrap))?(?: (?:it|with|in|under))*(?: {FOIL})?",
        r"+cover(?:ed)? (?:it )?loosely\b(?: (?:with|in) {FOIL})?",
        r"foil tent",
        r"wrap(?:ped)? (?:it )?loosely(?: (?:in|with) {FOIL})?",
    ),
    "wrap": (
        r"in (?:its |the )?foil",
        r"in an? (?:roasting |oven )?bag",
        (r"+wrap(?:ped|ping)?\b(?![^.;\n]{0,24}\b(?:bacon|pancetta|caul|pastry)\b)"
         r"(?: {MEAT})?(?: (?:tightly|well|up))*(?: in {FOIL})?"),
        r"(?:tightly|well) (?:covered|wrapped)",
        r"cover(?:ed)? tightly",
    ),
    "bowl": (
        r"under (?:a|an|the) (?:\w+ )?bowl",
        r"upturned bowl",
        r"bowl (?:over|on top)",
        r"cover\w* (?:it )?with a (?:\w+ )?bowl",
    ),
    "lid": (
        r"(?:with (?:the|a|its) )?lid(?: on)?",
        r"(?:lidded|covered|closed) {POT}",
        r"under a lid",
        r"put (?:the )?lid on",
        r"~\bpot(?=[\s-]roast(?:ed|ing)?\s+(?:at|it|for|in|the|with|on|slowly)\b)",
    ),
    "cover": (
        (r"+cover(?:ed|ing)?\b(?!(?: {MEAT})?(?: with| in)?(?: the| some)? (?:bacon|fat|herbs"
         r"|butter|crumbs|breadcrumbs|mustard|salt|rub|water|stock)\b)"
         r"(?: (?:{MEAT}|with|the (?:tin|tray|pan|dish)|in|under|it))*(?: {FOIL})?"),
        r"under (?:a )?foil",
        r"(?:under|with) (?:an? |the )?(?:clean |folded )?(?:tea[\s-]?towel|cloth|towel)(?: over)?",
        r"foil on",
        r"+foil\b(?= for (?:the |its )?(?:first|last|final))",
        r"~(?<=,\ )foil(?=\s*(?:[+&.,;]|$))",
        r"foil over",
        r"foil and (?:an? )?(?:towels?|cloth)",
    ),
    "rack": (
        r"+rack\b(?=\s*,)",
        r"on the (?:oven )?bars",
        r"(?:on|onto|over|to) (?:(?:a|the|its) )?(?:wire |roasting |oven )?(?:rack|trivet|grid)",
    ),
    "roots": (
        (r"(?:on|onto|over|on top of|above) (?:(?:a|the|some|its) )?(?:(?:bed|trivet|layer) of )?"
         r"(?:\w+ and )?"
         r"(?:(?:sliced|slices of|chopped|thick|the|halved|quartered|root) )*"
         r"(?:onions?|carrots?|vegetables|veg|roots|parsnips|celery|potatoes|leeks|swede|turnips)"
         r"(?: and (?:onions?|carrots?|celery|leeks|roots|potatoes))?"),
        r"(?:sit|lay|put|place|set) {MEAT} on (?:top of )?them",
        r"(?:vegetables|veg|roots|onions|carrots) under(?:neath)? {MEAT}",
    ),
    "on_top": (
        r"(?:sit|lay|put|place|set) {MEAT} on top",
    ),
    "in_tin": (
        r"in (?:the|its) (?:hot |roasting )?(?:tin|pan|tray)",
    ),
    "crisp": (
        r"crisp(?:s|y|ed)?",
        r"crackl(?:es|ed|ing)",
        r"blister(?:s|ed)?",
        r"puff(?:s|ed)",
    ),
    "brown": (
        r"(?:golden(?:[\s-]brown)?|browned|brown|well colou?red|deep colou?r)",
    ),
    "tender": (
        (r"(?:(?:fork )?tender|falls? apart|falling apart|falls? (?:off|from) the bone|soft(?:"
         r" enough)?|pulls? apart|yielding)"),
    ),
    "falling": (
        (r"(?:stops? (?:climbing|rising)|starts? to (?:fall|drop|cool)|begins? to (?:fall|drop)"
         r"|(?:temperature )?has peaked)"),
    ),
    "climb": (
        r"(?:the )?rest(?:ing)? (?:will |should )?(?:takes?|brings?|carr(?:y|ies)|lifts?) {MEAT}",
        (r"+(?:will|should|to|let it) (?:\w+ )?(?:climb|rise|carry (?:over|on)|go up|coast|come"
         r" up)(?: on)?\b(?! to room)"),
        r"climbs?",
        r"rises?",
        r"ends? (?:up )?at",
        r"after (?:the )?rest(?:ing)? (?:it )?(?:is|at)",
        r"peaks?",
    ),
    "core": (
        (r"(?:core(?: temperature)?|centre|center|middle|internal(?:ly)?(?: temp(?:erature)?)?"
         r"|inside|thermometer|probe|thickest part|in the thickest|(?:at|by|near) the bone)"),
    ),
    "so_often": (
        r"twice",
        r"(?:two|three|four|[2-4]|a couple of|a few) times",
        r"+once\b(?=\s*(?:[.,;]|$|and\b))",
    ),
    "until": (
        r"(?:until|till|til)",
        r"when",
        r"once",
        r"reach(?:es|ed|ing)?",
        r"reads?",
        r"regist(?:er|ers|ered|ering)",
        r"hits?",
        r"get(?:s|ting)? to",
        r"shows?",
        r"says?",
        r"measures?",
        r"+(?:take|bring|get) {MEAT} to\b(?! room| the| rest)",
        r"wants",
        r"should (?:be|read)",
        r"done at",
    ),
    "hold": (
        r"(?:h[eo]ld(?:s|ing)?|keep(?:s|ing)?|stay(?:s|ed)?|kept)",
    ),
    "side": (
        r"(?:on )?the (?:other|remaining) (?:side|face)s?",
        r"(?:on )?(?:the )?(?:first|second) (?:side|face)",
        (r"(?:(?:on )?each of (?:its |the |all )?(?:two|three|four|six|\d) (?:sides|faces)|(?:on"
         r" )?(?:each|per|every|either|both) sides?|a side|(?:on )?all (?:the |its )?(?:sides"
         r"|over)|each face|all round|all around)"),
    ),
    "at_end": (
        r"at the (?:very )?end",
        r"to finish",
    ),
    "at_start": (
        r"to (?:start|begin) with",
        r"it start(?:s|ed) (?:at|in|off)",
    ),
    "before_that": (
        r"before that",
    ),
    "as_long": (
        r"(?:for )?(?:just |half )?as long(?: again)?",
        r"half (?:that|as much)(?: time| long)?",
        r"(?:for )?a (?:third|quarter) (?:of that|as long)",
        r"half (?:the|its|that) (?:cooking|roasting) time",
        r"the same time",
    ),
    "having": (
        r"+(?:having|after) (?:been |first )?(?=(?:start|roast|cook|sear|brown)\w*(?:ed|ing)\b)",
    ),
    "takes": (
        (r"+(?:takes?|will take|should take)\b(?= (?:about|around|roughly|some|up|between|\d|an?"
         r"|[a-z]+)\b)(?! (?:it|the|off|out)\b)"),
    ),
    "every": (
        r"every",
    ),
    "after": (
        r"after",
        (r"+at the end of(?= (?:\d|an? (?:hour|half|quarter)|(?:two|three|four|five|six|ten|fifteen"
         r"|twenty|thirty|forty|fifty|ninety)\b))"),
    ),
    "before": (
        r"+before\b(?! that)",
    ),
    "first": (
        r"first",
    ),
    "second": (
        r"+second\b(?!s)",
    ),
    "last": (
        r"(?:last|final)",
    ),
    "remaining": (
        r"+the rest(?= at \d)",
        (r"+(?:remaining|remainder|rest of the|for the rest)\b(?: (?:of )?(?:the )?(?:time|cooking"
         r" time|cooking))?"),
    ),
    "half_way": (
        r"half[\s-]*way(?: through)?",
        r"(?:at )?half(?: the |[\s-])time",
        r"once during",
    ),
    "more": (
        r"(?:another|further|more|extra|longer)",
    ),
    "every_now": (
        r"(?:occasionally|often|regularly|now and then|from time to time|frequently)",
    ),
    "overnight": (
        r"overnight",
    ),
    "fan_word": (
        r"(?:fan|convection)",
    ),
    "hob": (
        (r"(?:simmer(?:ed|ing)?|boil(?:ed|ing|s)?|par-?boil(?:ed)?|whisk(?:ed|ing)?|blend"
         r"|saut[ée](?:ed|ing)?|soften|steam|blanch|soak(?:ed)?|stir|mix|reduce (?:by|the (?:sauce"
         r"|stock|gravy|wine|marinade|liquid|juices))|fry the|make (?:the|a) (?:gravy|sauce)"
         r"|let (?:it|that|them) bubble|bubble the|deglaz(?:e|ed|ing)|thicken(?:s|ed)?)"),
        (r"(?:cook|sweat|brown|toast|roast|bake|fry)(?:ing)? (?:the |some )?"
         r"(?:(?:sliced|chopped|diced) )?(?:onions?|garlic|shallots?|leeks?|celery|bacon"
         r"|lardons|mushrooms?|flour|spices|tomatoes"
         r"|puddings?|stuffing|potatoes|vegetables|veg)"),
    ),
    "dish": (
        (r"(?:gravy|sauce|potato(?:es)?|roasties|carrots|parsnips|cabbage|yorkshires?|puddings?"
         r"|stuffing|batter|greens|beans|rice|mash|peas|jus|rolls|bread|plates)"),
    ),
    "word_heat": (
        (r"(?:very hot|moderately hot|fairly hot|hot|moderate|medium|very (?:slow|low|cool)|slow"
         r"|cool|low|warm) (?:oven|one)"),
    ),
}  # fmt: skip


def _compiled(phrases: tuple[str, ...]) -> re.Pattern[str]:
    return re.compile("|".join(_phrase(p) for p in phrases), re.IGNORECASE | re.MULTILINE)


def _phrase(written: str) -> str:
    for name, words in NAMES.items():
        written = written.replace(f"{{{name}}}", words)
    ends = written[:1] if written[:1] in "+~" else ""
    # A blank that is escaped stands within a look behind, which has one width.
    body = re.sub(r"(?<!\\) ", r"\\s+", written.removeprefix(ends))
    return body if ends == "~" else rf"\b{body}" if ends == "+" else rf"\b(?:{body})\b"


PHRASES = tuple((kind, _compiled(phrases)) for kind, phrases in (*ACTS.items(), *SAID.items()))
ACT_KINDS = frozenset(ACTS)
WORD_HEATS_C: tuple[tuple[str, float], ...] = (
    ("very hot", 240.0), ("moderately hot", 200.0), ("fairly hot", 200.0), ("hot", 220.0),
    ("moderate", 180.0), ("medium", 180.0), ("very slow", 120.0), ("very low", 110.0),
    ("very cool", 110.0), ("slow", 150.0), ("cool", 140.0), ("low", 140.0), ("warm", 80.0),
)  # fmt: skip
"""Heats by their old names, in still air; each is asked about (usual in household books)."""
