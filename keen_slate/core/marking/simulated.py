"""Invented classes: pupils with planted mistakes, slips and careless forms, who answer a set.

They stand in for pupils where a handout is tried before its lesson, and where an eye is trained. All is drawn by seed.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from keen_slate.core.diagnosis.answers import Diagnosis, Prepared, bare, diagnose
from keen_slate.core.diagnosis.copying import miscopied
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.machine.engine import Derivation
from keen_slate.core.machine.occasions import Listening, first_occasions, gone_astray
from keen_slate.core.machine.school import School
from keen_slate.core.malrules.listing import BY_ID, LIKELIHOOD
from keen_slate.core.marking.class_picture import Hypotheses
from keen_slate.core.marking.methods import derived
from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.numbers.drawing import Draw
from keen_slate.core.problem.paper import Columns
from keen_slate.core.problem.tree import Chain, Comparison, Expr, InStory, evaluate, is_workable
from keen_slate.core.reading.reading import Problem
from keen_slate.core.rules.listing import MACHINE
from keen_slate.core.saying import marking
from keen_slate.core.saying.say import Say
from keen_slate.core.values import frozen
from keen_slate.core.working.work import written_working


def _names(text: str) -> tuple[str, ...]:
    return tuple(text.split())


CODES = _names(
    "Aspen Bramble Clover Daisy Elder Fern Gorse Hazel Iris Juniper Kelp Laurel Maple Nettle Oak Poppy Quince Rowan "
    "Sorrel Thyme Umbel Vetch Willow Yarrow Alder Bryony Cedar Dock Flax Heather Ivy Larch Mallow Myrtle Osier Privet "
    "Rush Sage Tansy Viola"
)
"""Code names of invented pupils, in the order in which they are given; after them they are numbered."""

MOST_PUPILS = 60
MOST_CLASSES = 1000

WITHOUT, TWO = 35, 15
"""Of a hundred pupils, those without any mistake and those with two (common practice, no source)."""

MISTAKES_OF_A_CLASS = 5
LIKELIEST = 6
"""Mistakes of an item that are likelier than the rest, the first of them six times so (common practice, no source)."""

TIMES = 90
"""Of a hundred occasions, those on which a planted mistake is made."""

SLIPS, CARELESS, BLANK, ABSENT = 4, 20, 2, 3
"""Of a hundred: answers with a slip, pupils who leave the form unfinished, answers left out, pupils not there."""


@frozen
class Written:
    """What a pupil wrote for an item; ``planted`` is the mistake made, or ``slip``, ``form``, ``blank``."""

    answer: str
    lines: tuple[str, ...] = ()
    planted: str = ""


@frozen
class Pupil:
    """An invented pupil: ``mistakes`` by id, and the answers in the order of the set; none where absent."""

    code: str
    mistakes: tuple[str, ...]
    careless: bool
    shows_lines: bool
    answers: tuple[Written, ...]


@dataclass(eq=False)
class Rehearsed:
    """An item with what can go wrong in it, worked out once; answers are written in the class's manner."""

    prepared: Prepared
    school: School
    manner: Manner = USUAL_MANNER

    @property
    def problem(self) -> Problem:
        return self.prepared.problem

    @cached_property
    def right(self) -> Derivation:
        return derived(self.problem.expr, self.school)

    @cached_property
    def wrong(self) -> dict[str, Derivation]:
        """The derivations of those mistakes that give another value, or another judgement."""
        found: dict[str, Derivation] = {}
        if self.prepared.by_value:
            suspected = Listening(BY_ID[id] for id in {c.mistakes[0] for c in self.prepared.singles()})
            for id, occasion in first_occasions(MACHINE, self.right, suspected).items():
                made = gone_astray(MACHINE, occasion)
                if made.impasse is None and self.found(made).verdict == "wrong":
                    found[id] = made
        return dict(sorted(found.items(), key=lambda pair: LIKELIHOOD[pair[0]]))

    @cached_property
    def weights(self) -> dict[str, int]:
        """How likely each mistake is here: those that the second look names first more so."""
        named = [w.mistake for w in look_twice(self.problem, self.school).likely_wrong]
        ranks = {mistake: rank for rank, mistake in enumerate(named)}
        return {m: 1 if BY_ID[m].kind == "reading" else max(1, LIKELIEST - ranks.get(m, LIKELIEST)) for m in self.wrong}

    @cached_property
    def said(self) -> dict[str, Hypotheses]:
        """What the answer of each mistake tells."""
        return {id: self._said(made) for id, made in self.wrong.items()}

    def _said(self, made: Derivation) -> Hypotheses:
        causes = self.found(made).causes
        likeliest = [c.mistakes for c in causes if c.rank[0] == causes[0].rank[0]]
        if len(likeliest) == 1:
            return Hypotheses(likeliest[0])
        return Hypotheses((), tuple(dict.fromkeys(m for way in likeliest for m in way)))

    def found(self, made: Derivation) -> Diagnosis:
        return diagnose(self.prepared, self.answer(made), decimal_comma=self.manner.decimal_comma)

    def answer(self, made: Derivation) -> str:
        if isinstance(made.end, InStory):
            return text_of(written_working(made).answer, self.manner)
        return text_of(bare(made.end), self.manner)

    def lines(self, made: Derivation) -> tuple[str, ...]:
        """A working as a pupil writes it: without questions, and without the states of columns."""
        kept = []
        for line in written_working(made).lines[1:]:
            now = line.expr.now if isinstance(line.expr, InStory) else line.expr
            if line.is_question or now is None or isinstance(now, Columns):
                continue
            kept.append(f"{line.sign} {text_of(line.expr, self.manner)}".strip())
        return tuple(kept)

    @cached_property
    def unfinished(self) -> str:
        """The right value as it stands before it is simplified or its wholes are taken out; empty where that is all."""
        for step in self.right.steps:
            if step.goal in ("simplify", "take-out-wholes") and not isinstance(
                step.before, (InStory, Chain, Comparison)
            ):
                return text_of(bare(step.before), self.manner)
        return ""

    @cached_property
    def slipped(self) -> tuple[str, ...]:
        """What comes of a digit that is copied wrongly."""
        if isinstance(self.problem.expr, (Comparison, Chain)):
            return ()
        found: list[str] = []
        for expr in miscopied(self.problem.expr):
            if len(found) < 12 and is_workable(expr) and not _negative(expr):
                found.append(self.answer(derived(expr, self.school)))
        return tuple(dict.fromkeys(found))


