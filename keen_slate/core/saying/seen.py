"""Captions: what is to be seen in a picture, in the numbers of the line that it proves."""

from fractions import Fraction

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.forms import CommonFraction
from keen_slate.core.problem.tree import Expr, decimal_or_number, evaluate, number_for
from keen_slate.core.saying.phrases import pieces, times, whole_or_wholes
from keen_slate.core.saying.words import listed, piece, sentence


def _is(count: int) -> str:
    return "is" if count == 1 else "are"


def renamed(w: Manner, parts: tuple[tuple[CommonFraction, int], ...], common: int) -> str:
    """Each part with how many finer pieces each of its pieces is cut into."""
    cut = [f"each {piece(p.denominator, w, many=False)} is cut into {by}" for p, by in parts if by > 1]
    stays = [text_of(p, w) for p, by in parts if by == 1]
    kept = f"; {listed(stays)} stay{'s as it is' if len(stays) == 1 else ' as they are'}" if stays else ""
    return f"{sentence(listed(list(dict.fromkeys(cut))))}{kept}: all pieces are {piece(common, w)} now."


def end_to_end(w: Manner, total: int, bottom: int) -> str:
    wholes, rest = divmod(total, bottom)
    if not wholes:
        short = bottom - total
        return f"End to end: {pieces(total, bottom, w)}, {short} short of a whole."
    if not rest:
        return f"End to end: {pieces(total, bottom, w)} fill {whole_or_wholes(wholes)} exactly."
    return (
        f"End to end: {pieces(total, bottom, w)} fill {whole_or_wholes(wholes)}, and {rest} begin{'s' * (rest == 1)} "
        "the next."
    )


def taken_from_the_end(w: Manner, start: int, taken: int, bottom: int) -> str:
    left = start - taken
    rest = f"{left} {_is(left)} left" if left else "nothing is left"
    return f"Of {pieces(start, bottom, w)}, {taken} {_is(taken)} taken from the end: {rest}."


def taken_with_wholes(w: Manner, wholes: int, away: int, start: int, taken: int, bottom: int) -> str:
    struck = f"{away} of {whole_or_wholes(wholes)}" if away else "no whole"
    left = listed([
        *([whole_or_wholes(wholes - away)] if wholes > away else ()),
        *([pieces(start - taken, bottom, w)] if start > taken else ()),
    ] or ["nothing"])  # fmt: skip
    return f"Struck are {struck} and {taken} of {pieces(start, bottom, w)}: {left} left."


def moved(w: Manner, count: int, total: int, bottom: int) -> str:
    wholes, rest = divmod(total, bottom)
    across = f"{sentence(pieces(count, bottom, w))} move{'s' * (count == 1)} across"
    if not wholes:
        return f"{across}: {total} of the {bottom} pieces of a whole lie together."
    left = f"{rest} {_is(rest)} left" if rest else "nothing is left"
    return f"{across} and fill{'s' * (count == 1)} {whole_or_wholes(wholes)}: {left}."


def hundred_cells(w: Manner, number: CommonFraction, simpler: CommonFraction) -> str:
    top, bottom = simpler.numerator, simpler.denominator
    return f"{pieces(number.numerator, number.denominator, w)} are {top} of {bottom} equal parts of the square."


def put_together(_: Manner, tops: tuple[int, int], bottom: int) -> str:
    total = sum(tops)
    wholes, rest = divmod(total, bottom)
    so = f": {whole_or_wholes(wholes)}" + (f" and {rest} more" if rest else "") if wholes else ""
    return f"{tops[0]} cells and {tops[1]} cells are {total} cells, {bottom} to the whole{so}."


def cells_taken(_: Manner, tops: tuple[int, int], bottom: int) -> str:
    return f"Of {tops[0]} cells {tops[1]} {_is(tops[1])} struck: {tops[0] - tops[1]} of {bottom} left."


def same_cells(w: Manner, parts: tuple[CommonFraction, CommonFraction]) -> str:
    a, b = parts
    bottom = a.denominator * b.denominator
    first, second = a.numerator * b.denominator, b.numerator * a.denominator
    counted = f"{text_of(a, w)} is {first} of them, {text_of(b, w)} is {second}"
    return f"Cut both ways, both have {bottom} equal cells: {counted}."


def opened(w: Manner, bottom: int, count: int) -> str:
    return f"{whole_or_wholes(count)} opened up into {pieces(bottom * count, bottom, w)}; nothing was added or lost."


def wholes_in(w: Manner, top: int, bottom: int) -> str:
    wholes, rest = divmod(top, bottom)
    more = f" and {pieces(rest, bottom, w)}" if rest else ""
    return f"{sentence(pieces(bottom, bottom, w))} are one whole: {top} of them are {whole_or_wholes(wholes)}{more}."


