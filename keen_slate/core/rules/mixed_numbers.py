"""Wholes and parts: putting wholes by, carrying, regrouping, joining, and going over to improper fractions."""

from keen_slate.core.machine.engine import Move, Owned, Rule
from keen_slate.core.machine.side_work import Calculation, SideWork
from keen_slate.core.numbers.forms import CommonFraction, MixedNumber, Whole, mixed_form, whole_and_part
from keen_slate.core.problem.tree import Expr, Factor, Negative, Product, Split, Sum, Term, children, evaluate
from keen_slate.core.rules.on_paper import quotient_on_paper, sum_on_paper
from keen_slate.core.rules.parts import SumParts, minuend_and_subtrahend, with_parts_combined
from keen_slate.core.saying import calculating, wholes_and_parts
from keen_slate.core.saying.say import Say


def put_wholes_by(expr: Expr) -> Move:
    """The wholes are added and put by: 2 3/4 + 1 5/6 = 3 + 3/4 + 5/6.

    >>> text_of(put_wholes_by(read("2 3/4 + 1 5/6").expr).after)
    '3 + 3/4 + 5/6'
    """
    assert isinstance(expr, Sum)
    parts = SumParts.of(expr)
    total = sum(parts.wholes())
    fractions = tuple(Term(p) for _, p in parts.parts)
    said = Say.of(wholes_and_parts.put_wholes_by, wholes=parts.wholes())
    if len(fractions) == 1:
        part = parts.parts[0][1]
        return Move(
            mixed_form(total, part.numerator, part.denominator), Say.of(wholes_and_parts.join, wholes=parts.wholes())
        )
    return Move(Sum((Term(Whole(total)), *fractions), expr.marks & {"bottoms"}), said)


def wholes_on_paper(expr: Expr) -> Owned | None:
    """The wholes in columns, where a class would not add or take them away in the head."""
    parts = SumParts.of(expr)
    start = sum_on_paper(parts.wholes(), alone=False) if parts.wholes() else None
    fractions = tuple(p for _, p in parts.parts)
    marks = expr.marks & {"bottoms"} if isinstance(expr, Sum) else frozenset()

    def written(total: Expr) -> Expr:
        assert isinstance(total, Whole)
        if len(fractions) < 2:
            return mixed_form(total.n, fractions[0].numerator, fractions[0].denominator) if fractions else total
        return Sum((Term(total), *(Term(p) for p in fractions)), marks)

    return None if start is None else Owned(start, written)


def combine_tops(expr: Expr) -> Move:
    """Pieces of one size are counted together: 9/12 + 10/12 = 19/12.

    >>> text_of(combine_tops(read("9/12 + 10/12").expr).after)
    '19/12'
    """
    parts = SumParts.of(expr)
    tops = parts.tops()
    bottom = parts.bottoms[0]
    if sum(tops) < 0:
        return Move(
            Negative(CommonFraction(-sum(tops), bottom)),
            Say.of(wholes_and_parts.combine_tops, tops=tops, bottom=bottom),
        )
    after = with_parts_combined(parts, CommonFraction(sum(tops), bottom))
    return Move(after, Say.of(wholes_and_parts.combine_tops, tops=tops, bottom=bottom))


def tops_on_paper(expr: Expr) -> Owned | None:
    """The tops in columns, where a class would not count them in the head."""
    parts = SumParts.of(expr)
    start = sum_on_paper(parts.tops(), alone=False)

    def written(total: Expr) -> Expr:
        assert isinstance(total, Whole)
        return with_parts_combined(parts, CommonFraction(total.n, parts.bottoms[0]))

    return None if start is None else Owned(start, written)


def join(expr: Expr) -> Move:
    """What is left of the wholes is worked out and written with the part.

    >>> text_of(join(read("5 − 2 + 5/12").expr).after)
    '3 5/12'
    """
    parts = SumParts.of(expr)
    wholes = parts.wholes()
    if not parts.parts:
        return Move(Whole(sum(wholes)), Say.of(calculating.add_wholes, numbers=wholes))
    part = parts.parts[0][1]
    return Move(mixed_form(sum(wholes), part.numerator, part.denominator), Say.of(wholes_and_parts.join, wholes=wholes))


