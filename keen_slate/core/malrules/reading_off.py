"""Mistakes in reading a number from a picture: pieces, spaces, marks and cells counted for something else."""

from collections.abc import Callable
from fractions import Fraction

from keen_slate.core.curriculum.places import DECIMAL_NOTATION, FRACTIONS, FRACTIONS_ON_LINES, MIXED_FORMS, Place
from keen_slate.core.curriculum.sources import PRACTICE
from keen_slate.core.machine.engine import MalRule, Move
from keen_slate.core.machine.mistakes import PictureKind
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Percent, Whole, mixed_form
from keen_slate.core.problem.from_picture import Cut, Scale, cells_of, cut_of, scale_of
from keen_slate.core.problem.tree import (
    Expr,
    FromPicture,
    Left,
    decimal_for,
    decimal_or_number,
    is_numeral,
    number_for,
)


def _pieces(expr: Expr, *pictures: str) -> tuple[FromPicture, Cut] | None:
    """What is to be read from one of these pictures, in pieces of a whole."""
    assert isinstance(expr, FromPicture)
    cut = cut_of(expr.of) if expr.picture in pictures and is_numeral(expr.of) else None
    return (expr, cut) if cut is not None else None


def _line(expr: Expr) -> tuple[FromPicture, Scale] | None:
    """What is to be read from a line, and how that is cut."""
    assert isinstance(expr, FromPicture)
    scale = scale_of(expr) if expr.picture == "jumps" else None
    return (expr, scale) if scale is not None else None


def _cells(expr: Expr) -> tuple[FromPicture, int] | None:
    """What is to be read from a square, and how many of its cells are filled."""
    assert isinstance(expr, FromPicture)
    cells = cells_of(expr.of) if expr.picture == "square" and is_numeral(expr.of) else None
    return (expr, cells) if cells is not None else None


def _wrote(wholes: int, top: int, bottom: int) -> Move:
    return Move(Left(mixed_form(wholes, top, bottom)))


def _value_wrote(expr: FromPicture, value: Fraction) -> Move | None:
    """A value written as the number in the picture is: as a decimal, a fraction or a percent."""
    if value <= 0:
        return None
    if isinstance(expr.of, Percent):
        return Move(Left(Percent(Whole(int(value * 100))))) if (value * 100).denominator == 1 else None
    if isinstance(expr.of, (CommonFraction, MixedNumber)):
        bottom = expr.of.denominator
        if (value * bottom).denominator == 1:
            return _wrote(*divmod(int(value * bottom), bottom), bottom)
        return Move(Left(number_for(value)))
    return Move(Left(decimal_or_number(value)))


def unfilled_counted(expr: Expr) -> Move | None:
    """The pieces that are not filled: 2/5 for 3/5, 0.63 for 0.37.

    >>> text_of(unfilled_counted(read("read 2 3/5 from discs").expr).after)
    '2 2/5'
    """
    if square := _cells(expr):
        full, rest = divmod(square[1], 100)
        return _value_wrote(square[0], Fraction(full * 100 + 100 - rest, 100)) if rest else None
    found = _pieces(expr, "strips", "discs")
    if found is None or not found[1].top:
        return None
    shown, cut = found
    return _value_wrote(shown, cut.wholes + Fraction(cut.bottom - cut.top, cut.bottom))


def part_to_part(expr: Expr) -> Move | None:
    """The filled pieces over those that are not: 3/2 for 3/5.

    >>> text_of(part_to_part(read("read 3/5 from discs").expr).after)
    '3/2'
    """
    found = _pieces(expr, "strips", "discs")
    if found is None or not found[1].top:
        return None
    cut = found[1]
    part = CommonFraction(cut.top, cut.bottom - cut.top)
    return Move(Left(MixedNumber(cut.wholes, part.numerator, part.denominator) if cut.wholes else part))


def all_pieces_drawn(expr: Expr) -> Move | None:
    """All that is drawn taken for one whole: 13/15 for 2 3/5.

    >>> text_of(all_pieces_drawn(read("read 2 3/5 from strips").expr).after)
    '13/15'
    """
    found, line = _pieces(expr, "strips", "discs", "jumps"), _line(expr)
    if found is None or not isinstance(found[0].of, (CommonFraction, MixedNumber)) or (line and line[1].low):
        return None
    drawn = int(line[1].high) if line else found[1].drawn
    return Move(Left(CommonFraction(found[1].pieces, drawn * found[1].bottom))) if drawn > 1 else None


def wholes_left_out(expr: Expr) -> Move | None:
    """Only the last whole, or the spaces after the last number, are read: 3/5 for 2 3/5, 0.6 for 2.6.

    >>> text_of(wholes_left_out(read("read 2.6 from a number line").expr).after)
    '0.6'
    """
    if line := _line(expr):
        shown, scale = line
        return _value_wrote(shown, scale.spaces_on * scale.minor) if scale.before else None
    if square := _cells(expr):
        full, rest = divmod(square[1], 100)
        return _value_wrote(square[0], Fraction(rest, 100)) if full and rest else None
    found = _pieces(expr, "strips", "discs")
    if found is None or not found[1].wholes or not found[1].top:
        return None
    return _value_wrote(found[0], Fraction(found[1].top, found[1].bottom))


