"""The bounds of a class on the arithmetic: which numbers an item may hold, and which facts its working may take."""

from keen_slate.core.machine.engine import Derivation
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Whole
from keen_slate.core.problem.tree import Chain, Common, Comparison, Expr, InStory, children, walk
from keen_slate.core.values import frozen
from keen_slate.core.working.facts import facts_of

ALL_TABLES = tuple(range(2, 13))


@frozen
class Limits:
    """``largest_bottom`` of a written fraction, ``largest_common`` denominator, ``largest_whole``, decimal ``places``;
    a multiplication fact must lie in one of the ``tables`` (2 to 12) and have no factor above ``largest_fact``."""

    largest_bottom: int = 12
    largest_common: int = 60
    largest_whole: int = 12
    places: int = 2
    tables: tuple[int, ...] = ALL_TABLES
    largest_fact: int = 12
    only_wholes: bool = False

    def allows_fact(self, a: int, b: int, *, on_paper: bool = False) -> bool:
        """Whether a × b is a fact that the class has; ``on_paper`` what lies beyond the tables goes digit by digit.

        >>> Limits(tables=(2, 5, 10)).allows_fact(7, 5), Limits(tables=(2, 5, 10)).allows_fact(7, 6)
        (True, False)
        >>> Limits().allows_fact(24, 3), Limits().allows_fact(24, 3, on_paper=True)
        (False, True)
        """
        if min(a, b) <= 1:
            return True
        if on_paper and max(a, b) > max(ALL_TABLES):
            return all(self.allows_fact(int(p), int(q)) for p in str(a) for q in str(b))
        in_tables = a in self.tables or b in self.tables
        return in_tables and max(a, b) <= self.largest_fact

    def allows_numbers(self, expr: Expr, *, on_paper: bool = False) -> bool:
        """Whether every number of an item lies within the bounds; wholes ``on_paper`` may be 100 times as large."""
        return all(self._allows_number(n, on_paper=on_paper) for n in numbers_of(expr))

    def _allows_number(self, number: Expr, *, on_paper: bool) -> bool:
        match number:
            case Whole(n):
                return n <= max(self.largest_whole, 10) * (100 if on_paper else 1)
            case CommonFraction(_, bottom):
                return not self.only_wholes and (bottom <= self.largest_bottom or self._is_decimal(bottom))
            case MixedNumber(whole, _, bottom):
                return not self.only_wholes and bottom <= self.largest_bottom and whole <= self.largest_whole
            case DecimalNumeral(_, places):
                return not self.only_wholes and places <= self.places
            case _:
                return True

    def _is_decimal(self, bottom: int) -> bool:
        """Whether these are tenths, hundredths and so on, of which the class writes decimals."""
        return bottom in (10, 100, 1000, 10000) and bottom <= 10**self.places

    def allows_working(self, work: Derivation, *, on_paper: bool = False) -> bool:
        """Whether every multiplication fact and every common denominator of a working lies within the bounds."""
        bottoms = {n.denominator for n in _fractions_of(work)}
        if any(b > self.largest_common and not self._is_decimal(b) for b in bottoms):
            return False
        return all(self.allows_fact(a, b, on_paper=on_paper) for a, b in facts_of(work))


def numbers_of(expr: Expr) -> tuple[Expr, ...]:
    """The numbers written in an item, those compared and those beside blanks too."""
    inside: tuple[Expr, ...] = (expr,)
    if isinstance(expr, InStory) and expr.now is None:
        return tuple(q.given for q in expr.situation.quantities if q.given is not None)
    if isinstance(expr, Comparison):
        inside = expr.items
    elif isinstance(expr, Chain):
        inside = expr.sides
    elif isinstance(expr, Common):
        inside = expr.numbers
    return tuple(e for start in inside for e in walk(start) if not children(e))


def _fractions_of(work: Derivation) -> list[CommonFraction | MixedNumber]:
    return [n for s in work.steps for n in numbers_of(s.after) if isinstance(n, (CommonFraction, MixedNumber))]


def numbers_key(expr: Expr) -> tuple[str, ...]:
    """The numbers of an item whatever their order: 1/4 + 1/3 repeats 1/3 + 1/4."""
    return type(expr).__name__, *sorted(repr(n) for n in numbers_of(expr))
