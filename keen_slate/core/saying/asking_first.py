"""What is asked before an estimate is shown."""

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Expr
from keen_slate.core.saying.words import listed


def about_how_much(w: Manner, near: tuple[Expr, ...]) -> str:
    """``near`` are the numbers that an easy one is to be found for."""
    if not near:
        return "About how much will it be?"
    return f"About how much? Which easy number is near {listed([text_of(n, w) for n in near], 'and near')}?"