def regroup(expr: Expr) -> Move:
    """Wholes opened up into pieces until the top fraction is enough: 6 3/12 becomes 5 15/12.

    A whole alone is n 0/d, and goes straight to (n − 1) d/d. More than one whole is opened only where the part to
    be taken away is itself more than a whole.

    >>> text_of(regroup(read("6 3/12 − 2 10/12").expr).after)
    '5 15/12 − 2 10/12'
    """
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    opened = -((top - less_top) // bottom)
    new_top = top + opened * bottom
    left = whole - opened
    first: Expr = MixedNumber(left, new_top, bottom) if left else CommonFraction(new_top, bottom)
    bare = isinstance(expr.terms[0].expr, Whole)
    said = Say.of(
        wholes_and_parts.regroup,
        whole=whole,
        left=left,
        top=None if bare else top,
        new_top=new_top,
        less_top=less_top,
        bottom=bottom,
        opened=opened,
    )
    return Move(Sum((Term(first), expr.terms[1]), expr.marks | {"enough", "bottoms"}), said)


def regroup_beside(expr: Expr) -> Move:
    """The opened whole stands beside as d/d: 6 3/12 becomes 5 + 12/12 + 3/12.

    >>> text_of(regroup_beside(read("6 3/12 − 2 10/12").expr).after)
    '5 + 12/12 + 3/12 − 2 10/12'
    """
    return _opened(expr, pulled_over=False)


def regroup_pulled_over(expr: Expr) -> Move:
    """The whole is pulled over to the part: 6 3/12 becomes 5 + 1 3/12.

    >>> text_of(regroup_pulled_over(read("6 3/12 − 2 10/12").expr).after)
    '5 + 1 3/12 − 2 10/12'
    """
    return _opened(expr, pulled_over=True)


def _opened(expr: Expr, *, pulled_over: bool) -> Move:
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    opened = -((top - less_top) // bottom)
    left = whole - opened
    bare = isinstance(expr.terms[0].expr, Whole)
    parts: tuple[CommonFraction | MixedNumber, ...] = (CommonFraction(opened * bottom, bottom),)
    if not bare:
        parts = (MixedNumber(opened, top, bottom),) if pulled_over else (*parts, CommonFraction(top, bottom))
    said = Say.of(
        wholes_and_parts.regroup_open,
        top=None if bare else top,
        less_top=less_top,
        bottom=bottom,
        opened=opened,
        whole=whole,
        left=left,
        pulled_over=pulled_over and not bare,
    )
    opened_up = Split((left,) if left else (), parts, regrouped=True)
    return Move(Sum((Term(opened_up), expr.terms[1]), expr.marks | {"enough", "bottoms"}), said)


def gather_regrouped(expr: Expr) -> Move:
    """The opened whole joins the part: 5 + 12/12 + 3/12 = 5 15/12.

    >>> text_of(gather_regrouped(Split((5,), (CommonFraction(12, 12), CommonFraction(3, 12)), regrouped=True)).after)
    '5 15/12'
    """
    assert isinstance(expr, Split)
    bottom = expr.parts[0].denominator
    tops = tuple(p.whole * bottom + p.numerator if isinstance(p, MixedNumber) else p.numerator for p in expr.parts)
    said = Say.of(wholes_and_parts.gather_regrouped, parts=expr.parts, top=sum(tops), bottom=bottom)
    return Move(mixed_form(sum(expr.wholes), sum(tops), bottom), said)


def split_subtrahend(expr: Expr) -> Move:
    """Counting back takes the wholes away first: 9 − 3 2/5 = 9 − 3 − 2/5.

    >>> text_of(split_subtrahend(read("9 − 3 2/5").expr).after)
    '9 − 3 − 2/5'
    """
    assert isinstance(expr, Sum)
    _, _, whole, top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    taken = (Term(Whole(whole), True), Term(CommonFraction(top, bottom), True))
    said = Say.of(wholes_and_parts.split_subtrahend, whole=whole, top=top, bottom=bottom)
    return Move(Sum((expr.terms[0], *taken), frozenset({"counting-back"})), said)


def count_back_wholes(expr: Expr) -> Move:
    """The wholes taken back first: 9 − 3 − 2/5 = 6 − 2/5.

    >>> text_of(count_back_wholes(read("9 − 3 − 2/5").expr).after)
    '6 − 2/5'
    """
    assert isinstance(expr, Sum)
    (_, whole, part), (_, less, _), _ = SumParts.of(expr).terms
    left = mixed_form(whole - less, part.numerator, part.denominator) if part else Whole(whole - less)
    said = Say.of(wholes_and_parts.count_back_wholes, start=expr.terms[0].expr, less=less, left=left)
    return Move(Sum((Term(left), expr.terms[2]), frozenset({"counting-back"})), said)


def count_back_to_whole(expr: Expr) -> Move:
    """Back to the whole first; the rest is still to go: 3 1/6 − 5/6 = 3 − 4/6.

    >>> text_of(count_back_to_whole(read("3 1/6 − 5/6").expr).after)
    '3 − 4/6'
    """
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    rest = CommonFraction(less_top - top, bottom)
    said = Say.of(wholes_and_parts.count_back_to_whole, whole=whole, top=top, rest=less_top - top, bottom=bottom)
    return Move(Sum((Term(Whole(whole)), Term(rest, True)), frozenset({"counting-back"})), said)


def count_back_parts(expr: Expr) -> Move:
    """The parts taken back, over the whole if need be: 6 − 2/5 = 5 3/5.

    >>> text_of(count_back_parts(read("6 − 2/5").expr).after)
    '5 3/5'
    """
    assert isinstance(expr, Sum)
    whole, top, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    left = whole * bottom + top - less_top
    after = mixed_form(left // bottom, left % bottom, bottom)
    return Move(
        after,
        Say.of(wholes_and_parts.count_back_parts, start=expr.terms[0].expr, top=less_top, bottom=bottom, left=after),
    )


def take_wholes_away(expr: Expr) -> Move:
    """The wholes are taken away, and what is left of the first goes on with its part: 7 2/8 − 2 5/8 = 5 2/8 − 5/8.

    >>> text_of(take_wholes_away(read("7 2/8 − 2 5/8").expr).after)
    '5 2/8 − 5/8'
    """
    assert isinstance(expr, Sum)
    whole, top, less_whole, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    left = MixedNumber(whole - less_whole, top, bottom) if top else Whole(whole - less_whole)
    said = Say.of(wholes_and_parts.join, wholes=(whole, -less_whole))
    return Move(Sum((Term(left), Term(CommonFraction(less_top, bottom), True)), expr.marks & {"bottoms"}), said)


def set_parts_apart(expr: Expr) -> Move:
    """The wholes first, the parts apart: 6 4/12 − 2 11/12 = 4 + 4/12 − 11/12.

    >>> text_of(set_parts_apart(read("6 4/12 − 2 11/12").expr).after)
    '4 + 4/12 − 11/12'
    """
    assert isinstance(expr, Sum)
    whole, top, less, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    terms = (Term(CommonFraction(top, bottom)), Term(CommonFraction(less_top, bottom), True))
    left = (Term(Whole(whole - less)),)
    said = Say.of(wholes_and_parts.set_parts_apart, whole=whole, less=less)
    return Move(Sum((*left, *terms), frozenset({"parts-apart"})), said)


def subtract_parts(expr: Expr) -> Move:
    """4 + 4/12 − 11/12 = 4 − 7/12: the parts give less than nothing.

    >>> text_of(subtract_parts(read("4 + 4/12 − 11/12").expr).after)
    '4 − 7/12'
    """
    assert isinstance(expr, Sum)
    (_, whole, _), (_, _, first), (_, _, second) = SumParts.of(expr).terms
    assert first is not None
    assert second is not None
    short = second.numerator - first.numerator
    after = Sum((Term(Whole(whole)), Term(CommonFraction(short, first.denominator), True)), frozenset({"parts-apart"}))
    said = Say.of(
        wholes_and_parts.subtract_parts, top=first.numerator, less_top=second.numerator, bottom=first.denominator
    )
    return Move(after, said)


def part_from_wholes(expr: Expr) -> Move:
    """4 − 7/12 = 3 5/12: what is missing comes off one of the wholes.

    >>> text_of(part_from_wholes(read("4 − 7/12").expr).after)
    '3 5/12'
    """
    whole, _, _, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    said = Say.of(wholes_and_parts.part_from_wholes, top=less_top, bottom=bottom)
    return Move(mixed_form(whole - 1, bottom - less_top, bottom), said)


def count_up(expr: Expr) -> Move:
    """From the smaller up to the larger: 2 10/12 to 3 is 2/12, to 6 is 3, to 6 3/12 is 3/12.

    >>> text_of(count_up(read("6 3/12 − 2 10/12").expr).after)
    '2/12 + 3 + 3/12'
    """
    assert isinstance(expr, Sum)
    whole, top, less, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    jumps = [Term(CommonFraction(bottom - less_top, bottom))]
    if whole - less - 1:
        jumps.append(Term(Whole(whole - less - 1)))
    if top:
        jumps.append(Term(CommonFraction(top, bottom)))
    said = Say.of(
        wholes_and_parts.count_up, smaller=expr.terms[1].expr, larger=expr.terms[0].expr, to=less + 1,
        jumps=tuple(j.expr for j in jumps), whole=whole,
    )  # fmt: skip
    return Move(Sum(tuple(jumps), frozenset({"bottoms"})), said)


def same_change(expr: Expr) -> Move:
    """The same added to both makes the second a whole: 6 4/12 − 2 11/12 = 6 5/12 − 3.

    >>> text_of(same_change(read("6 4/12 − 2 11/12").expr).after)
    '6 5/12 − 3'
    """
    assert isinstance(expr, Sum)
    whole, top, less, less_top, bottom = minuend_and_subtrahend(SumParts.of(expr))
    change = bottom - less_top
    after = Sum((Term(mixed_form(whole, top + change, bottom)), Term(Whole(less + 1), True)))
    return Move(after, Say.of(wholes_and_parts.same_change, change=change, bottom=bottom))


def divide_out_wholes(expr: Expr) -> Move:
    """Wholes by division with remainder: 19 ÷ 12 = 1 remainder 7, so 19/12 = 1 7/12.

    >>> text_of(divide_out_wholes(read("19/12").expr).after)
    '1 7/12'
    """
    wholes, part = _wholes_and_part(expr)
    count, rest = divmod(part.numerator, part.denominator)
    said = Say.of(
        wholes_and_parts.divide_out_wholes,
        top=part.numerator,
        bottom=part.denominator,
        count=count,
        rest=rest,
        wholes=wholes,
    )
    return Move(mixed_form(sum(wholes) + count, rest, part.denominator), said)


def _wholes_and_part(expr: Expr) -> tuple[tuple[int, ...], CommonFraction]:
    """The wholes that are there, and the part from which more are taken out."""
    if isinstance(expr, Sum):
        parts = SumParts.of(expr)
        return parts.wholes(), parts.parts[0][1]
    if isinstance(expr, MixedNumber):
        return (expr.whole,), expr.part
    assert isinstance(expr, CommonFraction)
    return (), expr


def wholes_divided_out_on_paper(expr: Expr) -> Owned | None:
    """The division with remainder beside the line; what it gives joins the wholes that are there."""
    wholes, part = _wholes_and_part(expr)
    start = quotient_on_paper(part.numerator, 0, part.denominator)

    def written(found: Expr) -> Expr:
        whole, rest = whole_and_part(found)  # type: ignore[arg-type]  # a whole or a mixed number
        top = rest.numerator if rest else 0
        return mixed_form(sum(wholes) + whole, top, part.denominator)

    return None if start is None else Owned(start, written)


def mixed_first(expr: Expr) -> Move:
    """Improper parts are taken out as wholes before mixed numbers are subtracted: 11/4 is 2 3/4. Of what is taken from
    only so many as leave enough: 17/4 − 1 3/4 is 3 5/4 − 1 3/4.

    >>> text_of(mixed_first(read("11/4 + 1 1/4").expr).after)
    '2 3/4 + 1 1/4'
    >>> text_of(mixed_first(read("17/4 − 1 3/4").expr).after)
    '3 5/4 − 1 3/4'
    """
    assert isinstance(expr, Sum)
    less = _part_to_take_away(expr)
    terms: list[Term] = []
    notes: list[tuple[Expr, Expr]] = []
    for term in expr.terms:
        number = term.expr
        if isinstance(number, (CommonFraction, MixedNumber)):
            part = number if isinstance(number, CommonFraction) else number.part
            if part.is_improper:
                kept = less if less and not terms else 0
                more = max(part.numerator - kept, 0) // part.denominator
                rest = part.numerator - more * part.denominator
                whole = more + (number.whole if isinstance(number, MixedNumber) else 0)
                new = mixed_form(whole, rest, part.denominator)
                notes.append((number, new))
                terms.append(Term(new, term.minus))
                continue
        terms.append(term)
    return Move(Sum(tuple(terms), expr.marks), Say.of(wholes_and_parts.mixed_first, changed=tuple(notes)))


def _part_to_take_away(expr: Sum) -> int:
    """The top that is taken away from another of the same bottom, once its own wholes are out; else 0."""
    parts = SumParts.of(expr)
    if not parts.is_pair or len(parts.parts) != 2 or len(parts.bottoms) != 1:
        return 0
    less = parts.parts[1][1]
    return less.numerator % less.denominator


def make_wholes(expr: Expr) -> Move:
    """A fraction that is exactly a whole is written as one before adding: 8/8 + 1/8 = 1 + 1/8.

    >>> text_of(make_wholes(read("8/8 + 1/8").expr).after)
    '1 + 1/8'
    """
    assert isinstance(expr, Sum)
    terms: list[Term] = []
    notes: list[tuple[Expr, Expr]] = []
    for term in expr.terms:
        number = term.expr
        if isinstance(number, CommonFraction) and number.is_improper and number.value.denominator == 1:
            new = Whole(int(number.value))
            notes.append((number, new))
            terms.append(Term(new, term.minus))
        else:
            terms.append(term)
    return Move(Sum(tuple(terms)), Say.of(wholes_and_parts.make_wholes, changed=tuple(dict.fromkeys(notes))))


def to_improper(expr: Expr) -> Move:
    """Every mixed number as an improper fraction, a whole over 1: 6 1/4 = 25/4, 9 = 9/1.

    >>> text_of(to_improper(read("6 1/4 − 2 5/6").expr).after)
    '25/4 − 17/6'
    """
    side: list[SideWork] = []

    def improper(number: Expr, *, wholes_too: bool) -> Expr:
        match number:
            case MixedNumber(whole, top, bottom):
                side.append(Calculation(f"{whole} × {bottom} + {top} = {whole * bottom + top}"))
                return CommonFraction(whole * bottom + top, bottom)
            case Whole(n) if wholes_too:
                return CommonFraction(n, 1)
            case _:
                return number

    after: Expr
    if isinstance(expr, Product):
        after = Product(tuple(Factor(improper(f.expr, wholes_too=False), f.divide, f.implied) for f in expr.factors))
    else:
        assert isinstance(expr, Sum)
        terms = tuple(Term(improper(t.expr, wholes_too=True), t.minus) for t in expr.terms)
        after = Sum(terms, expr.marks | {"improper"})
    mixed = next((c for c in children(expr) if isinstance(c, MixedNumber)), None)
    return Move(after, Say.of(wholes_and_parts.to_improper, example=mixed), tuple(side))


def carry_out(expr: Expr) -> Move:
    """A part of 1 or more beside wholes is split: 2 + 1 + 19/12 = 2 + 1 + 12/12 + 7/12.

    >>> text_of(carry_out(read("2 + 19/12").expr).after)
    '2 + 12/12 + 7/12'
    """
    parts = SumParts.of(expr)
    return _split(parts.wholes(), parts.parts[0][1])


def take_out_wholes(expr: Expr) -> Move:
    """An improper part is split into wholes and what is left: 3 19/12 = 3 + 12/12 + 7/12.

    >>> text_of(take_out_wholes(read("19/12").expr).after)
    '12/12 + 7/12'
    """
    if isinstance(expr, MixedNumber):
        return _split((expr.whole,), expr.part)
    assert isinstance(expr, CommonFraction)
    return _split((), expr)


def _split(wholes: tuple[int, ...], part: CommonFraction) -> Move:
    count, rest = divmod(part.numerator, part.denominator)
    if rest == 0:
        return Move(
            Whole(sum(wholes) + count),
            Say.of(
                wholes_and_parts.exactly_wholes, top=part.numerator, bottom=part.denominator, count=count, wholes=wholes
            ),
        )
    pieces = CommonFraction(count * part.denominator, part.denominator)
    return Move(
        Split(wholes, (pieces, CommonFraction(rest, part.denominator))),
        Say.of(wholes_and_parts.take_out_wholes, top=part.numerator, rest=rest, bottom=part.denominator, count=count),
    )


def join_split(expr: Expr) -> Move:
    """Whole pieces become wholes: 3 + 12/12 + 7/12 = 4 7/12.

    >>> text_of(join_split(Split((3,), (CommonFraction(12, 12), CommonFraction(7, 12)))).after)
    '4 7/12'
    """
    assert isinstance(expr, Split)
    full, rest = expr.parts
    assert isinstance(full, CommonFraction)
    assert isinstance(rest, CommonFraction)
    count = int(evaluate(full))
    top, bottom = full.numerator, full.denominator
    if expr.wholes:
        said = Say.of(wholes_and_parts.carry, top=top, bottom=bottom, count=count, wholes=expr.wholes)
    else:
        said = Say.of(wholes_and_parts.wholes_out, top=top, bottom=bottom, count=count)
    return Move(mixed_form(sum(expr.wholes) + count, rest.numerator, rest.denominator), said)


def _wholes_in(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    """The fact by which wholes are taken out: 19/12 takes 1 × 12."""
    part = before.part if isinstance(before, MixedNumber) else before
    return ((part.numerator // part.denominator, part.denominator),) if isinstance(part, CommonFraction) else ()


def pieces_in_all(before: Expr, _: Expr) -> tuple[tuple[int, int], ...]:
    """The facts by which wholes are cut into pieces: 2 3/4 takes 2 × 4."""
    return tuple((n.whole, n.denominator) for n in (before, *children(before)) if isinstance(n, MixedNumber))


IN_COLUMNS = ("whole-sums", "columns")
PUT_WHOLES_BY = Rule(
    "put-wholes-by", "put-wholes-by", put_wholes_by, "wholes", IN_COLUMNS, basic_fact=True, owns=wholes_on_paper
)
COMBINE_TOPS = Rule(
    "combine-tops", "combine-tops", combine_tops, "parts", IN_COLUMNS, basic_fact=True, owns=tops_on_paper
)
JOIN = Rule("join", "join", join, "wholes", IN_COLUMNS, basic_fact=True, owns=wholes_on_paper)
REGROUP = Rule(
    "regroup",
    "regroup",
    regroup,
    "regroup",
    ("regrouping", "shortcut"),
    question="Where can more pieces come from, and how many?",
    basic_fact=True,
)
REGROUP_BESIDE = Rule(
    "regroup-beside",
    "regroup",
    regroup_beside,
    "regroup",
    ("regrouping", "beside"),
    question="Where can more pieces come from, and how many?",
)
REGROUP_PULLED_OVER = Rule(
    "regroup-pulled-over",
    "regroup",
    regroup_pulled_over,
    "regroup",
    ("regrouping", "pulled-over"),
    question="Where can more pieces come from, and how many?",
)
GATHER_REGROUPED = Rule("gather-regrouped", "gather-regrouped", gather_regrouped, "regroup")
SPLIT_SUBTRAHEND = Rule("split-subtrahend", "split-subtrahend", split_subtrahend, "regroup")
COUNT_BACK_WHOLES = Rule("count-back-wholes", "count-back-wholes", count_back_wholes, "wholes")
COUNT_BACK_TO_WHOLE = Rule("count-back-to-whole", "count-back-to-whole", count_back_to_whole, "parts")
COUNT_BACK_PARTS = Rule("count-back-parts", "count-back-parts", count_back_parts, "parts")
TAKE_WHOLES_AWAY = Rule("take-wholes-away", "take-wholes-away", take_wholes_away, "wholes", basic_fact=True)
SET_PARTS_APART = Rule("set-parts-apart", "set-parts-apart", set_parts_apart, "regroup")
SUBTRACT_PARTS = Rule("subtract-parts", "subtract-parts", subtract_parts, "parts")
PART_FROM_WHOLES = Rule("part-from-wholes", "part-from-wholes", part_from_wholes, "parts")
COUNT_UP = Rule("count-up", "count-up", count_up, "parts", question="How far is it from the smaller to the larger?")
SAME_CHANGE = Rule(
    "same-change",
    "same-change",
    same_change,
    "regroup",
    question="What can be added to both, so that one becomes a whole?",
)
DIVIDE_OUT_WHOLES = Rule(
    "divide-out-wholes",
    "take-out-wholes",
    divide_out_wholes,
    "carry",
    ("wholes-out", "division"),
    question="How many wholes are in it?",
    basic_fact=True,
    facts=_wholes_in,
    owns=wholes_divided_out_on_paper,
)
DIVIDE_OUT_CARRY = Rule(
    "divide-out-carry",
    "carry-out",
    divide_out_wholes,
    "carry",
    ("wholes-out", "division"),
    question="Do the parts make another whole?",
    basic_fact=True,
    owns=wholes_divided_out_on_paper,
)
MAKE_WHOLES = Rule("make-wholes", "make-wholes", make_wholes, "one-kind")
MIXED_FIRST = Rule("mixed-first", "mixed-first", mixed_first, "one-kind")
TO_IMPROPER = Rule(
    "to-improper",
    "to-improper",
    to_improper,
    "one-kind",
    question="How many pieces is each in all?",
    basic_fact=True,
    facts=pieces_in_all,
)
CARRY_OUT = Rule(
    "carry-out",
    "carry-out",
    carry_out,
    "carry",
    ("wholes-out", "as-pieces"),
    question="Do the parts make another whole?",
)
TAKE_OUT_WHOLES = Rule(
    "take-out-wholes",
    "take-out-wholes",
    take_out_wholes,
    "carry",
    ("wholes-out", "as-pieces"),
    question="How many wholes are in it?",
    facts=_wholes_in,
)
JOIN_SPLIT = Rule("join-split", "join-split", join_split, "carry")

RULES = (
    CARRY_OUT,
    COMBINE_TOPS,
    COUNT_BACK_PARTS,
    COUNT_BACK_TO_WHOLE,
    COUNT_BACK_WHOLES,
    COUNT_UP,
    DIVIDE_OUT_CARRY,
    DIVIDE_OUT_WHOLES,
    GATHER_REGROUPED,
    JOIN,
    JOIN_SPLIT,
    MAKE_WHOLES,
    MIXED_FIRST,
    PART_FROM_WHOLES,
    PUT_WHOLES_BY,
    REGROUP,
    REGROUP_BESIDE,
    REGROUP_PULLED_OVER,
    SAME_CHANGE,
    SET_PARTS_APART,
    TAKE_WHOLES_AWAY,
    SPLIT_SUBTRAHEND,
    SUBTRACT_PARTS,
    TAKE_OUT_WHOLES,
    TO_IMPROPER,
)
