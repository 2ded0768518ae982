"""What an item demands, judged from its text by ``fractions`` and school arithmetic alone: nothing of the core is used.

It reads only items of the kinds that ladders draw. Where the order of operations is asked for, only what the item shows
is told, not what comes with fractions on the way (``COMES_ALONG``).
"""

import re
from fractions import Fraction
from math import gcd, lcm

NUMBER = re.compile(r"(?:(?P<whole>\d+) )?(?P<top>\d+)/(?P<bottom>\d+)|(?P<decimal>\d*\.\d+)|(?P<int>\d+)")
COMES_ALONG = {
    "like-denominators", "unlike-denominators", "one-bottom-divides", "bottoms-share-a-factor", "coprime-bottoms",
    "makes-a-whole", "carry", "simplify", "composite-common-factor", "large-prime-factor", "regroup", "cancelling",
    "bare-whole-minuend", "mixed-factor", "quotient-not-whole", "improper-input", "terms-to-reduce", "over-a-whole",
    "large-common-bottom", "regroup-in-columns", "regroup-across-zero",
    "regroup-leaves-nothing",
}  # fmt: skip
"""What is left out of the order of operations with fractions."""


class Number:
    def __init__(self, found: re.Match[str]) -> None:
        self.text = found[0]
        self.whole = int(found["whole"] or found["int"] or 0)
        self.top, self.bottom = int(found["top"] or 0), int(found["bottom"] or 0)
        self.is_decimal, self.is_whole = bool(found["decimal"]), bool(found["int"])
        self.is_mixed, self.is_fraction = bool(found["whole"]), bool(found["bottom"])
        self.places = len(found["decimal"].split(".")[1]) if self.is_decimal else 0
        self.value = Fraction(found["decimal"]) if self.is_decimal else Fraction(self.whole)
        if self.is_fraction:
            self.value += Fraction(self.top, self.bottom)

    @property
    def as_written(self) -> tuple[int, int]:
        """Top and bottom, not reduced."""
        return (self.whole * self.bottom + self.top, self.bottom) if self.is_fraction else (self.whole, 1)

    @property
    def digits(self) -> int:
        return int(self.text.replace(".", ""))


def _number(text: str) -> Number:
    found = NUMBER.match(text)
    assert found is not None, text
    return Number(found)


def demands(text: str) -> set[str]:
    """Every demand of the item, by its id."""
    if "=" in text:
        return _blanks(text)
    if text.endswith(" with a remainder"):
        first, second = map(int, text.split(" with")[0].split(" ÷ "))
        return {"dividing"} | ({"with-remainder"} if first % second else set()) | _wholes_divided(first, second)
    if text.startswith("read "):
        return _read_off(text)
    if text.startswith("estimate "):
        return _estimating(text)
    if "%" in text or " as a" in text:
        return _percents(text) if " as a" not in text else _converting(text)
    found = {"told-in-words"} if text.startswith(("subtract ", "how many ")) else set()
    text = re.sub(r"^how many (.*) in (.*)", r"\2 ÷ \1", text)
    body = re.sub(r"^round | to (the nearest \w+|\d places?)$", "", text)
    numbers = [Number(m) for m in NUMBER.finditer(body)]
    fractions = [n for n in numbers if n.is_fraction]
    if any(n.is_decimal for n in numbers):
        found.add("decimals")
        if fractions:
            found.add("unlike-kinds")
    if any(n.is_fraction and n.top >= n.bottom for n in numbers):
        found.add("improper-input")
    if text.startswith("round "):
        return found | _rounding(text, numbers[0])
    if text.startswith("simplify "):
        return found | _factor(gcd(fractions[0].top, fractions[0].bottom))
    if any(gcd(f.top, f.bottom) > 1 for f in fractions):
        found.add("terms-to-reduce")
    if text.startswith(("compare ", "order ")):
        return found | _comparing(numbers, fractions)
    if re.search(r"[×÷^]", body) or "(" in body.replace("(−", ""):
        return found | _rank(body, numbers)
    if "−" in body.split(" ")[0] or "(−" in body:
        found.add("negative-input")
    return found | _relation([n.bottom for n in fractions]) | _sum(text, body, numbers, fractions)


