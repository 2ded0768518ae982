"""Texts of every kind that can be typed, right, wrong and odd: problems of every task, answers and lines to them.

Made by a seed, and made up. Large numbers, zeros, blanks, powers, percents, units, money and words stand among them.
"""

from random import Random

BOTTOMS = (2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 15, 16, 20, 24, 25, 36, 97, 100)
LARGE_BOTTOMS = (9973, 99991, 999999937, 360360)
LARGE = (999999999, 123456789, 100000000)
UNITS = ("m", "cm", "kg", "g", "h", "min", "l", "boards", "%", "")
FORMS = ("a mixed number", "an improper fraction", "a fraction", "a decimal", "a percent", "expanded form")
ROUNDED_TO = ("the nearest whole", "the nearest half", "1 place", "2 places", "the nearest ten", "tenths")
ODD_ANSWERS = (
    "<", ">", "=", "?", "no", "true", "false", "1,2", "3; 4", "1/0", "0", "3 r 2", "1/2 < 3/4", "0.333…", "0.(3)", "∞",
    "12/", "—", "3 m 40 cm", "$4.50", "no solution", "LCD = 12", "so 3/4 is bigger", "− 5 = 2", "× 4 = 12/16", "÷3",
)  # fmt: skip
SIGNS = "0123456789/ .+-×÷()%?=^m,<>$"


class Anything:
    """``large`` allows numbers up to the bounds."""

    def __init__(self, seed: int, *, large: bool = False) -> None:
        self.random = Random(seed)
        self.large = large

    def number(self) -> str:
        r = self.random
        bottom, whole = r.choice(BOTTOMS), r.choice((r.randint(0, 12), r.randint(0, 60), 100, 200, 999))
        if self.large and r.random() < 0.3:
            bottom, whole = r.choice(LARGE_BOTTOMS), r.choice(LARGE)
        places = r.randint(1, 9 if self.large else 4)
        return r.choice(
            (
                str(whole), f"{r.randint(0, bottom)}/{bottom}", f"{r.randint(bottom, 3 * bottom)}/{bottom}",
                f"{whole} {r.randint(0, bottom + 2)}/{bottom}", f"{whole} {r.randint(1, bottom)}/{bottom}",
                f"{whole}.{r.randint(0, int('9' * places)):0{places}d}", f"{r.randint(1, 150)}%",
                r.choice(("0", "0.0", "0/5", "0 0/3", "0.(3)", "0.1(6)", "2.(142857)", "1,250", "½", "3¾")),
            )
        )  # fmt: skip

    def expression(self, depth: int = 2, blanks: float = 0.0, most: int = 3) -> str:
        r = self.random
        text = ""
        for index in range(r.randint(1, most)):
            text += r.choice((" + ", " − ", " × ", " ÷ ", " of ")) if index else r.choice(("", "", "", "−"))
            kind = r.random()
            if depth and kind < 0.2:
                text += f"({self.expression(depth - 1, blanks)})" + r.choice(("", "", "^2", "^3", "^0"))
            elif kind < 0.27:
                text += f"({self.number()})" + r.choice(("^2", "^3", " squared"))
            elif kind < 0.27 + blanks:
                text += r.choice(("?", "?/4", "?/20", "3 ?/8", "5/?", "? 1/4", "? ?/6", "?%"))
            else:
                text += self.number()
        return text

    def amount(self, unit: str) -> str:
        number = self.random.choice(
            (str(self.random.randint(1, 99)), f"{self.random.randint(1, 9)}.{self.random.randint(1, 99):02d}")
        )
        return f"${number}" if unit == "$" else f"{number}{unit}" if unit == "%" else f"{number} {unit}"

    def problem(self) -> str:
        """One problem of any task, or something that only looks like one."""
        r, n = self.random, self.number
        top, bottom, times = r.randint(1, 12), r.randint(2, 12), r.randint(2, 9)
        large, small = r.choice((("m", "cm"), ("kg", "g"), ("h", "min"), ("l", "ml"), ("ft", "in")))
        unit = r.choice((*UNITS, "$"))
        kinds = (
            lambda: self.expression(most=r.choice((2, 3, 6))),
            lambda: self.expression(most=r.choice((2, 3, 6))),
            lambda: f"{n()} as {r.choice(FORMS)}",
            lambda: f"simplify {r.choice((n(), self.expression(1)))}",
            lambda: f"round {n()} to {r.choice(ROUNDED_TO)}",
            lambda: r.choice((f"compare {n()} and {n()}", f"{n()} ○ {n()}", f"which is smaller, {n()} or {n()}?")),
            lambda: "order " + "; ".join(n() for _ in range(r.randint(2, 6))),
            lambda: f"{self.expression(1, 0.5)} = {self.expression(1, 0.2)}",
            lambda: f"{top}/{bottom} = " + r.choice((f"?/{bottom * times}", f"{top * times}/? = ?/{bottom * 6}")),
            lambda: f"{n()} {r.choice('+−')} ? = {self.expression(1, 0.2)}",
            lambda: f"{n()}% of {n()}" + r.choice(("", " m")),
            lambda: f"{r.choice(('increase', 'decrease'))} {n()} by {n()}",
            lambda: r.choice((f"{n()} as a percent of {n()}", f"what percent of {n()} is {n()}?")),
            lambda: f"{self.amount(unit)} {r.choice('+−×÷')} {self.amount(r.choice((unit, unit, r.choice(UNITS))))}",
            lambda: f"{top} {large} {times} {small} {r.choice('+−')} {bottom} {large} {times} {small}",
            lambda: f"{top} {large} {r.choice('+−')} {times} {small}",
            lambda: r.choice(
                (
                    f"subtract {n()} from {n()}", f"how many {n()} in {n()}", f"add {n()} and {n()}",
                    f"multiply {n()} by {n()}", f"{n()} more than {n()}", f"half of {n()}",
                    f"{n()} shared between {n()}",
                )
            ),
            lambda: f"estimate {self.expression(1)}" + r.choice(("", " to the nearest whole", " to the leading digit")),
            lambda: f"{r.randint(0, 999)} ÷ {r.randint(0, 30)} with {r.choice(('a ', 'the ', ''))}remainder",
            lambda: f"{self.expression(1, most=2)} with a remainder",
            lambda: f"{times} {r.randint(0, 2 * bottom)}/{bottom} = {r.randint(0, times + 2)} ?/{bottom}",
            lambda: r.choice((f"LCM of {top} and {bottom}", f"HCF of {top * times}, {bottom * times}")),
            lambda: f"expand {n()}",
            lambda: f"{self.expression(1)} = {self.expression(1)}",
            lambda: f"true or false: {n()} {r.choice('<>=')} {n()}",
            lambda: "".join(r.choice(SIGNS) for _ in range(r.randint(1, 25))),
        )  # fmt: skip
        return r.choice(kinds)()

    def answer(self, right: str) -> str:
        """An answer, right, near it, or odd."""
        r = self.random
        return r.choice(
            (
                right, right, self.number(), f"−{self.number()}", right + r.choice((" m", "%", " kg", ".", " r 3")),
                r.choice(ODD_ANSWERS), f"{self.number()}, {self.number()}", f"{right} = {self.number()}",
                "".join(r.choice(SIGNS) for _ in range(r.randint(0, 12))),
            )
        )  # fmt: skip

    def lines(self, right: str) -> tuple[str, ...]:
        """A pupil's lines, some with an equals sign before them."""
        count = self.random.randint(1, 5)
        return tuple(self.random.choice(("", "= ")) + self.answer(right) for _ in range(count))
