"""What an item demands, judged from its text by ``fractions`` and school arithmetic alone: nothing of the core is used.

It reads only items of the kinds that ladders draw.
"""

import re
from fractions import Fraction
from math import gcd, lcm

NUMBER = re.compile(r"(?:(?P<whole>\d+) )?(?P<top>\d+)/(?P<bottom>\d+)|(?P<decimal>\d*\.\d+)|(?P<int>\d+)")


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


def demands(text: str) -> set[str]:
    """Every demand of the item, by its id."""
    found: set[str] = set()
    for start, demand in (
        ("compare ", "comparing"), ("simplify ", "simplifying"), ("round ", "rounding"), ("subtract ", "told-in-words"),
        ("how many ", "told-in-words"),
    ):  # fmt: skip
        if text.startswith(start):
            found.add(demand)
    if " as a" in text:
        found.add("converting")
    if "=" in text:
        return found | {"blanks"}
    if text.startswith("how many "):
        text = re.sub(r"how many (.*) in (.*)", r"\2 ÷ \1", text)
    body = re.sub(r" to (the nearest \w+|\d places?)$| as an? .*$", "", text)
    numbers = [Number(m) for m in NUMBER.finditer(body)]
    fractions = [n for n in numbers if n.is_fraction]
    bottoms = [n.bottom for n in fractions]
    if any(n.is_decimal for n in numbers):
        found.add("decimals")
        if fractions:
            found.add("unlike-kinds")
    if any(n.is_fraction and n.top >= n.bottom for n in numbers):
        found.add("improper-input")
    if "rounding" in found:
        return found
    if "converting" in found:
        return found | ({"simplify"} if gcd(numbers[0].top, numbers[0].bottom) > 1 and "mixed" in text else set())
    if "simplifying" in found:
        return found - {"simplifying"} | {"simplify"}
    if "×" in body or "÷" in body or "^" in body or "(" in body.replace("(−", ""):
        return found | _rank(body, numbers)
    if "−" in body.split(" ")[0] or "(−" in body:
        found.add("negative-input")
    found |= _relation(bottoms)
    if "comparing" in found:
        return found
    return found | _sum(text, body, numbers, fractions)


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
    depth = deepest = 0
    for char in body:
        depth += (char in "([") - (char in ")]")
        deepest = max(deepest, depth)
    found |= {"brackets"} if deepest else set()
    found |= {"nested-brackets"} if deepest > 1 else set()
    ranks = bool(re.search(r" [+−] ", body)) + bool(re.search("[×÷]", body)) + ("^" in body)
    found |= {"several-operations"} if ranks > 1 or deepest else set()
    if "several-operations" in found:
        return found
    first, second = (n.value for n in numbers)
    value = first * second if "×" in body else first / second
    found |= {"mixed-factor"} if any(n.is_mixed for n in numbers) else set()
    found |= {"result-is-whole"} if value.denominator == 1 and any(n.is_fraction for n in numbers) else set()
    a, b = numbers[0].as_written
    c, d = numbers[1].as_written
    top, bottom = (a * c, b * d) if "×" in body else (a * d, b * c)
    if value.denominator > 1 and gcd(top % bottom, bottom) > 1:
        found.add("simplify")
    if "×" in body and "mixed-factor" not in found and (gcd(a, d) > 1 or gcd(c, b) > 1):
        found.add("cancelling")
    return found


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
    total = sum(s * v for s, v in zip(signs, values, strict=True))
    found |= {"three-terms"} if len(values) > 2 else set()
    found |= {"negative-result"} if total < 0 else set()
    minus = -1 in signs
    if any(n.is_decimal for n in numbers) and not fractions:
        return found | _columns(numbers, minus=minus)
    if not fractions:
        return found
    found |= {"result-is-whole"} if total.denominator == 1 else set()
    bottoms = [n.bottom if n.is_fraction else 10**n.places for n in numbers]
    if total.denominator not in (1, lcm(*bottoms)):
        found.add("simplify")
    if not minus and all(not n.is_mixed and n.is_fraction and n.top < n.bottom for n in numbers) and total >= 1:
        found.add("makes-a-whole")
    parts = [v % 1 for v in values]
    if not minus and any(n.is_mixed or n.is_whole for n in numbers) and sum(parts) >= 1:
        found.add("carry")
    with_wholes = any(n.is_mixed or n.is_whole for n in numbers) and not any(n.is_decimal for n in numbers)
    if minus and with_wholes and total > 0 and values[0] >= 1 and parts[0] < parts[1]:
        found.add("regroup")
        found |= {"bare-whole-minuend"} if numbers[0].is_whole else set()
        found |= {"regroup-leaves-nothing"} if total < 1 else set()
        first, second = numbers
        if first.is_fraction and first.bottom != second.bottom and first.top >= second.top:
            found.add("regroup-after-renaming")
    return found


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