def _factor(factor: int) -> set[str]:
    """Of a common factor that is divided away."""
    if factor < 2:
        return set()
    prime = all(factor % p for p in range(2, factor))
    size = {"large-prime-factor"} if prime and factor > 5 else set() if prime else {"composite-common-factor"}
    return {"simplify"} | size


def _blanks(text: str) -> set[str]:
    found = {"blanks"}
    sides = text.split(" = ")
    known, *others = sides
    number = _number(known)
    if number.is_fraction and number.top >= number.bottom:
        found.add("improper-input")
    if re.fullmatch(r"\d+ \?/\d+", others[0]):
        wholes = int(others[0].split()[0])
        if number.is_whole and wholes == number.whole - 1:
            return found | {"open-a-bare-whole"}
        if number.is_mixed and wholes == number.whole - 1:
            return found | {"open-a-whole"}
        return found | ({"take-a-whole-out"} if wholes > number.whole and not number.is_whole else set())
    for side in others if not number.is_mixed else ():
        top, bottom = side.split("/")
        found.add("blank-top" if top == "?" else "blank-bottom")
        if (top != "?" and int(top) < number.top) or (bottom != "?" and int(bottom) < number.bottom):
            found.add("to-smaller-numbers")
    return found | ({"three-in-a-row"} if len(sides) > 2 else set())


def _rounding(text: str, number: Number) -> set[str]:
    places = re.search(r"to (\d) place", text)
    unit = Fraction(1, 10 ** int(places[1])) if places else Fraction(1)
    return {"rounding"} | ({"midway"} if number.value / unit % 1 == Fraction(1, 2) else set())


def _estimating(text: str) -> set[str]:
    body, to = re.fullmatch(r"estimate (.*) to the (.*)", text).groups()
    numbers = [Number(m) for m in NUMBER.finditer(body)]
    found = {"estimating"} | ({"multiplying"} if "×" in body else set())
    found |= {"decimals"} if any(n.is_decimal for n in numbers) else set()
    found |= {"three-terms"} if len(numbers) > 2 else set()
    if to == "nearest half" and "−" in body:
        high, low = (Fraction(int(n.value * 2 + Fraction(1, 2)), 2) for n in numbers)
        found |= {"regroup", "bare-whole-minuend"} if high % 1 < low % 1 and high > low else set()
    for number in numbers:
        unit = {"nearest half": Fraction(1, 2), "nearest whole": Fraction(1)}.get(to)
        if unit is None:
            first = next(c for c in number.text if c in "123456789")
            whole = number.text.split(".")[0]
            at = number.text.index(first)
            power = len(whole) - at - 1 if at < len(whole) else len(whole) - at
            unit = Fraction(10) ** power
        found |= {"midway"} if number.value / unit % 1 == Fraction(1, 2) else set()
    return found


def _read_off(text: str) -> set[str]:
    shown, picture, spaces = re.fullmatch(r"read (.*) from (?:a )?(.*?)(?: in (\d+) spaces)?", text).groups()
    value = Fraction(int(shown[:-1]), 100) if shown.endswith("%") else _number(shown).value
    kind = {"number line": "from-a-line", "hundred square": "from-a-square"}.get(picture, "from-pieces")
    found = {"reading-a-picture", kind} | ({"decimals"} if "." in shown else set())
    if "/" in shown and _number(shown).top >= _number(shown).bottom:
        found.add("improper-input")
    if "/" in shown and gcd(_number(shown).top, _number(shown).bottom) > 1:
        found.add("terms-to-reduce")
    found |= {"wholes-and-pieces"} if value > 1 and not shown.isdigit() else set()
    return found | ({"spaces-not-tenths"} if spaces not in (None, "10") else set())


