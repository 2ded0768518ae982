"""From worked to bare: which lines a pupil still finds."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from keen_slate.core.laddering.fading import Fading, faded
from keen_slate.core.machine.school import school_from
from keen_slate.core.reading.reading import read
from keen_slate.core.rules.listing import RULES
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.work import work
from tests.support.generated import sums
from tests.support.searching import searched

PLAIN = school_from(FACETS, {"questions": "unasked", "joining": "finer"})
KINDS = st.builds(
    Fading, st.sampled_from(["worked", "partly", "bare"]), st.sampled_from(["end", "start"]), st.integers(1, 9),
    st.sampled_from(["line", "numbers"]),
)  # fmt: skip


class Faded(unittest.TestCase):
    # 6 1/4 − 2 5/6 in five lines: renamed, regrouped, parts, wholes, a line each. By hand: what stands of each.
    BY_HAND = (
        (Fading(), "given given given given given"),
        (Fading("bare"), "given blank blank blank blank"),
        (Fading("partly", "end", 1), "given given given given blank"),
        (Fading("partly", "end", 3), "given given blank blank blank"),
        (Fading("partly", "start", 2), "given blank blank given given"),
        (Fading("partly", "start", 2, "numbers"), "given numbers numbers given given"),
        (Fading("partly", "end", 99), "given blank blank blank blank"),
    )

    def test_by_hand(self) -> None:
        working = work(read("6 1/4 − 2 5/6"), PLAIN)
        for fading, states in self.BY_HAND:
            self.assertEqual(" ".join(faded(working, fading)), states, fading)

    def test_a_question_goes_with_the_line_that_answers_it(self) -> None:
        """5 1/6 − 2 5/6: which bottoms, enough, regroup, parts and wholes, simplify. Bare leaves no question answered."""
        working = work(read("5 1/6 − 2 5/6"))
        self.assertEqual(set(faded(working, Fading("bare"))[1:]), {"blank"})
        states = faded(working, Fading("partly", "end", 2))
        self.assertEqual(
            [s for s, line in zip(states, working.lines, strict=True) if line.is_question], ["given", "given"]
        )

    @searched(200)
    @given(sums(3), KINDS)
    def test_always(self, text: str, fading: Fading) -> None:
        working = work(read(text))
        states = faded(working, fading)
        self.assertEqual((len(states), states[0]), (len(working.lines), "given"))
        left = [i for i, s in enumerate(states) if s != "given" and not working.lines[i].is_question]
        written = [i for i, line in enumerate(working.lines) if i and not line.is_question]
        count = {"worked": 0, "bare": len(written)}.get(fading.kind, min(fading.lines, len(written)))
        self.assertEqual(len(left), count)
        if fading.kind == "partly":
            self.assertEqual(left, written[-count:] if fading.side == "end" else written[:count])
        if fading.kind != "partly" or fading.what == "line":
            self.assertNotIn("numbers", states)


class Questions(unittest.TestCase):
    def test_every_question_belongs_to_a_rule(self) -> None:
        for question in filter(None, (r.question for r in RULES)):
            self.assertTrue(question.endswith("?"), question)