def cut_up(w: Manner, whole: int, top: int, bottom: int) -> str:
    wholes = f"{whole_or_wholes(whole)} {_is(whole)} {pieces(whole * bottom, bottom, w)}"
    return f"{wholes}; with {top} more they are {pieces(whole * bottom + top, bottom, w)}." if top else f"{wholes}."


def jumped(w: Manner, jumps: tuple[tuple[Expr, bool, Expr], ...], start: Expr) -> str:
    """Each jump with its length, whether it goes back, and where it lands."""
    told = [f"{'back' if back else 'on'} {text_of(by, w)} to {text_of(to, w)}" for by, back, to in jumps]
    return f"From {text_of(start, w)}: {', '.join(told)}."


def _value(value: Fraction, w: Manner, decimals: bool) -> str:
    return text_of(decimal_or_number(value, decimals=decimals), w)


def counted_up(w: Manner, start: Expr, to: Expr, steps: tuple[Expr, ...]) -> str:
    return f"From {text_of(start, w)} up to {text_of(to, w)}: {listed([text_of(s, w) for s in steps])}."


def on_the_line(w: Manner, numbers: tuple[Expr, ...]) -> str:
    """In order, the smallest first."""
    order = [text_of(n, w) for n in numbers]
    return f"From left to right: {', '.join(order)}. The one further right is larger."


def one_place(w: Manner, numbers: tuple[Expr, ...]) -> str:
    return f"{sentence(listed([text_of(n, w) for n in numbers]))} stand at one place: they are equal."


def where_they_lie(w: Manner, numbers: tuple[Expr, ...]) -> str:
    return f"{listed([text_of(n, w) for n in numbers])} as places on a line."


def lies_at(w: Manner, number: Expr, value: Expr) -> str:
    return f"{text_of(number, w)} lies at {text_of(value, w)}."


def crossing_cells(_: Manner, columns: int, rows: int, taken_columns: int, taken_rows: int) -> str:
    cells, whole = taken_columns * taken_rows, columns * rows
    if taken_columns <= columns and taken_rows <= rows:
        return (
            f"{taken_columns} of {columns} columns and {taken_rows} of {rows} rows cross in {cells} of {whole} cells."
        )
    return f"{taken_columns} columns and {taken_rows} rows cross in {cells} cells, of which {whole} are a whole."


def laid_again(w: Manner, count: int, each: CommonFraction) -> str:
    total = count * each.numerator
    return f"{text_of(each, w)} laid {times(count)}: {total} {piece(each.denominator, w, many=total != 1)}."


def how_many_fit(w: Manner, total: Expr, each: Expr, count: int, rest: int, of: int) -> str:
    whole, one = text_of(total, w), text_of(each, w)
    if not rest:
        return f"{one} fits {times(count)} into {whole}."
    part = f"{rest} of the {of} pieces of one more"
    if count:
        return f"{one} fits {times(count)} into {whole}, and there is left {part}: {count} {rest}/{of} times."
    return f"{one} does not fit into {whole}, which is {rest} of its {of} pieces: {rest}/{of} of it."


def shared(w: Manner, total: Expr, shares: int, each: Expr) -> str:
    return f"{text_of(total, w)} in {shares} equal parts: {text_of(each, w)} each."


def shares_taken(w: Manner, total: Expr, shares: int, taken: int, each: Expr, amount: Expr) -> str:
    one = f"{text_of(total, w)} in {shares} equal parts is {text_of(each, w)} each"
    return f"{one}; {taken} of them are {text_of(amount, w)}." if taken > 1 else f"{one}."


def whole_and_parts(w: Manner, whole: Expr, parts: tuple[Expr, ...], unknown: int) -> str:
    if unknown == -1:
        return f"? is all of it: {listed([text_of(p, w) for p in parts])} together."
    known = listed([text_of(p, w) for i, p in enumerate(parts) if i != unknown])
    more = "the other part" if len(parts) == 2 else "the part that is missing"
    return f"All of it is {text_of(whole, w)}; ? is {more} beside {known}."


def hundredths(w: Manner, number: Expr, filled: Fraction) -> str:
    return f"{text_of(number, w)} is {_cells(filled, w)}."


def hundredths_of(w: Manner, number: Expr, filled: Fraction, amount: Expr, cell: Fraction) -> str:
    worth = text_of(decimal_or_number(cell), w)
    told = f"{text_of(number, w)} is {_cells(filled, w)}"
    return f"{told}. If a square is {text_of(amount, w)}, each cell is {worth}."


def _cells(filled: Fraction, w: Manner) -> str:
    cells = text_of(number_for(filled), w)
    return f"{cells} of the 100 cells of a square" if filled <= 100 else f"{cells} cells, and 100 are a square"


def more_cells(w: Manner, numbers: tuple[tuple[Expr, Fraction], ...]) -> str:
    told = [f"{text_of(n, w)} is {text_of(number_for(filled), w)} hundredths" for n, filled in numbers]
    cells = [filled for _, filled in numbers]
    most = numbers[cells.index(max(cells))][0]
    largest = f"{text_of(most, w)} is the largest" if len(numbers) > 2 else f"{text_of(most, w)} is larger"
    return f"{sentence(listed(told))}: {'they are equal' if len(set(cells)) == 1 else largest}."