def _converting(text: str) -> set[str]:
    number_text, to = re.fullmatch(r"(.*) as an? (.*)", text).groups()
    found = {"converting"}
    if number_text.endswith("%"):
        found.add("from-percent")
        return found | (_factor(gcd(int(number_text[:-1]), 100)) if to == "fraction" else set())
    number = _number(number_text)
    found |= {"decimals"} if number.is_decimal else set()
    if number.is_fraction and number.top >= number.bottom:
        found.add("improper-input")
    if to == "fraction":
        return found | {"decimal-to-fraction"} | _factor(gcd(number.digits, 10**number.places))
    if to in ("mixed number", "improper fraction"):
        return found | (_factor(gcd(number.top, number.bottom)) if to == "mixed number" else set())
    found |= {"to-percent"} if to == "percent" else {"fraction-to-decimal"}
    if number.is_fraction and number.bottom not in (10, 100, 1000):
        found.add("to-tenths-first" if _ends(number.value) else "decimal-without-end")
    return found


def _percents(text: str) -> set[str]:
    """A percent of an amount, alone or put on or taken off it."""
    percent = int(re.search(r"(\d+)%", text)[1])
    found = {"percent-of-an-amount", "multiplying"}
    found |= {"raised-or-lowered", "several-operations"} if re.search(r"[+−]", text) else set()
    found |= {"above-100-percent"} if percent > 100 else set()
    if percent not in (1, 5, 10, 20, 25, 50, 75, 100):
        if percent % 5:
            found.add("any-percent")
        elif percent < 100:
            found.add("tens-and-fives")
    return found


def _comparing(numbers: list[Number], fractions: list[Number]) -> set[str]:
    found = {"comparing"} | _relation([f.bottom for f in fractions])
    found |= {"put-in-order"} if len(numbers) > 2 else set()
    if len(fractions) == 2 and len(numbers) == 2:
        low, high = sorted(fractions, key=lambda f: f.value)
        found |= {"larger-numbers-smaller"} if low.top > high.top and low.bottom > high.bottom else set()
    if not fractions:
        found.add("equal-places" if len({n.places for n in numbers}) == 1 else "ragged-places")
        if any(a.value < b.value and a.places > b.places for a in numbers for b in numbers):
            found.add("longer-is-smaller")
        if any("0" in n.text.split(".")[1][:-1] for n in numbers if n.places):
            found.add("zero-among-the-places")
    return found


def _relation(bottoms: list[int]) -> set[str]:
    different = sorted(set(bottoms))
    if len(different) < 2:
        return {"like-denominators"} if len(bottoms) > 1 else set()
    found = {"unlike-denominators"}
    if lcm(*different) > 24:
        found.add("large-common-bottom")
    pairs = [(a, b) for i, a in enumerate(different) for b in different[i + 1 :]]
    if all(different[-1] % b == 0 for b in different):
        found.add("one-bottom-divides")
    if any(1 < gcd(a, b) < a for a, b in pairs):
        found.add("bottoms-share-a-factor")
    if all(gcd(a, b) == 1 for a, b in pairs):
        found.add("coprime-bottoms")
    return found


def _rank(body: str, numbers: list[Number]) -> set[str]:
    found: set[str] = set()
    found |= {"multiplying"} if "×" in body else set()
    found |= {"dividing"} if "÷" in body else set()
    found |= {"powers"} if "^" in body else set()
    depth = deepest = 0
    for char in body:
        depth += (char in "([") - (char in ")]")
        deepest = max(deepest, depth)
    found |= {"brackets"} if deepest else set()
    found |= {"nested-brackets"} if deepest > 1 else set()
    ranks = bool(re.search(r" [+−] ", body)) + bool(re.search("[×÷]", body)) + ("^" in body)
    found |= {"several-operations"} if ranks > 1 or deepest else set()
    if "several-operations" in found:
        value, below, terms, endless = _worked(body)
        found |= {"decimal-without-end"} if endless and any(n.is_decimal for n in numbers) else set()
        found |= {"below-zero-on-the-way"} if below else set()
        found |= {"three-terms"} if terms > 2 else set()
        found |= {"fractions-in-it"} if any(n.is_fraction for n in numbers) else set()
        broken = any(n.is_fraction or n.is_decimal for n in numbers)
        return found | ({"result-is-whole"} if broken and value.denominator == 1 else set())
    if numbers[1].text in ("10", "100", "1000") and not numbers[0].is_fraction:
        found |= _by_power_of_ten(body, *numbers)
    elif "÷" in body and all(n.is_whole for n in numbers):
        found |= _wholes_divided(numbers[0].whole, numbers[1].whole)
    if any(n.is_decimal for n in numbers):
        return found | _decimal_product(body, *numbers)
    first, second = (n.value for n in numbers)
    value = first * second if "×" in body else first / second
    found |= {"mixed-factor"} if any(n.is_mixed for n in numbers) else set()
    found |= {"result-is-whole"} if value.denominator == 1 and any(n.is_fraction for n in numbers) else set()
    found |= {"quotient-not-whole"} if "÷" in body and value.denominator > 1 else set()
    found |= {"over-a-whole"} if "×" in body and value > 1 and value.denominator > 1 else set()
    a, b = numbers[0].as_written
    c, d = numbers[1].as_written
    top, bottom = (a * c, b * d) if "×" in body else (a * d, b * c)
    if value.denominator > 1:
        found |= _factor(gcd(top % bottom, bottom))
    if "×" in body and "mixed-factor" not in found and (gcd(a, d) > 1 or gcd(c, b) > 1):
        found.add("cancelling")
    return found


