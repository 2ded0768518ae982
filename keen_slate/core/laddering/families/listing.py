"""Every family. To add one, write how an item is drawn and list it here.

Drawing is guided by the demands that are wanted, and tested by fractions alone; whether they are really there is judged
afterwards by ``demands`` on the working.
"""

from keen_slate.core.laddering.families import asked, decimals, fractions, products
from keen_slate.core.laddering.families.family import (
    BLANK_PLACES,
    COMMON_FACTORS,
    CONVERSIONS,
    FACTORS,
    OPERATIONS,
    PERCENTS,
    PICTURES,
    PLACES_ALIKE,
    QUOTIENTS,
    REGROUPINGS,
    RELATIONS,
    STEPS,
    Family,
)
from keen_slate.core.numbers.forms import CommonFraction, DecimalNumeral, MixedNumber, Percent, Whole
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Convert,
    Estimating,
    Expr,
    FromPicture,
    Gap,
    Group,
    Negative,
    Power,
    Product,
    Rounding,
    Simplify,
    Sum,
    children,
    walk,
)
from keen_slate.core.reading.reading import Problem

SIMPLIFYING = ("simplify", *COMMON_FACTORS)
WITH_FRACTIONS = frozenset(
    {*RELATIONS, *SIMPLIFYING, *FACTORS, *QUOTIENTS, "unlike-denominators", "makes-a-whole", "carry", "regroup",
     "bare-whole-minuend", "regroup-leaves-nothing", "over-a-whole", "improper-input"}
)  # fmt: skip
"""What comes with fractions where the order of operations is what is to be learned."""


def _all(*demands: str) -> frozenset[str]:
    return frozenset(demands)