def digits_move(_: Manner, by: int) -> str:
    far = f"{abs(by)} place{'s' * (abs(by) > 1)}"
    if by > 0:
        return f"Every digit moves {far} to the left and is worth {10**by} times as much."
    return f"Every digit moves {far} to the right and is worth 1/{10**-by} of what it was."


def in_places(w: Manner, number: Expr, top: int, bottom: int) -> str:
    return f"The last digit of {text_of(number, w)} stands in the {piece(bottom, w)}: {pieces(top, bottom, w)} in all."


def cross_products(w: Manner, first: CommonFraction, second: CommonFraction, sign: str) -> str:
    a, b = first, second
    one, other = a.numerator * b.denominator, b.numerator * a.denominator
    told = f"{a.numerator} × {b.denominator} = {one} and {b.numerator} × {a.denominator} = {other}"
    if sign in "+−":
        return f"{told}, {piece(a.denominator * b.denominator, w)} both."
    so = "as many" if one == other else f"{max(one, other)} is more"
    return f"{told}: {so}, counted in {piece(a.denominator * b.denominator, w)}."


def cut_finer(w: Manner, given: tuple[Expr, ...], tops: tuple[int, ...], bottom: int) -> str:
    counted = listed([str(top) for top in tops])
    longest = text_of(given[tops.index(max(tops))], w)
    most = (
        "they are equally long" if len(set(tops)) == 1 else f"{longest} is {'longer' if len(tops) == 2 else 'longest'}"
    )
    return f"In {piece(bottom, w)} they are {counted}: {most}."


def longer(w: Manner, given: tuple[Expr, ...], longest: Expr | None) -> str:
    if longest is None:
        return "The strips are equally long."
    return f"{text_of(longest, w)} is {'longer' if len(given) == 2 else 'longest'}."


def look_first(_: Manner, count: int) -> str:
    return f"{'Both' if count == 2 else 'All'} to one scale: which is {'longer' if count == 2 else 'longest'}?"


def fewer_pieces(w: Manner, before: CommonFraction, after: CommonFraction) -> str:
    by = before.denominator // after.denominator
    return (
        f"The same length: every {by} {piece(before.denominator, w)} make one "
        f"{piece(after.denominator, w, many=False)}, {before.numerator} make {after.numerator}."
    )


def how_long(w: Manner, known: CommonFraction, top: int | None, bottom: int | None) -> str:
    """Of two equal fractions the top of one is asked for, or its bottom."""
    if bottom is not None:
        return f"How many {piece(bottom, w)} are as long as {text_of(known, w)}?"
    are = "piece is" if top == 1 else "pieces are"
    return f"Into how many pieces must a whole be cut, so that {top} {are} as long as {text_of(known, w)}?"


def equal_lengths(w: Manner, sides: tuple[CommonFraction, ...]) -> str:
    return f"{listed([text_of(s, w) for s in sides])} are equally long."


def nearest(w: Manner, number: Expr, low: Fraction, high: Fraction, to: Expr) -> str:
    between = f"{text_of(number, w)} lies between {_value(low, w, True)} and {_value(high, w, True)}"
    return f"{between}, and {text_of(to, w)} is nearer."


def midway(w: Manner, number: Expr, low: Fraction, high: Fraction, to: Expr) -> str:
    between = f"{text_of(number, w)} lies midway between {_value(low, w, True)} and {_value(high, w, True)}"
    return f"{between}; midway goes up, to {text_of(to, w)}."


def counter_below(w: Manner, there: Expr, answered: Expr) -> str:
    less = "no more" if evaluate(there) == evaluate(answered) else "less"
    return f"{text_of(answered, w)} is here, and it is {less} than {text_of(there, w)} alone."


def counter_above(w: Manner, there: Expr, answered: Expr) -> str:
    return f"{text_of(answered, w)} is here: more than the {text_of(there, w)} that there was."


def counter_part(w: Manner, there: Expr, answered: Expr) -> str:
    return f"{text_of(answered, w)} is here, and it is not less than {text_of(there, w)}, of which it is to be a part."


def counter_back(w: Manner, there: Expr, answered: Expr) -> str:
    return f"The way back leads to {text_of(answered, w)}; it began at {text_of(there, w)}."


def counter_beside(w: Manner, there: Expr, answered: Expr) -> str:
    return f"{text_of(answered, w)} beside {text_of(there, w)}, to one scale: they are not the same."


def counter_compared(w: Manner, there: Expr, answered: Expr) -> str:
    larger = max(there, answered, key=evaluate)
    return f"{text_of(there, w)} and {text_of(answered, w)} to one scale: {text_of(larger, w)} is larger."