def _worked(body: str) -> tuple[Fraction, bool, int, bool]:
    """Value of a calculation worked by its order, whether a part of it from the left falls below 0 before the end, the
    most terms of a sum in it, and whether a number or a product in it has no decimal that ends."""
    tokens = re.findall(r"(?:\d+ )?\d+/\d+|\d*\.\d+|\d+|[+−×÷^()\[\]]", body)
    below, most, endless = False, 1, False

    def sum_of(inside: bool) -> Fraction:
        nonlocal below, most
        total, terms = product(), 1
        while tokens and tokens[0] in "+−":
            sign = tokens.pop(0)
            total += product() * (1 if sign == "+" else -1)
            terms += 1
            more = bool(tokens) and tokens[0] in "+−"
            below = below or (total < 0 and (inside or more))
        most = max(most, terms)
        return total

    def product() -> Fraction:
        nonlocal endless
        value = power()
        while tokens and tokens[0] in "×÷":
            value = value * power() if tokens.pop(0) == "×" else value / power()
        endless = endless or not _ends(value)
        return value

    def power() -> Fraction:
        nonlocal endless
        token = tokens.pop(0)
        if token in "([":
            value = sum_of(True)
            tokens.pop(0)
        else:
            value = _number(token).value
            endless = endless or not _ends(value)
        while tokens and tokens[0] == "^":
            tokens.pop(0)
            value **= int(tokens.pop(0))
        return value

    bare_sum = re.search(r"[+−]", re.sub(r"[(\[].*[)\]]", "", body)) is not None
    return sum_of(not bare_sum), below, most, endless


def _ends(value: Fraction) -> bool:
    return 10**12 % value.denominator == 0


