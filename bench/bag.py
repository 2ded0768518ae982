"""A mixed bag of problems for measuring, always the same for one seed."""

from random import Random

BOTTOMS = (2, 3, 4, 5, 6, 8, 9, 10, 12, 15, 16, 18, 20, 24)


def bag(count: int, seed: int = 7) -> list[str]:
    """Sums, differences, products and quotients of fractions, mixed numbers and decimals, some with brackets."""
    random = Random(seed)
    kinds = (_fraction_sum, _mixed_sum, _mixed_difference, _decimals, _product, _quotient, _brackets, _several)
    return [kinds[i % len(kinds)](random) for i in range(count)]


def mixed_sum(terms: int, random: Random) -> str:
    """Mixed numbers added and taken away in turn, so that every term asks for lines of its own."""
    text = _mixed(random, 40, 60)
    for index in range(1, terms):
        text += f" {'−+'[index % 2 == 0]} {_mixed(random)}"
    return text


def _fraction(random: Random) -> str:
    bottom = random.choice(BOTTOMS)
    return f"{random.randint(1, bottom - 1)}/{bottom}"


def _mixed(random: Random, low: int = 1, high: int = 9) -> str:
    return f"{random.randint(low, high)} {_fraction(random)}"


def _decimal(random: Random, whole: int = 40) -> str:
    places = random.randint(1, 3)
    return f"{random.randint(0, whole)}.{random.randint(1, 10**places - 1):0{places}d}"


def _fraction_sum(random: Random) -> str:
    return f"{_fraction(random)} {random.choice('+−')} {_fraction(random)}"


def _mixed_sum(random: Random) -> str:
    return f"{_mixed(random)} + {_mixed(random)}"


def _mixed_difference(random: Random) -> str:
    return f"{_mixed(random, 5, 12)} − {_mixed(random, 1, 4)}"


def _decimals(random: Random) -> str:
    return f"{_decimal(random)} {random.choice('+−')} {_decimal(random)}"


def _product(random: Random) -> str:
    return f"{random.choice((_fraction, _mixed, _decimal))(random)} × {_fraction(random)}"


def _quotient(random: Random) -> str:
    return f"{_mixed(random)} ÷ {_fraction(random)}"


def _brackets(random: Random) -> str:
    return f"{random.randint(2, 9)} × ({_mixed(random)} − {_fraction(random)})"


def _several(random: Random) -> str:
    return f"{_mixed(random)} + {_fraction(random)} + {_mixed(random)}"
