"""What is said of a number that is read from a picture: reasons, captions, questions, and why one cannot be read."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import FROM_PICTURES, text_of
from keen_slate.core.problem.tree import (
    Expr,
    ReadFrom,
    decimal_or_number,
    evaluate,
)
from keen_slate.core.saying.phrases import pieces
from keen_slate.core.saying.words import listed, piece, sentence

ONE_WHOLE = {"discs": "disc", "strips": "strip"}


def _full(count: int) -> str:
    return f"{count} {'is' if count == 1 else 'are'} full"


def _filled(count: int) -> str:
    return f"{count} {'is' if count == 1 else 'are'} filled"


def counted_pieces(w: Manner, kind: str, wholes: int, top: int, bottom: int, in_all: bool) -> str:
    """In wholes and pieces, or with ``in_all`` as pieces alone."""
    one = ONE_WHOLE[kind]
    if bottom == 1:
        return f"{wholes} {one if wholes == 1 else one + 's'} {'is' if wholes == 1 else 'are'} full."
    cut = f"{'The' if wholes + bool(top) == 1 else 'Each'} {one} is cut into {bottom} equal pieces: {piece(bottom, w)}."
    if not wholes:
        return f"{cut} {_filled(top)}."
    if in_all:
        more = f" + {top}" if top else ""
        return f"{cut} {wholes} × {bottom}{more} = {wholes * bottom + top} are filled."
    return f"{cut} {_full(wholes)}, and {pieces(top, bottom, w)} of the next."


def counted_spaces(
    w: Manner, before: Fraction, high: Fraction, spaces: int, on: int, minor: Fraction, decimals: bool, in_all: int
) -> str:
    """Spaces from one number of the line to the next, what each is worth, and where the mark stands; with ``in_all``
    how many pieces that is from 0."""

    def n(value: Fraction) -> str:
        return _value(value, w, decimals)

    worth = n(minor) if decimals or minor.numerator > 1 else f"1 {piece(minor.denominator, w, many=False)}"
    told = f"From {n(before)} to {n(high)} there are {spaces} equal spaces: each is {worth}."
    after = f"The mark is {on} space{'s' * (on > 1)} after {n(before)}"
    return f"{told} {after}, {pieces(in_all, spaces, w)} from 0." if in_all else f"{told} {after}."


def counted_cells(w: Manner, cells: int) -> str:
    """Full squares, full columns of ten, and single cells."""
    squares, rest = divmod(cells, 100)
    columns, ones = divmod(rest, 10)
    parts = [
        f"{squares} full square{'s' * (squares > 1)}" if squares else "",
        f"{columns} full column{'s' * (columns > 1)} of 10" if columns else "",
        f"{ones} cell{'s' * (ones > 1)}" if ones else "",
    ]
    told = listed([p for p in parts if p])
    return f"A square has 100 cells, so a cell is a hundredth. Filled: {told}, {pieces(cells, 100, w)}."


def _value(value: Fraction, w: Manner, decimals: bool) -> str:
    return text_of(decimal_or_number(value, decimals=decimals), w)


def which_number(_: Manner, kind: str, drawn: int) -> str:
    """Under the picture that is to be read: what one whole is."""
    if kind == "jumps":
        return "Which number stands at the mark?"
    one = ONE_WHOLE.get(kind, "square")
    return f"{'The' if drawn == 1 else 'Each'} {one} is one whole. How much is filled?"


def which_wholes(w: Manner, answer: Expr, kind: str, wholes: int, cut: bool) -> str:
    """Of an answer that does not lie in the whole in which it must; ``cut``: there are pieces of the next one."""
    shown = text_of(answer, w)
    if kind == "jumps":
        return f"The mark stands between {wholes} and {wholes + 1}. Does {shown}?"
    one = ONE_WHOLE.get(kind, "square")
    if not wholes:
        return f"The {one} is not full, so this is less than 1. Is {shown} less than 1?"
    full = _full(wholes).replace(" ", f" {one}{'s' * (wholes > 1)} ", 1)
    if not cut:
        return f"{full}, and nothing else. Is {shown} as much as that?"
    return f"{full}, and the next is not. Is {shown} more than {wholes} and less than {wholes + 1}?"


def other_pieces(w: Manner, answer: Expr, kind: str, named: int) -> str:
    """Of an answer that counts in other pieces than those that a whole is cut into."""
    into = (
        "spaces is the line cut from one whole to the next"
        if kind == "jumps"
        else f"pieces is one {ONE_WHOLE[kind]} cut"
    )
    return f"{text_of(answer, w)} counts in {piece(named, w)}. Into how many equal {into}?"


def count_again(w: Manner, answer: Expr, kind: str, wholes: int, counted: int) -> str:
    """Of an answer that counts too many or too few pieces or spaces."""
    if kind == "jumps":
        told = f"{counted} space{'s' * (counted != 1)} after {wholes}"
    else:
        told = f"{counted} filled piece{'s' * (counted != 1)} of {'the next' if wholes else 'the'} {ONE_WHOLE[kind]}"
    return f"{text_of(answer, w)} would be {told}. Count again: {'is it' if counted == 1 else 'are they'} so many?"


def which_spaces(w: Manner, answer: Expr, before: Fraction, high: Fraction, spaces: int) -> str:
    low, top = _value(before, w, True), _value(high, w, True)
    shown = text_of(answer, w)
    if not before < evaluate(answer) < high:
        return f"The mark stands between {low} and {top}. Does {shown}?"
    return (
        f"From {low} to {top} there are {spaces} spaces. How much is one of them, and how many is {shown} after {low}?"
    )


def which_cells(w: Manner, answer: Expr, cells: Expr, filled: int) -> str:
    return f"{text_of(answer, w)} would be {text_of(cells, w)} of 100 cells. Are there so many, or {filled}?"


def read_from_what(_: Manner, number: str) -> str:
    first, *others = FROM_PICTURES.values()
    return (
        f"From which picture is {number} to be read? Write “read {number} from {first}”, "
        f"or from {listed(others, 'or')}."
    )


def picture_of_one_number(_: Manner) -> str:
    return "From a picture one number is read. Write one above 0, and no calculation."


def nothing_to_see(_: Manner) -> str:
    return "Of 0 there is nothing to be seen. Write a number above 0."


def _instead(kinds: tuple[ReadFrom, ...]) -> str:
    """From which pictures the number can be read."""
    if not kinds:
        return "Write another number."
    return f"Read it from {listed([FROM_PICTURES[k] for k in kinds], 'or')}, or write another number."


def too_many_wholes(_: Manner, kind: str, limit: int, others: tuple[ReadFrom, ...]) -> str:
    one = ONE_WHOLE.get(kind, "square")
    return f"At most {limit} {one}s can be counted in a picture. {_instead(others)}"


def too_many_pieces(w: Manner, bottom: int, kind: str, limit: int, others: tuple[ReadFrom, ...]) -> str:
    fine = f"{sentence(piece(bottom, w))} are too fine to be counted in a {ONE_WHOLE[kind]}"
    return f"{fine}: at most {limit} pieces to a whole. {_instead(others)}"


def part_over_a_whole(w: Manner, number: Expr, value: Expr) -> str:
    return f"In a picture {text_of(number, w)} looks like {text_of(value, w)}. Write it that way."


def no_whole_cells(w: Manner, number: Expr, others: tuple[ReadFrom, ...]) -> str:
    return f"{text_of(number, w)} is no whole number of hundredths. {_instead(others)}"


def on_no_mark(w: Manner, number: Expr, spaces: int, others: tuple[ReadFrom, ...]) -> str:
    if spaces:
        return (
            f"{text_of(number, w)} stands on no mark between two numbers of a line with {spaces} spaces. "
            "Take another number of spaces, or leave them out."
        )
    return (
        f"{text_of(number, w)} cannot be read from a number line: its mark has a number already, "
        f"or the marks are too near together. {_instead(others)}"
    )


def spaces_of_lines_only(_: Manner) -> str:
    return "A number of spaces is for wholes and decimals on a number line; a fraction says by itself how it is cut."


def percents_in_squares(w: Manner, number: Expr) -> str:
    return f"{text_of(number, w)} is read from a hundred square. Write that, or the number without %."