def first_mark_counted(expr: Expr) -> Move | None:
    """The marks are counted, beginning at the number: one space too many.

    >>> text_of(first_mark_counted(read("read 2.6 from a number line").expr).after)
    '2.7'
    """
    found = _line(expr)
    if found is None:
        return None
    shown, scale = found
    return _value_wrote(shown, scale.before + (scale.spaces_on + 1) * scale.minor)


def marks_for_pieces(expr: Expr) -> Move | None:
    """The marks between two numbers of the line, instead of the spaces, are taken for the pieces: 3/4 for 3/5.

    >>> text_of(marks_for_pieces(read("read 3/5 from a number line").expr).after)
    '3/4'
    """
    found = _pieces(expr, "jumps")
    if found is None or not isinstance(found[0].of, (CommonFraction, MixedNumber)):
        return None
    cut = found[1]
    if cut.top >= cut.bottom - 1:  # as many marks as pieces, or none: it would be a whole
        return None
    return _wrote(cut.wholes, cut.top, cut.bottom - 1)


def all_marks_for_pieces(expr: Expr) -> Move | None:
    """All marks, those at both ends too, are taken for the pieces: 4/6 for 3/5.

    >>> text_of(all_marks_for_pieces(read("read 3/5 from a number line").expr).after)
    '4/6'
    """
    found = _pieces(expr, "jumps")
    if found is None or not isinstance(found[0].of, (CommonFraction, MixedNumber)):
        return None
    cut = found[1]
    return _wrote(cut.wholes, cut.top + 1, cut.bottom + 1)


def each_space_a_tenth(expr: Expr) -> Move | None:
    """A space is taken for a tenth of the way, whatever their number: 0.3 for 0.6 on a line of five spaces.

    >>> text_of(each_space_a_tenth(read("read 0.6 from a number line in 5 spaces").expr).after)
    '0.3'
    """
    found = _line(expr)
    if found is None or found[1].spaces == 10 or found[1].spaces_on > 9:
        return None
    scale = found[1]
    return Move(Left(decimal_for(scale.before + scale.spaces_on * scale.major / 10)))


def each_space_one(expr: Expr) -> Move | None:
    """A space is taken for 1: 303 for 330 on a line from 300 to 400.

    >>> text_of(each_space_one(read("read 330 from a number line").expr).after)
    '303'
    """
    found = _line(expr)
    if found is None or found[1].minor <= 1:
        return None
    return Move(Left(Whole(int(found[1].before) + found[1].spaces_on)))


def cells_for_tenths(expr: Expr) -> Move | None:
    """Fewer than ten cells are taken for so many tenths: 0.7 for 0.07.

    >>> text_of(cells_for_tenths(read("read 0.07 from a hundred square").expr).after)
    '0.7'
    """
    found = _cells(expr)
    if found is None or not 0 < found[1] % 100 < 10:
        return None
    full, rest = divmod(found[1], 100)
    return _value_wrote(found[0], full + Fraction(rest, 10))


