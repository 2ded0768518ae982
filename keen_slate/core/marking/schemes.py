"""Marking schemes: what an item has marks for, proposed from its working."""

from collections import Counter

from keen_slate.core.diagnosis.answers import bare
from keen_slate.core.diagnosis.forms import Policy, form_faults
from keen_slate.core.machine.acts import Method
from keen_slate.core.machine.school import School
from keen_slate.core.marking.methods import derived, in_order
from keen_slate.core.problem.tree import Chain, Comparison, is_numeral
from keen_slate.core.reading.reading import Problem
from keen_slate.core.values import frozen
from keen_slate.core.working.work import DEFAULT_SCHOOL, Working

MOST_METHODS = 4
"""Method marks that are proposed for an item: with the answer's five marks in all."""

DECISIVE: tuple[Method, ...] = (
    "operation", "common", "regrouped", "carried", "renamed", "aligned", "one-kind", "point", "parts", "worked",
    "wholes", "written", "judged", "simplified",
)  # fmt: skip
"""What is kept first where an item has more methods than marks (common practice, no source)."""


@frozen
class MarkingPolicy:
    """How answers are taken: which forms, whether a label is needed, and whether only what stands in the answer place
    counts, so that a right number converted wrongly afterwards is not taken."""

    forms: Policy = "simplest-form"
    label_required: bool = False
    place_only: bool = True


USUAL_POLICY = MarkingPolicy()


@frozen
class MethodMark:
    """Marks for a method; ``nth`` is which time it comes up in the item, counted from 1."""

    method: Method
    nth: int = 1
    points: int = 1


@frozen
class Scheme:
    """What an item has marks for: its methods in their order, and its answer."""

    methods: tuple[MethodMark, ...]
    answer: int = 1

    @property
    def total(self) -> int:
        return sum(m.points for m in self.methods) + self.answer


def methods_of(problem: Problem, school: School = DEFAULT_SCHOOL) -> tuple[MethodMark, ...]:
    """Every method that a mark can be given for, in the order of the working.

    >>> [m.method for m in methods_of(read("5 1/6 - 2 5/6"))]
    ['regrouped', 'parts', 'wholes', 'simplified']
    """
    times: Counter[Method] = Counter()
    marks: list[MethodMark] = []
    for method in in_order(derived(problem.expr, school).steps):
        times[method] += 1
        marks.append(MethodMark(method, times[method]))
    return tuple(marks)


def proposed(problem: Problem, school: School = DEFAULT_SCHOOL) -> Scheme:
    """One to five marks: one for the answer, one for each decisive method on the way to it.

    The act that gives the answer has the answer's mark, and so has its form: an answer that is not simplified loses one
    mark and not two.

    >>> [m.method for m in proposed(read("2 3/4 + 1 5/6")).methods], proposed(read("3/8 + 2/8")).total
    (['wholes', 'common', 'renamed', 'parts'], 1)
    """
    steps = [s for s in derived(problem.expr, school).steps if "simplified" not in s.earns]
    last = next((s for s in reversed(steps) if s.said is not None), None)
    methods = [m for m in methods_of(problem, school) if m.method != "simplified"]
    if last is not None and last.earns:
        methods.remove(next(m for m in reversed(methods) if m.method == last.earns[-1]))
    kept = sorted(methods, key=lambda m: (DECISIVE.index(m.method), m.nth))[:MOST_METHODS]
    return Scheme(tuple(m for m in methods if m in kept))


def safe_line(problem: Problem, working: Working, policy: MarkingPolicy) -> int | None:
    """The first line (0 is the problem) whose number is an answer that the policy takes, where lines come after it that
    only convert: from there on the mark is safe, and converting only adds risk. None where there is no such line.

    >>> working = work(read("5/6 + 2/3"))
    >>> text_of(working.lines[safe_line(read("5/6 + 2/3"), working, MarkingPolicy("any-equivalent"))].expr)
    '9/6'
    """
    if isinstance(problem.expr, (Chain, Comparison)):
        return None
    for index, line in enumerate(working.lines[1:-1], start=1):
        number = bare(line.expr)
        if line.is_question or not is_numeral(number):
            continue
        taken = not form_faults(problem, Problem(number, problem.label), policy.forms)
        if taken and any(not later.is_question for later in working.lines[index + 1 :]):
            return index
    return None
