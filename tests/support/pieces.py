"""Names of pieces read back, by a list of its own."""

import re

_FIRST = """
whole half third quarter fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth fifteenth
sixteenth seventeenth eighteenth nineteenth twentieth
"""
_TENS = "thirtieth fortieth fiftieth sixtieth seventieth eightieth ninetieth hundredth"
NAMES = {name: n for n, name in enumerate(_FIRST.split(), start=1)}
NAMES |= {name: 10 * n for n, name in enumerate(_TENS.split(), start=3)}
NAMES |= {"halve": 2, "fourth": 4, "thousandth": 1000}


def size(name: str) -> int:
    """How many of these pieces are a whole: ``twelfths``, ``half``, ``24ths``."""
    bare = name.lower().removesuffix("s")
    number = re.match(r"\d+", bare)
    return int(number[0]) if number else NAMES[bare]
