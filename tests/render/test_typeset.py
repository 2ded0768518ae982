"""What the print template gets: nested data that holds the figures of the expression in their order, and no markup."""

import re
import unittest
from typing import Any

from hypothesis import given

from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import Chain, Comparison
from keen_slate.core.reading.reading import UnreadableProblem, read
from keen_slate.core.working.work import work
from keen_slate.render.typeset import typeset
from tests.support.generated import asked, expressions, sums
from tests.support.searching import searched

KINDS = {"n", "o", "w", "f", "m", "r", "b", "p", "e", "l"}


def figures(node: Any) -> list[str]:
    """The figures of a node, in the order in which they are read."""
    if isinstance(node, str):
        return re.findall(r"[\d.]+", node)
    found: list[str] = []
    for part in node[1:]:
        for inner in part if isinstance(part, list) and not _is_node(part) else [part]:
            found += figures(inner)
    return found


def _is_node(part: list[Any]) -> bool:
    return bool(part) and isinstance(part[0], str) and part[0] in KINDS


def boxes(node: Any) -> int:
    if not isinstance(node, list):
        return 0
    return (node == ["e"]) + sum(boxes(part) for part in node)


class Nodes(unittest.TestCase):
    BY_HAND = (
        ("3/4", ["f", ["n", "3"], ["n", "4"]]),
        ("2 3/4 + 1", ["r", [["m", ["n", "2"], ["f", ["n", "3"], ["n", "4"]]], ["o", "+"], ["n", "1"]]]),
        ("3(2 − 1)", ["r", [["n", "3"], ["b", "(", ["r", [["n", "2"], ["o", "−"], ["n", "1"]]]]]]),
        ("7^2", ["p", ["n", "7"], ["n", "2"]]),
        ("25% of 80", ["r", [["r", [["n", "25"], ["w", "%"]]], ["w", " of "], ["n", "80"]]]),
        ("2/3 = ?/12", ["r", [["f", ["n", "2"], ["n", "3"]], ["o", "="], ["f", ["e"], ["n", "12"]]]]),
        (
            "subtract 1/4 from 3",
            ["r", [["w", "subtract "], ["f", ["n", "1"], ["n", "4"]], ["w", " from "], ["n", "3"]]],
        ),
    )

    def test_by_hand(self) -> None:
        for text, node in self.BY_HAND:
            self.assertEqual(typeset(read(text).expr), node, text)

    def test_labels_and_the_decimal_sign(self) -> None:
        problem = read("2.5 m + 1 m")
        shown = typeset(problem.expr, Manner(label=problem.label, decimal_sign=","))
        self.assertEqual(shown[1][0], ["r", [["n", "2,5"], ["w", "\u2009m"]]])

    @searched(300)
    @given(sums() | expressions() | asked())
    def test_the_figures_of_every_line_in_order(self, text: str) -> None:
        try:
            working = work(read(text))
        except UnreadableProblem:
            return
        for line in working.lines:
            plain = text_of(line.expr)
            if "?" in plain:  # a blank has no figures
                continue
            self.assertEqual(figures(typeset(line.expr)), re.findall(r"[\d.]+", plain.replace(".(", ".(")), plain)

    @searched(200)
    @given(sums() | expressions() | asked())
    def test_a_line_left_blank_tells_no_figure(self, text: str) -> None:
        try:
            problem = read(text)
        except UnreadableProblem:
            return
        if isinstance(problem.expr, (Chain, Comparison)):
            return
        for line in work(problem).lines:
            node = typeset(line.expr, blank=((),))
            self.assertEqual(figures(node), [], text_of(line.expr))
            self.assertGreater(boxes(node), 0)
