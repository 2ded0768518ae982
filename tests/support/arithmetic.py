"""A reader of printed lines that shares nothing with the engine: it rewrites them for Python and uses ``fractions``."""

import re
from fractions import Fraction

_NUMBER = re.compile(
    r"(?P<whole>\d+) (?P<top>\d+)/(?P<bottom>\d+)|(?P<n>\d+)/(?P<d>\d+)|(?P<decimal>\d*\.\d+)|(?P<int>\d+)"
)


def as_python(text: str) -> str:
    """``6 1/4 − 2(1/2)`` as an expression of Fractions in Python's syntax."""

    def number(match: re.Match[str]) -> str:
        if match["whole"]:
            return f"(F({match['whole']})+F({match['top']},{match['bottom']}))"
        if match["n"]:
            return f"F({match['n']},{match['d']})"
        return f"F('{match['decimal'] or match['int']}')"

    text = re.sub(r"\^(\d+)", lambda m: f"**int({m[1]})", text)
    kept = re.split(r"(\*\*int\(\d+\))", text)
    text = "".join(part if part.startswith("**") else _NUMBER.sub(number, part) for part in kept)
    text = text.translate(str.maketrans("−×÷[]{}", "-*/()()"))
    return re.sub(r"\)\s*(?=F|\()", ")*", text)


def value_of_line(text: str) -> Fraction:
    """The exact value of a printed line."""
    value = eval(as_python(text), {"__builtins__": {}, "F": Fraction, "int": int})
    return Fraction(value)