def columns_alone(expr: Expr) -> Move | None:
    """Only the full columns are read: 0.3 for 0.37.

    >>> text_of(columns_alone(read("read 0.37 from a hundred square").expr).after)
    '0.3'
    """
    found = _cells(expr)
    return _value_wrote(found[0], Fraction(found[1] // 10, 10)) if found and found[1] % 10 else None


def cells_for_wholes(expr: Expr) -> Move | None:
    """The number of cells is written down: 37 for 0.37.

    >>> text_of(cells_for_wholes(read("read 0.37 from a hundred square").expr).after)
    '37'
    """
    found = _cells(expr)
    return None if found is None or isinstance(found[0].of, Percent) else Move(Left(Whole(found[1])))


def _counted_off(expr: Expr, pieces: int, bottom: int) -> Move | None:
    """So many filled pieces, and pieces of a whole, too many."""
    if square := _cells(expr):
        return None if bottom else _value_wrote(square[0], Fraction(square[1] + pieces, 100))
    if line := _line(expr):
        shown, scale = line
        if bottom or pieces > 0:  # one space too many: the first mark is counted
            return None
        return _value_wrote(shown, scale.before + (scale.spaces_on + pieces) * scale.minor)
    found = _pieces(expr, "strips", "discs")
    if found is None or not found[1].top:
        return None
    cut = found[1]
    if not 0 < cut.top + pieces <= cut.bottom + bottom or cut.bottom + bottom < 2:
        return None
    return _wrote(cut.wholes, cut.top + pieces, cut.bottom + bottom)


def one_too_few(expr: Expr) -> Move | None:
    """One piece, space or cell is missed.

    >>> text_of(one_too_few(read("read 2 3/5 from discs").expr).after)
    '2 2/5'
    """
    return _counted_off(expr, -1, 0)


def one_too_many(expr: Expr) -> Move | None:
    """One piece or cell is counted twice.

    >>> text_of(one_too_many(read("read 2 3/5 from discs").expr).after)
    '2 4/5'
    """
    return _counted_off(expr, 1, 0)


def whole_one_short(expr: Expr) -> Move | None:
    """Of the pieces of one whole one is missed.

    >>> text_of(whole_one_short(read("read 2 3/5 from discs").expr).after)
    '2 3/4'
    """
    return _counted_off(expr, 0, -1)


def whole_one_over(expr: Expr) -> Move | None:
    """Of the pieces of one whole one is counted twice.

    >>> text_of(whole_one_over(read("read 2 3/5 from discs").expr).after)
    '2 3/6'
    """
    return _counted_off(expr, 0, 1)


def _mistake(
    id: str,
    apply: Callable[[Expr], Move | None],
    name: str,
    belief: str,
    shows: str,
    question: str,
    picture: PictureKind = "discs",
    met: Place = FRACTIONS,
) -> MalRule:
    return MalRule(
        id=id, goals=("read-picture", "read-line"), apply=apply, name=name, belief=belief, shows=shows,
        question=question, picture=picture, met=met, source=PRACTICE,
    )  # fmt: skip


MAL_RULES = (
    _mistake(
        "part-to-part", part_to_part, "Filled over unfilled",
        "a fraction tells the filled pieces and the others", "Of 3 filled pieces and 2 others is read 3/2.",
        "Which pieces make the whole: only those that are not filled?",
    ),
    _mistake(
        "all-pieces-drawn", all_pieces_drawn, "All that is drawn taken for one whole",
        "the whole is everything in the picture", "2 3/5 is read as 13/15.",
        "What is one whole here: all of the picture, or one part of it?", met=MIXED_FORMS,
    ),
    _mistake(
        "first-mark-counted", first_mark_counted, "The first mark counted",
        "the marks are counted, beginning at the number", "2.6 is read as 2.7.",
        "How far is it from the number to the first mark after it?", picture="jumps", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "each-space-a-tenth", each_space_a_tenth, "Each space taken for a tenth",
        "between two numbers of a line there are always tenths", "Cut in five spaces, {0.6} is read as {0.3}.",
        "How many spaces are there from one number to the next?", picture="jumps", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "each-space-one", each_space_one, "Each space taken for one",
        "every mark of a line is one more", "330 is read as 303.",
        "How much is it from one number of the line to the next, and in how many spaces?",
        picture="jumps", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "marks-for-pieces", marks_for_pieces, "The marks counted for the pieces",
        "the marks between two numbers are the pieces", "3/5 is read as 3/4.",
        "What is a piece of the line: a mark, or the space between two?", picture="jumps",
        met=FRACTIONS_ON_LINES,
    ),
    _mistake(
        "all-marks-for-pieces", all_marks_for_pieces, "All marks counted for the pieces",
        "the marks with those at the ends are the pieces", "3/5 is read as 4/6.",
        "What is a piece of the line: a mark, or the space between two?", picture="jumps",
        met=FRACTIONS_ON_LINES,
    ),
    _mistake(
        "cells-for-tenths", cells_for_tenths, "Cells taken for tenths",
        "the count of cells stands behind the point, in the first place", "7 cells are read as {0.7}.",
        "How many cells are a tenth of the square?", picture="square", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "cells-for-wholes", cells_for_wholes, "The cells written as wholes",
        "what is counted is the number", "37 cells are read as 37.",
        "What is one whole here: a cell, or the square?", picture="square", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "columns-alone", columns_alone, "Only full columns read",
        "what does not fill a column does not count", "{0.37} is read as {0.3}.",
        "What becomes of the cells that fill no column?", picture="square", met=DECIMAL_NOTATION,
    ),
    _mistake(
        "unfilled-counted", unfilled_counted, "The unfilled pieces counted",
        "what is left empty is the number", "Of 3 filled pieces of 5 is read 2/5.",
        "Which pieces are meant: the filled ones, or the others?",
    ),
    _mistake(
        "full-wholes-left-out", wholes_left_out, "The full wholes left out",
        "only what is cut is to be read", "2 3/5 is read as 3/5.",
        "How many wholes are there before the pieces that you counted?", met=MIXED_FORMS,
    ),
    _mistake(
        "one-too-few", one_too_few, "One too few counted",
        "a slip in counting", "2 3/5 is read as 2 2/5.", "How many do you count the second time?",
    ),
    _mistake(
        "one-too-many", one_too_many, "One too many counted",
        "a slip in counting", "2 3/5 is read as 2 4/5.", "How many do you count the second time?",
    ),
    _mistake(
        "whole-one-short", whole_one_short, "The pieces of a whole counted one short",
        "a slip in counting the pieces of one whole", "2 3/5 is read as 2 3/4.",
        "Into how many pieces is one whole cut?",
    ),
    _mistake(
        "whole-one-over", whole_one_over, "The pieces of a whole counted one over",
        "a slip in counting the pieces of one whole", "2 3/5 is read as 2 3/6.",
        "Into how many pieces is one whole cut?",
    ),
)  # fmt: skip
"""The likelier first."""
