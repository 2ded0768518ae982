"""What is said while a story is worked: why a calculation comes next, and how what is left over is read."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.situation import Calculation
from keen_slate.core.problem.tree import Expr, evaluate
from keen_slate.core.saying.story_kinds import STORY_KINDS
from keen_slate.core.saying.words import listed

IN_WORDS = {"add": " + ", "take": " − ", "times": " × ", "per": " ÷ ", "fits": " ÷ "}


def calculation_in_words(_: Manner, calculation: Calculation) -> str:
    """What is calculated, by names: bed B = bed A + the difference."""
    of = calculation.of[::-1] if calculation.operation == "times" else calculation.of
    made = IN_WORDS[calculation.operation].join(f"({n})" if " + " in n or " × " in n else n for n in of)
    return made if calculation.gives == made else f"{calculation.gives} = {made}"


def why_calculated(_: Manner, calculation: Calculation) -> str:
    """The reason, from the relation that the calculation comes of."""
    relation, kind = calculation.relation, STORY_KINDS[calculation.relation.kind]
    on_the_way = calculation.gives not in relation.names
    known = listed([_quoted(n) for n in calculation.of if n != relation.total])
    if on_the_way:
        template = {
            "add": "{others} first, put together.",
            "times": "First {many} times {one}.",
            "take": "First {total} without {rest}: what is shared.",
        }[calculation.operation]
    elif calculation.gives == relation.rest:
        template = "{total} against {many} times {one}: {rest} is the difference."
    else:
        template = kind.why[calculation.operation]
    one, many = relation.parts[0], relation.parts[1]
    return template.format(
        gives=_quoted(calculation.gives),
        total=_quoted(relation.total),
        one=_quoted(one),
        many=_quoted(many),
        others=known,
        rest=_quoted(relation.rest),
    )


def _quoted(name: str) -> str:
    """A quantity by the name that the teacher gave it."""
    return name if name[:1].isdigit() else f"“{name}”"


def whole_ones_only(w: Manner, found: Expr, read: Expr, up: bool, one: str, total: str) -> str:
    """Why a number of whole ones is one more, or only those that are full."""
    exact, whole = text_of(found, w), text_of(read, w)
    if up:
        return f"Only whole ones count: {exact} is not enough for all of “{total}”. One more is needed: {whole}."
    full = f"{whole} {'is' if evaluate(read) == 1 else 'are'} full"
    return f"Only whole ones count: of {exact}, {full}. What is left is less than “{one}”."