def _wholes_divided(first: int, second: int) -> set[str]:
    found = {"beyond-the-tables"} if first // second > 12 or second > 12 else set()
    found |= {"zero-in-quotient"} if first >= second and "0" in str(first // second) else set()
    return found | ({"two-digit-divisor"} if second > 9 else set())


def _by_power_of_ten(body: str, first: Number, second: Number) -> set[str]:
    zeros = len(second.text) - 1
    padded = first.value / second.value < Fraction(1, 10) if "÷" in body else zeros > first.places
    return {"power-of-ten"} | ({"zeros-to-write"} if padded else set())


def _decimal_product(body: str, first: Number, second: Number) -> set[str]:
    divides = "÷" in body
    value = first.value / second.value if divides else first.value * second.value
    found = {"result-is-whole"} if value.denominator == 1 else set()
    if second.text in ("10", "100", "1000"):
        return found
    if not divides:
        product, places = first.digits * second.digits, first.places + second.places
        found |= {"decimal-by-decimal"} if first.places and second.places else set()
        found |= {"two-digit-factors"} if all(len(str(n.digits).strip("0")) > 1 for n in (first, second)) else set()
        found |= {"zeros-in-front"} if len(str(product)) < places else set()
        return found | ({"zero-at-the-end"} if str(product).endswith("0") else set())
    found |= {"decimal-divisor"} if second.places else set()
    found |= {"two-digit-divisor"} if second.digits > 9 else set()
    places = next(p for p in range(9) if (value * 10**p).denominator == 1)
    found |= {"goes-on"} if places > max(first.places - second.places, 0) else set()
    digits = f"{int(value * 10**places):0{places + 1}d}"
    return found | ({"zero-in-quotient"} if "0" in re.sub("^0", "", digits) else set())


def _sum(text: str, body: str, numbers: list[Number], fractions: list[Number]) -> set[str]:
    found: set[str] = set()
    signs = [1] + [-1 if s == "−" else 1 for s in re.findall(r" ([+−]) ", body)]
    values = [n.value for n in numbers]
    if text.startswith("subtract "):
        values.reverse()
        numbers = numbers[::-1]
        signs = [1, -1]
    if "(−" in body:
        signs[1] = -signs[1]
    if body.startswith("−"):
        signs[0] = -1
    total = sum((s * v for s, v in zip(signs, values, strict=True)), Fraction(0))
    found |= {"three-terms"} if len(values) > 2 else set()
    found |= {"negative-result"} if total < 0 else set()
    minus = -1 in signs
    if total.denominator == 1 and (fractions or any(n.is_decimal for n in numbers)):
        found.add("result-is-whole")
    if any(n.is_decimal for n in numbers) and not fractions:
        return found | _columns(numbers, minus=minus)
    if not fractions:
        return found
    bottoms = [n.bottom if n.is_fraction else 10**n.places for n in numbers]
    if total.denominator != 1:
        found |= _factor(lcm(*bottoms) // total.denominator)
    if not minus and all(not n.is_mixed and not n.is_whole and n.value < 1 for n in numbers) and total >= 1:
        found.add("makes-a-whole")
    parts = [v % 1 for v in values]
    if not minus and any(n.is_mixed or n.is_whole for n in numbers) and sum(parts) >= 1:
        found.add("carry")
    with_wholes = any(n.is_mixed or n.is_whole for n in numbers) and not any(n.is_decimal for n in numbers)
    if minus and with_wholes and total > 0 and len(numbers) == 2:
        found |= _taken_away(numbers, total)
    return found


def _taken_away(numbers: list[Number], total: Fraction) -> set[str]:
    first, second = numbers
    hides = first.is_fraction and second.is_fraction and first.bottom != second.bottom
    if not first.is_mixed and not first.is_whole:
        return set()
    if first.value % 1 < second.value % 1:
        found = {"regroup"} | ({"bare-whole-minuend"} if first.is_whole else set())
        found |= {"regroup-leaves-nothing"} if total < 1 else set()
        return found | ({"regroup-after-renaming"} if hides and first.top >= second.top else set())
    return {"seems-to-regroup"} if hides and first.top < second.top else set()


def _columns(numbers: list[Number], *, minus: bool) -> set[str]:
    places = [n.places for n in numbers]
    found = {"equal-places" if len(set(places)) == 1 else "ragged-places"}
    longest = max(places)
    rows = [int(n.value * 10**longest) for n in numbers]
    for i in range(1, 9):
        ends = [r % 10**i for r in rows]
        if not minus and sum(ends) >= 10**i:
            found.add("carry-in-columns")
        if minus and ends[0] < ends[1]:
            found.add("regroup-in-columns")
    if minus and _lends_across_zero(rows):
        found.add("regroup-across-zero")
    return found


def _lends_across_zero(rows: list[int]) -> bool:
    """By hand, from the right: a digit that is too small while the next one on its left is 0 at that time."""
    top, under = ([int(d) for d in str(r).zfill(9)][::-1] for r in rows)
    across = False
    for i in range(8):
        if top[i] < under[i]:
            lender = next(j for j in range(i + 1, 9) if top[j] > 0)
            across = across or lender > i + 1
            top[lender] -= 1
            for j in range(i + 1, lender):
                top[j] = 9
            top[i] += 10
    return across