FAMILIES = (
    Family(
        "fractions-added",
        "Fractions added", "sum(s) of fractions",
        fractions.added,
        (*RELATIONS, *SIMPLIFYING, "makes-a-whole", "result-is-whole", "improper-input", "terms-to-reduce",
         "three-terms", "large-common-bottom"),
        standing=(RELATIONS,),
    ),
    Family(
        "fractions-subtracted",
        "Fractions taken away", "difference(s) of fractions",
        fractions.subtracted,
        (*RELATIONS, *SIMPLIFYING, "improper-input", "result-is-whole", "terms-to-reduce", "told-in-words",
         "large-common-bottom", "negative-result"),
        standing=(RELATIONS,),
    ),
    Family(
        "mixed-added",
        "Mixed numbers added", "sum(s) of mixed numbers",
        fractions.mixed_added,
        (*RELATIONS, *SIMPLIFYING, "carry", "result-is-whole", "improper-input", "terms-to-reduce", "three-terms",
         "large-common-bottom"),
        standing=(RELATIONS,),
    ),
    Family(
        "mixed-subtracted",
        "Mixed numbers taken away", "difference(s) of mixed numbers",
        fractions.mixed_subtracted,
        (*RELATIONS, *SIMPLIFYING, "result-is-whole", "seems-to-regroup", "regroup", *REGROUPINGS, "improper-input",
         "terms-to-reduce", "told-in-words", "large-common-bottom"),
        standing=(RELATIONS,),
        pair=("regroup-after-renaming", "seems-to-regroup"),
    ),
    Family(
        "decimals-added",
        "Decimals added", "sum(s) of decimals",
        decimals.added,
        (*PLACES_ALIKE, "carry-in-columns", "result-is-whole", "three-terms"),
        always=_all("decimals"),
        standing=(PLACES_ALIKE,),
    ),
    Family(
        "decimals-subtracted",
        "Decimals taken away", "difference(s) of decimals",
        decimals.subtracted,
        (*PLACES_ALIKE, "result-is-whole", "regroup-in-columns", "regroup-across-zero"),
        always=_all("decimals"),
        standing=(PLACES_ALIKE,),
    ),
    Family(
        "divided-with-remainder",
        "Division with a remainder", "division(s) with a remainder",
        asked.divided_with_remainder,
        ("beyond-the-tables", "zero-in-quotient", "two-digit-divisor"),
        always=_all("dividing", "with-remainder"),
        on_paper=True,
        wholes=True,
    ),
    Family(
        "by-powers-of-ten",
        "Decimals by 10, 100, 1000", "move(s) by 10, 100 or 1000",
        decimals.by_powers_of_ten,
        (*OPERATIONS, "zeros-to-write"),
        always=_all("decimals", "power-of-ten"),
        standing=(OPERATIONS,),
        along={"power-of-ten": _all("result-is-whole")},
        on_paper=True,
    ),
    Family(
        "decimals-multiplied",
        "Decimals multiplied", "product(s) of decimals",
        decimals.multiplied,
        ("decimal-by-decimal", "zero-at-the-end", "result-is-whole", "zeros-in-front", "two-digit-factors"),
        always=_all("decimals", "multiplying"),
        on_paper=True,
    ),
    Family(
        "decimals-divided",
        "Decimals divided", "division(s) of decimals",
        decimals.divided,
        ("zero-in-quotient", "goes-on", "decimal-divisor", "result-is-whole", "two-digit-divisor"),
        always=_all("decimals", "dividing"),
        on_paper=True,
    ),
    Family(
        "decimals-compared",
        "Decimals compared and put in order", "comparison(s) of decimals",
        decimals.compared,
        (*PLACES_ALIKE, "longer-is-smaller", "zero-among-the-places", "put-in-order"),
        always=_all("decimals", "comparing"),
        standing=(PLACES_ALIKE,),
        pair=("longer-is-smaller", "ragged-places"),
    ),
    Family(
        "fractions-multiplied",
        "Fractions multiplied", "product(s) of fractions",
        products.multiplied,
        ("simplify", "cancelling", "result-is-whole", "over-a-whole", *COMMON_FACTORS, "terms-to-reduce",
         "mixed-factor"),
        always=_all("multiplying"),
        along={"simplify": _all("cancelling"), "cancelling": _all("simplify")},
    ),
    Family(
        "fractions-divided",
        "Fractions divided", "division(s) of fractions",
        products.divided,
        (*QUOTIENTS, *SIMPLIFYING, "terms-to-reduce", "mixed-factor", "told-in-words"),
        always=_all("dividing"),
        standing=(QUOTIENTS,),
    ),
    Family(
        "compared",
        "Fractions compared", "comparison(s) of fractions",
        asked.compared,
        (*RELATIONS, "larger-numbers-smaller", "terms-to-reduce", "large-common-bottom", "put-in-order"),
        always=_all("comparing"),
        standing=(RELATIONS,),
    ),
    Family(
        "with-decimals",
        "Fractions with decimals", "calculation(s) with fractions and decimals",
        fractions.with_decimals,
        ("simplify", "composite-common-factor", "makes-a-whole", "result-is-whole"),
        always=_all("decimals", "unlike-kinds"),
    ),
    Family(
        "order-of-operations",
        "Order of operations", "calculation(s) with several operations",
        products.several_operations,
        (*OPERATIONS, "brackets", "powers", "nested-brackets", "fractions-in-it", "decimals", "below-zero-on-the-way"),
        always=_all("several-operations"),
        standing=(OPERATIONS,),
        along={
            "below-zero-on-the-way": _all("three-terms"),
            "fractions-in-it": WITH_FRACTIONS,
            "decimals": _all(*QUOTIENTS, "unlike-kinds", "regroup-in-columns", "regroup-across-zero"),
        },
        on_paper=True,
        wholes=True,
    ),
    Family(
        "below-zero",
        "Numbers below 0", "calculation(s) below 0",
        fractions.signed,
        ("negative-result", *RELATIONS[:2]),
        always=_all("negative-input"),
        wholes=True,
    ),
    Family(
        "equal-fractions",
        "Equal fractions with a blank", "row(s) of equal fractions",
        asked.equal_fractions,
        (*BLANK_PLACES, "to-smaller-numbers", "three-in-a-row"),
        always=_all("blanks"),
        standing=(BLANK_PLACES,),
    ),
    Family(
        "one-step",
        "One step alone: a whole opened or taken out", "step(s) alone",
        asked.one_step,
        STEPS,
        always=_all("blanks"),
        standing=(STEPS,),
    ),
    Family(
        "read-from-pictures",
        "Numbers read from pictures", "number(s) to read from pictures",
        asked.read_from_pictures,
        (*PICTURES, "wholes-and-pieces", "decimals", "spaces-not-tenths"),
        always=_all("reading-a-picture"),
        standing=(PICTURES,),
        along={"from-a-square": _all("decimals"), "spaces-not-tenths": _all("decimals")},
        wholes=True,
    ),
    Family(
        "converted",
        "Mixed numbers and {improper} fractions", "change(s) between mixed and {improper}",
        asked.converted,
        ("improper-input", *SIMPLIFYING),
        always=_all("converting"),
    ),
    Family(
        "fractions-decimals-percents",
        "Fractions, decimals and percents", "change(s) between fractions, decimals and percents",
        asked.between_forms,
        (*CONVERSIONS, "to-tenths-first", "simplify", "composite-common-factor", "decimal-without-end"),
        always=_all("converting"),
        standing=(CONVERSIONS,),
        along={"converting": _all("decimals")},
        on_paper=True,
    ),
    Family(
        "percents-of-amounts",
        "Percents of amounts", "percent(s) of amounts",
        asked.percents_of,
        (*PERCENTS, "above-100-percent", "raised-or-lowered"),
        always=_all("percent-of-an-amount", "multiplying"),
        on_paper=True,
        wholes=True,
    ),
    Family(
        "simplified",
        "To {simplest_form}", "fraction(s) to {simplest_form}",
        asked.simplified,
        (*COMMON_FACTORS, "improper-input"),
        always=_all("simplify"),
    ),
    Family(
        "rounded",
        "Decimals rounded",
        "decimal(s) to round",
        decimals.rounded,
        ("midway",),
        always=_all("decimals", "rounding"),
    ),
    Family(
        "estimated",
        "Only estimated", "estimate(s)",
        asked.estimated,
        ("decimals", "multiplying", "three-terms", "midway"),
        always=_all("estimating"),
        on_paper=True,
        wholes=True,
    ),
)  # fmt: skip

