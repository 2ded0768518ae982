"""Stories: read from a text, shown with their bars, given other numbers, taken from the library."""

import re
from collections.abc import Mapping

from keen_slate.core.notation.amounts import amount_text
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.units import one_and_many
from keen_slate.core.problem import bounds
from keen_slate.core.problem.situation import Relation
from keen_slate.core.reading.reading import Problem, UnreadableProblem
from keen_slate.core.reading.story_form import Story, is_story_form
from keen_slate.core.saying import in_stories, telling
from keen_slate.core.saying.say import Say, say
from keen_slate.core.saying.story_kinds import KINDS, STORY_KINDS, StoryKind
from keen_slate.core.stories.bars import bar_model
from keen_slate.core.stories.finding import amounts_in
from keen_slate.core.stories.numbers import other_numbers
from keen_slate.core.stories.proposing import Sketch, told_as, understood
from keen_slate.core.working.story_steps import answers_of, story_steps
from keen_slate.core.working.work import Working
from keen_slate.faults import UnknownWord
from keen_slate.render.pictures.bar_model import bars_svg
from keen_slate.render.pictures.svg import width_in
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import aloud
from keen_slate.services.shapes.stories import (
    AskedFor,
    BuiltRequest,
    BuiltRow,
    FoundAmount,
    NumbersRequest,
    OfferedKind,
    OtherNumbers,
    ShownStory,
    StoryBlock,
    StoryOffer,
    StoryRead,
    StoryRequest,
    StorySlot,
    StoryStep,
)
from keen_slate.services.shapes.work import ShownPicture
from keen_slate.services.work.asked import Asked, chosen_words, notation, read_in_words, unreadable


def blocks_of(story: Story, manner: Manner) -> list[StoryBlock]:
    """The paragraphs and tables of a story's text, in order; no line breaks between an amount and its unit."""
    units = {form for q in story.measured.quantities if q.unit for form in (q.unit, *one_and_many(q.unit))}
    words = "|".join(map(re.escape, sorted(units, key=len, reverse=True)))
    amount = re.compile(rf"(<math(?:(?!</math>).)*</math>|\d+(?:[.,]\d+)?) ({words})\b")

    def typeset(text: str) -> str:
        html = prose_html(text, manner)
        return amount.sub('<span class="amount">\\1 \\2</span>', html) if units else html

    blocks: list[StoryBlock] = []
    rows: list[list[str]] = []
    for line in [*story.text(manner).split("\n"), ""]:
        if "\t" in line:
            rows.append([cell.strip() for cell in line.split("\t")])
            continue
        if rows:
            cells = [[typeset(cell) for cell in row] for row in rows]
            blocks.append(StoryBlock(text=None, html=None, rows=rows, rows_html=cells))
            rows = []
        if line.strip():
            blocks.append(StoryBlock(text=line.strip(), html=typeset(line.strip()), rows=[], rows_html=[]))
    return blocks


def shown_story(asked: Asked, working: Working) -> ShownStory | None:
    """What is shown of a problem that is told; None for another one."""
    problem, manner = asked.problem, asked.words
    story = problem.story
    if story is None:
        return None
    text, sentences = story.text(manner), answers_of(story, working.derivation.end, manner)
    bars, told = bars_of(problem, manner)
    return ShownStory(
        text=text,
        blocks=blocks_of(story, manner),
        bars=bars,
        bars_told=told,
        slots=[
            StorySlot(name=q.name, amount=amount_text(q.given, story.measured.quantity(q.name).unit, manner))
            for q in story.situation.quantities
            if q.given is not None and not q.name.isdecimal()
        ],
        steps=[
            StoryStep(
                words=say(Say.of(in_stories.calculation_in_words, calculation=step.calculation), manner),
                calculation=notation(step.state, manner),
                gives=notation(step.gives, manner.labelled(step.unit)),
            )
            for step in story_steps(problem, asked.school)
        ],
        sentences=sentences,
        sentences_html=[prose_html(sentence, manner) for sentence in sentences],
    )


def bars_of(problem: Problem, manner: Manner, *, blank: bool = False) -> tuple[str, str]:
    """The bar model of a story as SVG, and in words."""
    assert problem.story is not None
    model = bar_model(problem.story.measured)
    told = aloud(say(Say.of(in_stories.bars_in_words, relations=tuple(b.relation for b in model)), manner), manner)
    return bars_svg(model, told, manner, blank=blank), told


def bars_picture(problem: Problem, manner: Manner) -> ShownPicture | None:
    """The bar model of a story like any other picture; None for a problem that is not told."""
    if problem.story is None:
        return None
    svg, told = bars_of(problem, manner)
    width = width_in(svg)
    return ShownPicture(kind="bar-model", name="bars", svg=svg, width=width, told=told, caption="", caption_html="")


