"""What numbers of a recipe look like: times, rates, heats and amounts as expressions. English,
British and American; without regard to case.
"""

from __future__ import annotations

import re

from trencher.core.method.prose.numbers import NUMBER, SMALL, span_of

MIN = r"(?:minutes?|mins?|m(?![a-z°]))\b"
HOUR = r"(?:(?:hours?|hrs?)\b|h(?=\d|\b))"
SEC = r"(?:seconds?|secs?)\b"
NO_UNIT = (
    r"(?!\d|\s*(?:°|º|deg|[CFcf]\b|g\b|kg|ml|k|lb|per\b|a\s+(?:side|lb|pound|kg|kilo)|sec|s\b))"
)
PART = (
    r"half\s+(?:an\s+)?hour|(?:an?\s+)?half[\s-]hour|(?:a\s+)?quarter\s+of\s+an\s+hour"
    r"|three[-\s]quarters\s+of\s+an\s+hour|(?:a|two)\s+thirds?\s+of\s+an\s+hour"
)
BARE_HOUR = "|".join(
    rf"(?<=\b{word}\s)"
    for word in (
        "first",
        "second",
        "third",
        "last",
        "final",
        "remaining",
        "every",
        "another",
        "further",
        "next",
        "the",
    )
)
"""What stands before an hour that has no number: *the first hour*, *another hour and a half*."""
TIMES = re.compile(
    rf"\b(?P<part>{PART})\b"
    rf"|(?:(?:{span_of('h')})(?:\s+(?:good|full|whole|solid))?[\s-]*|(?P<one>{BARE_HOUR})){HOUR}"
    rf"(?:(?:[^\S\n]|,)*(?:and\s+)?(?:(?P<share>a\s+half|a\s+quarter|three[\s-]+quarters)\b"
    rf"|(?P<hm>{NUMBER})(?:[\s-]*{MIN}|{NO_UNIT})))?"
    rf"|(?:{span_of('m')})[\s-]*(?:more\s+)?{MIN}(?:\s+and\s+(?P<mshare>a\s+half|a\s+quarter)\b)?"
    rf"|(?:{span_of('s')})[\s-]*{SEC}", re.I,
)  # fmt: skip
UP_TO = re.compile(r"\s*(?:to|or|-|–)\s*", re.IGNORECASE)
WEIGHT = (
    r"500\s*g(?:rams?)?|half[-\s](?:a\s+)?kilo|450\s*g(?:rams?)?|100\s*g(?:rams?)?"
    r"|(?:lb|pound)s?\b(?:\s*[/(]\s*450\s*g\)?)?|kg|kilo(?:gram(?:me)?)?s?|side"
)
PER = (
    r"\.?\s*(?:,\s*)?(?:per|for\s+(?:each|every)|each|every|/|(?:on\s+)?(?:a|each|either|both)"
    rf"(?=\s+sides?\b)|a|to\s+the|the)\s*(?P<per>{WEIGHT}|sides)\b"
)
FOR_EACH = re.compile(rf"\s*(?:for\s+(?:each|every)|per)\s*(?P<per>{WEIGHT})", re.IGNORECASE)
AT = re.compile(r"\s*(?:at|in|@)\s*(?:an?\s*)?$", re.IGNORECASE)
OVER = r"(?:over|more|extra|on\s+top|at\s+the\s+end(?!\s+at\b)|besides)"
PLUS = (
    r"\s*,?\s*(?:plus|and|\+|adding|add)\s*(?:then\s+)?(?:an?\s+(?:extra|further|additional)\s+|another\s+"
    rf"|an?\s+)?(?:(?P<plus_part>{PART})(?!\s+at\s+the\s+end\s+at\b)(?:\s*{OVER})?\b|(?P<plus>{NUMBER})(?:\s*{MIN}(?:\s*{OVER})?|\s*{OVER}\b"
    r"|(?=\s*(?:$|[.,;)\n])|\s+(?:at|in)\b)))"
)
RATES = re.compile(
    rf"(?:\b(?P<rpart>{PART})|(?:{span_of('r')})\s*-?\s*"
    rf"(?:{MIN}(?:\s+and\s+(?P<rshare>a\s+half|a\s+quarter)\b)?|(?P<rs>{SEC})|(?P<rh>{HOUR})))"
    rf"\s*{PER}(?:{PLUS})?",
    re.I,
)
PER_FIRST = re.compile(
    rf"\b(?:per|for\s+(?:each|every))\s*(?P<per>{WEIGHT})\s*[:,=]?\s*"
    rf"(?:allow\s+|give\s+it\s+|another\s+|a\s+further\s+)?(?:(?:blue|rare|pink)\s*:?\s*)?"
    rf"(?:{span_of('r')})\s*{MIN}", re.I,
)  # fmt: skip
"""*Per 500 g: 20 min*."""
BY = re.compile(
    rf"(?<!followed )\bby\s+(?P<v>{NUMBER})(?!\s*(?:{MIN}|{HOUR}))"
    r"\s*(?:°|º|degrees?)?\s*(?P<u>C|F)?\b",
    re.I,
)