def _negative(expr: Expr) -> bool:
    return evaluate(expr) < 0


def simulated(items: tuple[Rehearsed, ...], pupils: int, seed: str, *, all_mistaken: bool = False) -> tuple[Pupil, ...]:
    """A class that answers a set. Most of what goes wrong is shared: a class has a few mistakes of its own, and each
    pupil has none, one or two of them (``all_mistaken``: at least one). Raises ValueError for a number of pupils that
    no class has.

    >>> beds = (Rehearsed(prepare(read("5 1/6 - 2 5/6")), DEFAULT_SCHOOL),)
    >>> simulated(beds, 3, "a") == simulated(beds, 3, "a")
    True
    """
    if not 1 <= pupils <= MOST_PUPILS:
        raise ValueError(f"A class has 1 to {MOST_PUPILS} pupils, not {pupils}.")
    draw = Draw(seed)
    pool = _pool(items, draw)
    return tuple(_pupil(code_of(place), items, pool, draw, all_mistaken) for place in range(pupils))


def code_of(place: int) -> str:
    """The code name of the pupil at a place, from 0.

    >>> code_of(0), code_of(40)
    ('Aspen', 'Aspen 2')
    """
    again = place // len(CODES)
    return CODES[place % len(CODES)] + (f" {again + 1}" if again else "")


