"""Column types that refuse the doubtful."""

from fractions import Fraction

from sqlalchemy import Text
from sqlalchemy.engine import Dialect
from sqlalchemy.types import TypeDecorator


class ExactNumber(TypeDecorator[Fraction]):
    """A ``Fraction`` kept as the text ``p/q`` in lowest terms (``p`` for a whole). Floats are refused.

    Binding anything but an int or a Fraction raises TypeError, before the database sees it.
    """

    impl = Text
    cache_ok = True

    def process_bind_param(self, value: object, dialect: Dialect) -> str | None:
        if value is None:
            return None
        if isinstance(value, bool) or not isinstance(value, (int, Fraction)):
            raise TypeError(f"An exact number is an int or a Fraction, not {value!r}")
        return str(Fraction(value))

    def process_result_value(self, value: str | None, dialect: Dialect) -> Fraction | None:
        return None if value is None else Fraction(value)
