"""Pictures as they are shown: under lines, beside wrong answers, and the one that stands under each line of a set."""

from collections.abc import Iterator, Sequence

from keen_slate.core.diagnosis.disproving import simplest
from keen_slate.core.diagnosis.refuting import refutation
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.pictures.choosing import pictures_of
from keen_slate.core.pictures.shapes import NAMES, Proof, told
from keen_slate.core.problem.tree import Expr
from keen_slate.core.working.work import Working
from keen_slate.faults import UnknownWord
from keen_slate.render.pictures.svg import picture_svg, width_in
from keen_slate.render.prose import prose_html
from keen_slate.render.spoken import aloud
from keen_slate.services.shapes.work import (
    Disproved,
    Edits,
    Pictures,
    PicturesOfLine,
    ShownPicture,
    WorkRequest,
    WrongRequest,
)
from keen_slate.services.work.asked import Asked


def _drawn(proof: Proof, asked: Asked) -> tuple[str, str, str]:
    """A picture's caption, its text alternative, and the drawing."""
    caption, alternative = asked.say(proof.caption), aloud(asked.say(told(proof.picture)), asked.words)
    return caption, alternative, picture_svg(proof.picture, alternative, asked.words, caption)


def shown_picture(proof: Proof, asked: Asked) -> ShownPicture:
    caption, alternative, svg = _drawn(proof, asked)
    return ShownPicture(
        kind=proof.picture.kind,
        name=NAMES[proof.picture.kind],
        svg=svg,
        width=width_in(svg),
        told=alternative,
        caption=caption,
        caption_html=prose_html(caption, asked.words),
    )


def pictures(request: WorkRequest) -> Pictures:
    """The pictures that can stand under each line."""
    asked = Asked.of(request)
    return Pictures(lines=list(_by_line(asked, asked.work(request.turns))))


def all_pictures(asked: Asked) -> Iterator[tuple[int, str, str]]:
    """Every picture of a working: the line that it can stand under, its kind, the drawing."""
    for found in pictures_of(asked.work()):
        for proof in found.proofs:
            yield found.line, proof.picture.kind, _drawn(proof, asked)[2]


def _by_line(asked: Asked, working: Working) -> Iterator[PicturesOfLine]:
    for found in pictures_of(working):
        yield PicturesOfLine(
            line=found.line,
            shown=found.shown,
            pictures=[shown_picture(p, asked) for p in found.proofs],
            note=asked.say(found.too_fine) if found.too_fine else None,
        )


def standing(working: Working, edits: Edits, liked: Sequence[str]) -> Iterator[tuple[int, Proof]]:
    """The picture that stands under each line that has one: as chosen there, or else as liked in the set."""
    for found in pictures_of(working):
        proof = found.standing(edits.pictures.get(str(found.line)), liked)
        if proof is not None:
            yield found.line, proof


def counter_picture(asked: Asked, answer: Expr) -> ShownPicture | None:
    """What a wrong answer is beside what there is."""
    proof = refutation(asked.problem, answer).proof
    return shown_picture(proof, asked) if proof is not None else None


def disproved(asked: Asked, mistake: str) -> Disproved | None:
    """The wrong rule on the simplest problem of this kind; None where there is none simpler."""
    found = simplest(asked.problem, BY_ID[mistake], asked.school)
    if found is None:
        return None
    said, proof = asked.say(found.said), found.refuted.proof
    return Disproved(
        said=said,
        said_html=prose_html(said, asked.words),
        picture=shown_picture(proof, asked) if proof is not None else None,
    )


def disprove(request: WrongRequest) -> Disproved:
    """The same as an answer to a request; says nothing where there is nothing simpler. Raises UnknownWord."""
    if request.mistake not in BY_ID:
        raise UnknownWord(f"There is no mistake called {request.mistake}. Choose one from the second look.")
    found = disproved(Asked.of(request), request.mistake)
    return found or Disproved(said="", said_html="", picture=None)