DEG = r"\s*(?:°|º|degrees?|deg\.?)?\s*"
SCALE = r"(?P<unit>C|F|celsius|centigrade|fahrenheit)\b"
TO = r"\s*(?:°|º)?\s*(?:[CF]\b)?\s*(?:-|–|—|\bto\b|\band\b|\bor\b)\s*"
FAN = (
    r"\(?\s*(?:(?:in|for|with|if)\s+(?:an?\s+|the\s+)?)?(?:fan|convection)\b"
    r"(?!\s*:?\s*\d{3}(?!\d))(?!\s+oven\s+at\b)"
)
STILL = r"\(?\s*(?:still|conventional|no\s+fan|without\s+(?:a\s+)?fan|static)\b"
DEGREES = re.compile(
    r"(?P<before>\b(?:fan|convection)\s*(?:oven\s*)?:?\s*)?"
    rf"(?P<value>\d{{2,3}}(?:[.,]\d)?){DEG}"
    rf"(?:{SCALE}|(?=(?:fan|convection)\b))(?:\s*(?P<fan>{FAN})|\s*(?P<still>{STILL}))?", re.I,
)  # fmt: skip
RANGE = re.compile(
    rf"(?P<value>\d{{2,3}}(?:[.,]\d)?){TO}(?P<high>\d{{2,3}}){DEG}{SCALE}(?:\s*(?P<fan>{FAN}))?",
    re.I,
)
LEAST_BARE = 30.0
"""A bare number below this is no heat, on either scale."""
WIDEST = 40.0
"""Degrees between the ends of a range; *225F to 115F* is none."""
FAN_BARE = re.compile(
    rf"\b(?:fan|convection)\s*(?:oven\s*)?:?\s*(?P<value>\d{{3}})\b{DEG}(?!\s*[CF]\b)", re.I
)
SPOKEN = re.compile(
    rf"\b(?P<value>(?:an?|one|two|three|four|five)\s+hundred(?:\s+(?:and\s+)?[a-z]+(?:[\s-][a-z]+)?)?"
    rf"|[a-z]+ty(?:[\s-][a-z]+)?)\s+(?:degrees?|°)\s*(?:{SCALE})?", re.I,
)  # fmt: skip
BARE = re.compile(
    r"(?:@\s*|\b(?:at|to|oven|heat|until|till|is|was|says|shows?|reads?|reach(?:es)?|reached|hits?|registers?|gets\s+to"
    r"|about|around|wants|(?:then|and|now|it)(?=\s+\d{3}\b))\s+|^\s*|[,;:]\s*)"
    r"(?P<value>\d{2,3})(?:\s*(?:-|–|to)\s*(?P<high>\d{2,3}))?\s*(?P<deg>°|º|degrees?\b|deg\b\.?)?"
    r"(?=\s*(?:$|[,.;)(\n]|:(?!\d)|for\b|until\b|till\b|then\b|and\b|in\b|inside\b|at\b|before\b|when\b"
    r"|internal\b|while\b))",
    re.IGNORECASE | re.MULTILINE,
)
"""A number where a heat would stand, its scale unsaid."""
OR_INSIDE = re.compile(
    r"\bor\s+(?P<value>\d{2,3})(?P<high>)(?=\s+(?:inside|in\s+the\s+(?:middle|centre|center))\b)",
    re.I,
)
OVEN_OF = re.compile(r"\b(?:an?|the)\s+(?P<value>\d{3})(?P<high>)(?=\s+oven)", re.IGNORECASE)
"""*In a 160 oven*."""
DEG_ONLY = re.compile(
    r"(?P<value>\d{2,3})(?:\s*(?:-|–|to)\s*(?P<high>\d{2,3}))?\s*(?:°|º|degrees?\b|deg\b\.?)"
    r"(?!\s*(?:[CF]\b|celsius|centigrade|fahrenheit))", re.IGNORECASE,
)  # fmt: skip
GAS = re.compile(
    r"\b(?:gas(?:\s*mark|\s*no\.?)?|regulo|mark)\s*(?P<mark>1/4|1/2|¼|½|10|[1-9])"
    r"(?:\s*(?:-|–|to|or)\s*(?:10|[1-9])\b)?(?!\d)", re.I,
)  # fmt: skip
ML = re.compile(
    rf"(?P<v>half\s+an?|{NUMBER})[\s-]*(?P<u>ml|millilit(?:re|er)s?|litres?|liters?|l\b|cl|dl|pints?|cups?|"
    r"fl\.?\s*oz|fluid\s+ounces?|glass(?:es)?)\b", re.I,
)  # fmt: skip
ML_OF = (
    ("ml", 1.0), ("mill", 1.0), ("cl", 10.0), ("dl", 100.0), ("pint", 568.0), ("cup", 240.0),
    ("fl", 28.4), ("glass", 150.0), ("l", 1000.0),
)  # fmt: skip
"""How a measure begins, and its millilitres: British pint and ounce, American cup."""
OTHER = re.compile(
    rf"(?P<v>{NUMBER})\s*(?:x\s*)?(?:-|–)?\s*(?:to\s+\d+\s*)?"
    r"(?:kg|g|grams?|lbs?|pounds?|oz|ounces?|tbsp|tsp|tablespoons?|teaspoons?|cm|mm|inch(?:es)?|in\.|\"|%|people|guests|"
    r"servings?|portions?|cloves?|sprigs?|sticks?|rashers?|days?|weeks?|stars?|slices?|fingers?|kilos?|ribs?|bones?)(?!\w)",
    re.I,
)
"""Numbers that say neither heat nor time."""
FOR = re.compile(
    r"\b(?:for|after|give\s+(?:it|the\s+\w+)|rest(?:ed)?|another|a\s+further|remaining|first|last|final|every"
    r"|then|next|and)\s+(?:another\s+|about\s+|around\s+|a\s+further\s+)?"
    rf"(?P<v>\d{{1,3}}|{SMALL})"
    r"(?=\s*(?:$|[.,;)\n]|(?:then|and|more|longer|until|or\s+so)\b|(?:more\s+)?at\s+(?:gas|\d{3}|a\b)|in\s+an?\s+\w+\s+(?:oven|one)\b|on\s+the\s+other\b))(?!\s*(?:more\s+)?[a-z]*\s*(?:people|guests))",
    re.I,
)
"""*Rest for 20*: minutes, though nothing says so."""
OF_HOURS = re.compile(
    rf"\bhours?\s+of\s+(?:the\s+)?(?!an?\b)(?P<v>{NUMBER})\b(?!\s*(?:hour|hr|h\b|min|ml|°|C\b|F\b))",
    re.I,
)
"""*The last hour of three*: hours as well."""
SO_MANY_MORE = re.compile(
    rf"\b(?P<v>\d{{1,3}}|{SMALL})(?=\s+more\b(?!\s*(?:{MIN}|{HOUR}|{SEC})))", re.IGNORECASE
)
AFTER_TWO = re.compile(
    rf"\bafter\s+(?P<v>\d{{1,3}}|{SMALL})(?=\s+and\s+(?:\d{{1,3}}|{SMALL})\s*{MIN})", re.I
)
SECOND = re.compile(
    r"\bfirst\s+(?P<unit>half[\s-](?:an\s+)?hour|hour)\b[^.;\n]{0,80}\bfor\s+the\s+"
    r"(?P<v>second|next|other)(?=\s*(?:[.,;]|$))", re.IGNORECASE,
)  # fmt: skip
FROM_HOUR = re.compile(
    r"\bfrom\s+the\s+(?P<v>(?P<n>second|third|fourth)\s+hour(?:\s+on)?)\b", re.IGNORECASE
)
UNIT = re.compile(r"\b(?:min|hour|hr)", re.IGNORECASE)
MOST_HOURS_MORE = 8.0
LONE = re.compile(r"(?<![\d.,/°])\d+(?:[.,]\d+)?(?![\d/])")