FAMILY = {f.id: f for f in FAMILIES}


def family_of(problem: Problem) -> Family | None:
    """The family that an item belongs to; None for what no family draws.

    >>> family_of(read("5 1/6 − 2 5/6")).id
    'mixed-subtracted'
    """
    id = _family_id(problem.expr)
    return FAMILY[id] if id else None


def _family_id(expr: Expr) -> str | None:
    match expr:
        case Comparison(items):
            return "decimals-compared" if any(isinstance(i, DecimalNumeral) for i in items) else "compared"
        case Chain(sides):
            whole = any(isinstance(s, Gap) and s.whole is not None and s.whole > 0 for s in sides)
            return "one-step" if whole and len(sides) == 2 else "equal-fractions"
        case Convert(_, "remainder"):
            return "divided-with-remainder"
        case Convert(_, "mixed" | "improper"):
            return "converted"
        case Convert(_, "decimal" | "fraction" | "percent"):
            return "fractions-decimals-percents"
        case FromPicture():
            return "read-from-pictures"
        case Simplify():
            return "simplified"
        case Rounding():
            return "rounded"
        case Estimating():
            return "estimated"
        case Sum():
            return _sum_id(expr)
        case Product():
            return _product_id(expr)
        case _:
            return None


def _nests(expr: Expr) -> bool:
    return any(isinstance(c, (Sum, Product, Group, Power)) for c in children(expr))


def _sum_id(expr: Sum) -> str:
    kinds = {type(e) for e in walk(expr)}
    minus = any(t.minus for t in expr.terms)
    if Percent in kinds:
        return "percents-of-amounts"
    if Negative in kinds:
        return "below-zero"
    if _nests(expr):
        return "order-of-operations"
    if DecimalNumeral in kinds:
        if kinds & {CommonFraction, MixedNumber}:
            return "with-decimals"
        return "decimals-subtracted" if minus else "decimals-added"
    if kinds & {MixedNumber, Whole}:
        return "mixed-subtracted" if minus else "mixed-added"
    return "fractions-subtracted" if minus else "fractions-added"


def _product_id(expr: Product) -> str | None:
    parts = children(expr)
    divides = any(f.divide for f in expr.factors)
    if any(isinstance(c, Percent) for c in parts):
        return "percents-of-amounts"
    if _nests(expr):
        return "order-of-operations"
    if not any(isinstance(c, DecimalNumeral) for c in parts):
        return "fractions-divided" if divides else "fractions-multiplied"
    if any(isinstance(c, (CommonFraction, MixedNumber)) for c in parts):
        return None
    if isinstance(parts[-1], Whole) and parts[-1].n in (10, 100, 1000):
        return "by-powers-of-ten"
    return "decimals-divided" if divides else "decimals-multiplied"
