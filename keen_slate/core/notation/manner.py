"""How a teacher speaks and writes: every choice that is made once and holds everywhere."""

from dataclasses import replace

from keen_slate.core.values import frozen


@frozen
class Manner:
    """One choice for every word on which teachers differ, the decimal sign, and the label that amounts carry.

    ``units`` are words for things that this teacher counts, with spaces between. ``label`` is a unit or ``%``; it
    belongs to a problem and stands at each of its amounts, not in sentences.
    """

    regroup: str = "regroup"
    quarter: str = "quarter"
    top: str = "top"
    bottom: str = "bottom"
    common_bottom: str = "lowest common bottom"
    common_multiple: str = "common multiple"
    greatest_common_factor: str = "greatest common factor"
    simplest_form: str = "simplest form"
    improper: str = "improper"
    over: str = "over"
    order: str = "brackets, powers, × and ÷ from the left, + and − from the left"
    decimal_sign: str = "."
    units: str = ""
    label: str = ""

    def labelled(self, label: str) -> "Manner":
        """The same for amounts with this label."""
        return self if label == self.label else replace(self, label=label)

    def in_sentences(self, label: str) -> "Manner":
        """The same for sentences about amounts with this label: two units are named there, one is not."""
        return self.labelled(label) if "+" in label else self

    @property
    def own_units(self) -> frozenset[str]:
        return frozenset(self.units.split())

    @property
    def decimal_comma(self) -> bool:
        """Whether a comma typed between digits is a decimal sign."""
        return self.decimal_sign == ","

    def decimal(self, text: str) -> str:
        """Digits with a point, with this decimal sign instead.

        >>> Manner(decimal_sign=",").decimal("0.35")
        '0,35'
        """
        return text.replace(".", self.decimal_sign)


USUAL_MANNER = Manner()
