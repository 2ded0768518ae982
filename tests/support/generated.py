"""Problems made up by Hypothesis, as the text that a teacher would type."""

from hypothesis import strategies as st

BOTTOMS = (1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 15, 16, 18, 20, 24, 25, 36, 100, 97)


@st.composite
def numbers(draw: st.DrawFn, *, decimals: bool = False) -> str:
    kind = draw(st.sampled_from(["whole", "fraction", "mixed", "mixed", "fraction"] + ["decimal"] * 3 * decimals))
    whole = draw(st.integers(0, 60) | st.sampled_from([0, 100, 200, 999]))
    bottom = draw(st.sampled_from(BOTTOMS))
    top = draw(st.integers(0, bottom * 2 + 1) | st.integers(1, max(1, bottom - 1)))
    if kind == "whole":
        return str(whole)
    if kind == "fraction":
        return f"{top}/{bottom}"
    if kind == "mixed":
        return f"{whole} {top}/{bottom}"
    places = draw(st.integers(1, 4))
    return f"{whole}.{draw(st.integers(0, 10**places - 1)):0{places}d}"


@st.composite
def sums(draw: st.DrawFn, most: int = 5) -> str:
    """Two to five whole numbers, fractions and mixed numbers, added and subtracted."""
    terms = draw(st.lists(numbers(), min_size=2, max_size=most))
    text = terms[0]
    for term in terms[1:]:
        text += draw(st.sampled_from([" + ", " − "])) + term
    return text


@st.composite
def decimal_sums(draw: st.DrawFn) -> str:
    count = draw(st.integers(2, 4))
    terms = [f"{draw(st.integers(0, 120))}.{draw(st.integers(0, 9999))}" for _ in range(count)]
    text = terms[0]
    for term in terms[1:]:
        text += draw(st.sampled_from([" + ", " − "])) + term
    return text


@st.composite
def expressions(draw: st.DrawFn, depth: int = 2) -> str:
    """Everything the grammar knows; may divide by zero."""
    parts: list[str] = []
    for index in range(draw(st.integers(1, 3))):
        sign = draw(st.sampled_from([" + ", " − ", " × ", " ÷ "])) if index else draw(st.sampled_from(["", "", "−"]))
        if depth and draw(st.integers(0, 3)) == 0:
            inner = f"({draw(expressions(depth - 1))})"
            power = draw(st.sampled_from(["", "", "^2"]))
            parts.append(sign + inner + power)
        else:
            parts.append(sign + draw(numbers(decimals=True)))
    return "".join(parts)


@st.composite
def asked(draw: st.DrawFn) -> str:
    """What can be asked of numbers besides working something out."""
    number = numbers(decimals=True)
    kind = draw(
        st.sampled_from(["convert", "simplify", "round", "compare", "order", "chain", "blank", "share", "read"])
    )
    match kind:
        case "convert":
            form = draw(
                st.sampled_from(["a mixed number", "an improper fraction", "a fraction", "a decimal", "a percent"])
            )
            return f"{draw(number)} as {form}"
        case "simplify":
            return f"simplify {draw(number)}"
        case "round":
            to = draw(st.sampled_from(["the nearest whole", "the nearest half", "1 place", "2 places"]))
            return f"round {draw(number)} to {to}"
        case "compare":
            return f"compare {draw(number)} and {draw(number)}"
        case "order":
            return "order " + "; ".join(draw(st.lists(number, min_size=2, max_size=5)))
        case "chain":
            top, bottom, by = draw(st.integers(1, 12)), draw(st.integers(2, 12)), draw(st.integers(2, 9))
            return draw(st.sampled_from([f"{top}/{bottom} = ?/{bottom * by}", f"{top}/{bottom} = {top * by}/?"]))
        case "blank":
            return draw(
                st.sampled_from([f"? + {draw(number)} = {draw(number)}", f"{draw(number)} - ? = {draw(number)}"])
            )
        case "read":
            kinds = ["discs", "strips", "a number line", "a hundred square", "a number line in 5 spaces"]
            return f"read {draw(number)} from {draw(st.sampled_from(kinds))}"
        case _:
            return f"{draw(st.integers(1, 150))}% of {draw(st.integers(1, 400))}"