def _pool(items: tuple[Rehearsed, ...], draw: Draw) -> tuple[str, ...]:
    """The mistakes of a class, the commonest first: likelier are those that are likely in more items, and the text is
    seldom taken for another."""
    weights: dict[str, int] = {}
    for item in items:
        for mistake, weight in item.weights.items():
            weights[mistake] = weights.get(mistake, 0) + weight
    tickets = [m for m in sorted(weights, key=LIKELIHOOD.__getitem__) for _ in range(weights[m])]
    chosen: list[str] = []
    while tickets and len(chosen) < MISTAKES_OF_A_CLASS:
        chosen.append(draw.one_of(tickets))
        tickets = [t for t in tickets if t != chosen[-1]]
    return tuple(chosen)


def _pupil(code: str, items: tuple[Rehearsed, ...], pool: tuple[str, ...], draw: Draw, all_mistaken: bool) -> Pupil:
    kind = draw.below(100)
    count = 0 if not pool or (kind < WITHOUT and not all_mistaken) else 2 if kind >= 100 - TWO else 1
    mistakes: list[str] = []
    while len(mistakes) < min(count, len(pool)):
        mistake = pool[min(draw.below(len(pool)), draw.below(len(pool)))]  # the first of the pool are the commonest
        if mistake not in mistakes:
            mistakes.append(mistake)
    careless, lines = draw.below(100) < CARELESS, draw.mostly()
    away = draw.below(100) < ABSENT and not all_mistaken
    answers = () if away else tuple(_written(item, tuple(mistakes), careless, lines, draw) for item in items)
    return Pupil(code, tuple(mistakes), careless, lines, answers)


def _written(item: Rehearsed, mistakes: tuple[str, ...], careless: bool, lines: bool, draw: Draw) -> Written:
    fate, again = draw.below(100), draw.below(100) < TIMES
    made = next((m for m in mistakes if m in item.wrong), None) if again else None
    if fate < BLANK:
        return Written("", (), "blank")
    if made is not None:
        derivation = item.wrong[made]
        return Written(item.answer(derivation), item.lines(derivation) if lines else (), made)
    if fate < BLANK + SLIPS and item.slipped:
        return Written(draw.one_of(item.slipped), (), "slip")
    if careless and item.unfinished:
        return Written(item.unfinished, (), "form")
    return Written(item.answer(item.right), item.lines(item.right) if lines else ())


@frozen
class Trial:
    """A sheet tried on invented classes. ``told_apart`` is how many of ``pupils`` show a mistake of theirs by itself,
    the mean of all classes, rounded; ``silent`` are the items (from 1) that showed none."""

    pupils: int
    told_apart: int
    silent: tuple[int, ...]
    classes: int
    planted: tuple[str, ...]
    never_told: tuple[str, ...]

    @property
    def said(self) -> Say:
        if not self.planted:
            return Say.of(marking.nothing_to_try)
        return Say.of(
            marking.tried,
            pupils=self.pupils, told_apart=self.told_apart, silent=self.silent, classes=self.classes,
        )  # fmt: skip


def tried(items: tuple[Rehearsed, ...], pupils: int = 28, classes: int = 200, seed: str = "1") -> Trial:
    """Try a sheet: in every class each pupil has a mistake that the items can show."""
    told, planted, telling, told_mistakes = 0, set[str](), set[int](), set[str]()
    for number in range(classes):
        for pupil in simulated(items, pupils, f"{seed}/{number}", all_mistaken=True):
            planted |= set(pupil.mistakes)
            by = list(_telling(items, pupil))
            telling |= {item for item, _ in by}
            told_mistakes |= {mistake for _, mistake in by}
            told += bool(by)
    silent = tuple(i + 1 for i in range(len(items)) if i not in telling)
    in_order = tuple(sorted(planted, key=LIKELIHOOD.__getitem__))
    return Trial(
        pupils, round(told / classes), silent, classes, in_order, tuple(m for m in in_order if m not in told_mistakes)
    )


def _telling(items: tuple[Rehearsed, ...], pupil: Pupil) -> Iterator[tuple[int, str]]:
    """The items whose answers tell a mistake of the pupil's from all others."""
    for place, written in enumerate(pupil.answers):
        said = items[place].said.get(written.planted)
        if said is not None and said.told == (written.planted,):
            yield place, written.planted