def read_story(request: StoryRequest) -> StoryRead:
    """What a text may mean: the amounts found in it, and up to three stories."""
    manner = chosen_words(request.words)
    if is_story_form(request.text):
        try:
            problem = read_in_words(request.text, manner)
        except UnreadableProblem as fault:
            return _nothing_read(request.text, fault)
        return StoryRead(text=request.text, amounts=[], asked=[], offers=[_offer(problem, manner)], note="")
    if len(request.text) > bounds.MAX_STORY:
        said = Say.of(telling.story_too_long, length=len(request.text), limit=bounds.MAX_STORY)
        return _nothing_read(request.text, UnreadableProblem(said, bounds.MAX_STORY))
    found = understood(request.text, decimal_comma=manner.decimal_comma)
    offers = [_offer(problem, manner) for problem in found.stories]
    answering = tuple(story_steps(problem)[-1].calculation.operation for problem in found.stories)
    note = say(
        Say.of(in_stories.what_was_found, amounts=len(found.amounts), signal=found.signal, answering=answering), manner
    )
    return StoryRead(
        text=found.text,
        amounts=[
            FoundAmount(id=f"#{i}", start=a.start, end=a.end, name=name, amount=amount_text(a.number, a.unit, manner))
            for i, (name, a) in enumerate(found.amounts)
        ],
        asked=[AskedFor(id=f"?{i}", name=name) for i, name in enumerate(found.asked)],
        offers=offers,
        note=note,
        kinds=[_offered(kind) for kind in KINDS if kind.id != "convert"],
    )


def _offered(kind: StoryKind) -> OfferedKind:
    many = kind.form == "sum" and kind.bar == "parts"
    return OfferedKind(id=kind.id, name=kind.name, roles=list(kind.roles), many=many)


def _nothing_read(text: str, fault: UnreadableProblem) -> StoryRead:
    return StoryRead(text=text, amounts=[], asked=[], offers=[], note="", unreadable=unreadable(fault))


def built_story(request: BuiltRequest) -> StoryRead:
    """A text as the story that its teacher puts together: one offer, or why it makes no sense."""
    manner = chosen_words(request.words)
    unknown = next((row.kind for row in request.rows if row.kind not in STORY_KINDS), None)
    if unknown is not None:
        raise UnknownWord(f"There is no kind of story “{unknown}”. Choose one of: {', '.join(STORY_KINDS)}.")
    if len(request.text) > bounds.MAX_STORY:
        said = Say.of(telling.story_too_long, length=len(request.text), limit=bounds.MAX_STORY)
        return _nothing_read(request.text, UnreadableProblem(said, bounds.MAX_STORY))
    relations = tuple(_relation(row) for row in request.rows)
    asked = tuple(sorted({name for relation in relations for name in relation.names if name.startswith("?")}))
    try:
        problem = told_as(request.text, Sketch(0, relations, asked), decimal_comma=manner.decimal_comma)
    except UnreadableProblem as fault:
        fault.manner = manner
        return _nothing_read(request.text, fault)
    return StoryRead(text=request.text, amounts=[], asked=[], offers=[_offer(problem, manner)], note="")


def _relation(row: BuiltRow) -> Relation:
    form = STORY_KINDS[row.kind].form
    parts = tuple(row.parts) if form == "sum" else tuple(row.parts[:2])
    return Relation(row.kind, form, row.total, parts, row.reading)


def _offer(problem: Problem, manner: Manner) -> StoryOffer:
    bars, told = bars_of(problem, manner)
    steps = story_steps(problem)
    return StoryOffer(
        form=problem.text(manner),
        bars=bars,
        bars_told=told,
        plan=[say(Say.of(in_stories.calculation_in_words, calculation=s.calculation), manner) for s in steps],
        kinds=list(dict.fromkeys(STORY_KINDS[s.calculation.relation.kind].name for s in steps)),
    )


def with_other_numbers(request: NumbersRequest) -> OtherNumbers:
    """A story with other numbers, of the same demands."""
    manner = chosen_words(request.words)
    problem = read_in_words(request.text, manner)
    found = next(other_numbers(problem, request.seed, frozenset(request.locked)), None) if problem.story else None
    if found is None:
        return OtherNumbers(
            form=None, note=say(Say.of(in_stories.no_other_numbers, locked=len(request.locked)), manner)
        )
    return OtherNumbers(form=found.text(manner), note="")


def told_early(text: str, words: Mapping[str, str]) -> bool:
    """Whether a text reads like a story: words, and at least two amounts among them."""
    manner = chosen_words(words)
    enough_words = len([w for w in text.split() if w[:1].isalpha()]) >= FEWEST_WORDS
    short_enough = len(text) <= bounds.MAX_STORY
    return short_enough and enough_words and len(amounts_in(text, decimal_comma=manner.decimal_comma)) > 1


FEWEST_WORDS = 5
"""Words from which a text that cannot be read as a problem is looked at as a story."""
