"""Two schools on one problem: what each costs, and which is recommended."""

from keen_slate.core.machine.school import School
from keen_slate.core.reading.reading import Problem
from keen_slate.core.saying import weighing
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.work import Cost, Working, work


@frozen
class Compared:
    """Both workings, and the recommendation: 0 for the first, 1 for the second, None where they cost the same."""

    first: Working
    second: Working
    recommended: int | None
    why: Say


def compare_schools(problem: Problem, first: School, second: School) -> Compared:
    """Work the problem both ways and weigh the costs. The teacher may ignore the recommendation."""
    one, two = work(problem, first), work(problem, second)
    return Compared(one, two, *recommend(one, two))


def recommend(one: Working, two: Working) -> tuple[int | None, Say]:
    """A way that cannot be followed loses; then fewer large facts, then smaller numbers by half, then less writing,
    in the lines and beside them.

    Common practice, no source: small numbers keep the arithmetic inside the tables that a class knows.
    """
    return weigh((one.cost, bool(one.refused)), (two.cost, bool(two.refused)))


def weigh(one: tuple[Cost, bool], two: tuple[Cost, bool]) -> tuple[int | None, Say]:
    """The same of what each costs, and whether it cannot be followed."""
    (a, one_refused), (b, two_refused) = one, two
    if one_refused != two_refused:
        return (1 if one_refused else 0), Say.of(weighing.recommend_possible)
    for winner, mine, other in ((0, a, b), (1, b, a)):
        if mine.large_facts < other.large_facts:
            return winner, Say.of(weighing.recommend_facts, more=other.large_facts, fewer=mine.large_facts)
    for winner, mine, other in ((0, a, b), (1, b, a)):
        if mine.largest * 2 <= other.largest:
            return winner, Say.of(weighing.recommend_smaller, small=mine.largest, large=other.largest)
    for winner, mine, other in ((0, a, b), (1, b, a)):
        if _shorter(mine, other):
            if mine.lines < other.lines or mine.beside == other.beside:
                return winner, Say.of(weighing.recommend_shorter, few=mine.lines, many=other.lines)
            return winner, Say.of(weighing.recommend_less_beside, few=mine.beside, many=other.beside)
    return None, Say.of(weighing.recommend_either)


def aligned(one: Working, two: Working) -> tuple[tuple[int | None, int | None], ...]:
    """The lines of two workings set level: the same line, or else the same kind of act, stands in one row.

    The longest common course of the two, so that nothing crosses; what has no partner has a row of its own.
    """
    a, b = ([line.rule if line.by_mistake else line.act for line in working.lines] for working in (one, two))
    best = [[0] * (len(b) + 1) for _ in range(len(a) + 1)]
    for i in range(len(a) - 1, -1, -1):
        for j in range(len(b) - 1, -1, -1):
            partner = best[i + 1][j + 1] + _fit(one, i, two, j, a[i] == b[j])
            best[i][j] = max(best[i + 1][j], best[i][j + 1], partner)
    rows: list[tuple[int | None, int | None]] = []
    i = j = 0
    while i < len(a) or j < len(b):
        fit = _fit(one, i, two, j, a[i] == b[j]) if i < len(a) and j < len(b) else 0
        if fit and best[i][j] == best[i + 1][j + 1] + fit:
            rows.append((i, j))
            i, j = i + 1, j + 1
        elif j == len(b) or (i < len(a) and best[i][j] == best[i + 1][j]):
            rows.append((i, None))
            i += 1
        else:
            rows.append((None, j))
            j += 1
    return tuple(rows)


def _fit(one: Working, i: int, two: Working, j: int, same_act: bool) -> int:
    """3 for the same line, 1 for the same act on other numbers, 0 for lines that do not correspond."""
    last = (i == len(one.lines) - 1) and (j == len(two.lines) - 1)
    return 3 if last or one.lines[i].expr == two.lines[j].expr else 1 if same_act and i and j else 0


def _shorter(mine: Cost, other: Cost) -> bool:
    return mine.writing < other.writing or (mine.writing == other.writing and mine.simplifies < other.simplifies)
