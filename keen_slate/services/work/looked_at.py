"""The second look at a problem, and numbers that tell more."""

from string import ascii_uppercase

from keen_slate.core.curriculum.places import place_text
from keen_slate.core.demands.find import demands_of
from keen_slate.core.diagnosis.glass import better_numbers, how_much_it_tells, separating, under_the_glass
from keen_slate.core.diagnosis.refuting import how_it_shows
from keen_slate.core.diagnosis.second_look import LikelyWrong, SecondLook, look_twice
from keen_slate.core.estimating.estimates import Estimate, more_or_less_than_one, other_estimates, why_none
from keen_slate.core.malrules.listing import MISTAKES
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.number_line import Band, number_line
from keen_slate.core.problem.blanks import only_decimals
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    evaluate,
)
from keen_slate.core.saying import verdicts
from keen_slate.core.saying.say import Say
from keen_slate.core.working.checks import Check, checks_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, work
from keen_slate.faults import UnknownWord
from keen_slate.render.number_line_svg import number_line_svg
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import aloud
from keen_slate.services.shapes.work import (
    BetterItem,
    BetterItems,
    Looked,
    NamedMistake,
    OpenedMistake,
    ShownCheck,
    ShownEstimate,
    ShownMistake,
    SilentMistake,
    Unseparated,
    WorkRequest,
    WrongRequest,
)
from keen_slate.services.work.asked import Asked, notation
from keen_slate.services.work.choosing import to_choose
from keen_slate.services.work.pictures import counter_picture
from keen_slate.services.work.shown import shown_demands

MOST_COLLISIONS = 3
"""Groups of mistakes with one answer for which a separating item is looked for."""


def look(request: WorkRequest) -> Looked:
    """Estimates, checks, likely wrong answers and demands of a problem."""
    asked = Asked.of(request)
    problem, school = asked.problem, asked.school
    second = look_twice(problem, school)
    groups: dict[str, list[str]] = {}
    for w in second.likely_wrong:
        groups.setdefault(text_of(w.answer), []).append(w.mistake)
    silent: list[tuple[str, str | None]] = [(n.mistake, asked.say(n.said)) for n in second.no_answer]
    silent += [(m, None) for m in second.right_by_luck]
    reference = work(problem, DEFAULT_SCHOOL).derivation
    about_one = more_or_less_than_one(problem.expr)
    none = why_none(problem.expr)
    return Looked(
        none_why=asked.say(none) if none is not None else None,
        estimates=[shown_estimate(e, asked) for e in second.estimates],
        others=[shown_estimate(e, asked) for e in other_estimates(problem.expr)],
        about_one=asked.say(Say.of(verdicts.about_one, verdict=about_one)) if about_one else None,
        likely_wrong=[_shown_mistake(w, letter, asked, groups) for letter, w in _lettered(second)],
        form_only=[_shown_mistake(w, "", asked, {}) for w in second.form_only],
        silent=[SilentMistake(mistake=m, name=asked.named(MISTAKES[m].name), why=why) for m, why in silent],
        number_line=None if isinstance(problem.expr, (Comparison, Chain)) else _number_line(asked, second),
        checks=[_shown_check(c, asked) for c in checks_of(problem, school)],
        demands=shown_demands(demands_of(problem, reference), asked.words),
        told_apart=int(how_much_it_tells(second) * 100),
        choices=to_choose(asked),
    )


def shown_estimate(estimate: Estimate, asked: Asked) -> ShownEstimate:
    told = asked.problem.story is not None  # one calculation of several units
    return ShownEstimate(
        kind=estimate.kind,
        notation=notation(estimate.rounded, asked.words) if told else asked.notation(estimate.rounded),
        value=asked.number(estimate.value),
        low=asked.number(estimate.low),
        high=asked.number(estimate.high),
    )


def _shown_mistake(wrong: LikelyWrong, letter: str, asked: Asked, groups: dict[str, list[str]]) -> ShownMistake:
    same = [m for m in groups.get(text_of(wrong.answer), []) if m != wrong.mistake]
    return ShownMistake(
        mistake=wrong.mistake,
        name=asked.named(MISTAKES[wrong.mistake].name),
        letter=letter,
        answer=asked.notation(wrong.answer),
        caught=wrong.caught,
        like=[asked.named(MISTAKES[m].name) for m in same],
    )


def open_mistake(request: WrongRequest) -> OpenedMistake:
    """One likely wrong answer in full. Raises UnknownWord for a mistake that gives none here."""
    asked = Asked.of(request)
    second = look_twice(asked.problem, asked.school)
    wrong = next((w for w in second.likely_wrong if w.mistake == request.mistake), None)
    if wrong is None:
        raise UnknownWord(f"No mistake called {request.mistake} gives a wrong answer here. Choose one that does.")
    words = MISTAKES[wrong.mistake]
    shows, question = asked.say(how_it_shows(wrong.derivation, wrong.answer)), asked.unsettled(words, wrong.answer)
    return OpenedMistake(
        belief=asked.phrase(words.belief),
        shows=shows,
        shows_html=prose_html(shows, asked.words),
        question=question,
        question_html=prose_html(question, asked.words),
        picture=counter_picture(asked, wrong.answer),
        source=words.source,
        met=place_text(words.met),
    )


def named_mistake(mistake: str, asked: Asked, answer: Expr | None = None) -> NamedMistake:
    """A mistake by its name; with the ``answer`` that it led to the question is about that one."""
    words = MISTAKES[mistake]
    question = asked.named(words.question) if answer is None else asked.unsettled(words, answer)
    return NamedMistake(
        mistake=mistake,
        name=asked.named(words.name),
        belief=asked.phrase(words.belief),
        question=question,
        question_html=prose_html(question, asked.words),
    )


def better(request: WorkRequest) -> BetterItems:
    """Nearby items that ask the same and keep more mistakes apart."""
    asked = Asked.of(request)
    found = better_numbers(asked.problem, asked.school)
    unseparated: list[Unseparated] = []
    for group in under_the_glass(asked.problem, asked.school).collisions()[:MOST_COLLISIONS]:
        near = separating(asked.problem, group[0], group[1], asked.school)
        unseparated.append(
            Unseparated(
                mistakes=[asked.named(MISTAKES[m].name) for m in group],
                separated_by=asked.notation(near.expr) if near else None,
            )
        )
    return BetterItems(
        unseparated=unseparated,
        items=[BetterItem(problem=asked.notation(b.problem.expr), told_apart=int(b.tells * 100)) for b in found],
    )


def _shown_check(check: Check, asked: Asked) -> ShownCheck:
    reason = asked.say(check.said)
    lines = [asked.notation(n.expr) for n in check.working.lines if not n.is_question] if check.working else []
    return ShownCheck(check=check.id, reason=reason, reason_html=prose_html(reason, asked.words), lines=lines)


def _lettered(second: SecondLook) -> list[tuple[str, LikelyWrong]]:
    return list(zip(ascii_uppercase, second.likely_wrong, strict=False))


def _number_line(asked: Asked, second: SecondLook) -> str:
    bands = tuple(Band(e.value, e.low, e.high) for e in second.estimates)
    wrong = tuple((letter, w.value) for letter, w in _lettered(second) if w.value is not None)
    expr = asked.problem.expr
    line = number_line(evaluate(expr), bands, wrong, decimals=only_decimals((expr,)))
    names = {letter: aloud(asked.named(MISTAKES[w.mistake].name), asked.words) for letter, w in _lettered(second)}
    return number_line_svg(line, asked.words, names)
