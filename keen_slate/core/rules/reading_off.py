"""A number read from its picture: what a whole is cut into, how many wholes and pieces there are."""

from dataclasses import replace

from keen_slate.core.machine.engine import Move, Rule
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber
from keen_slate.core.problem.from_picture import cells_of, cut_of, scale_of
from keen_slate.core.problem.tree import Expr, FromPicture, Left, is_numeral
from keen_slate.core.saying import reading_off
from keen_slate.core.saying.say import Say


def read_picture(expr: Expr) -> Move:
    """The number as it is written, with how it is counted.

    >>> text_of(read_picture(read("read 2 3/5 from discs").expr).after)
    '2 3/5'
    """
    assert isinstance(expr, FromPicture)
    return Move(Left(expr.of), counted(expr))


def counted(expr: FromPicture) -> Say:
    """How a picture is read."""
    number = expr.of
    assert is_numeral(number)
    in_all = number.numerator if isinstance(number, CommonFraction) and number.is_improper else 0
    if expr.picture == "square":
        return Say.of(reading_off.counted_cells, cells=cells_of(number) or 0)
    if expr.picture == "jumps":
        scale = scale_of(expr)
        assert scale is not None
        return Say.of(
            reading_off.counted_spaces,
            before=scale.before, high=scale.before + scale.major, spaces=scale.spaces, on=scale.spaces_on,
            minor=scale.minor, decimals=not isinstance(number, (CommonFraction, MixedNumber)),
            in_all=in_all,
        )  # fmt: skip
    cut = cut_of(number)
    assert cut is not None
    return Say.of(
        reading_off.counted_pieces,
        kind=expr.picture,
        wholes=cut.wholes,
        top=cut.top,
        bottom=cut.bottom,
        in_all=bool(in_all),
    )


READ_PICTURE = Rule(
    "read-picture",
    "read-picture",
    read_picture,
    "read",
    question="What is one whole here, and into how many equal pieces is it cut?",
)
READ_LINE = replace(
    READ_PICTURE,
    id="read-line",
    goal="read-line",
    question="How much is it from one number to the next, and in how many equal spaces?",
)

RULES = (READ_LINE, READ_PICTURE)
