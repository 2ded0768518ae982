"""Pictures drawn as SVG, to scale, the same on screen and in print."""

from collections.abc import Callable
from html import escape
from typing import Any
from zlib import crc32

from keen_slate.core.notation.manner import USUAL_MANNER, Manner
from keen_slate.core.pictures.shapes import (
    Bars,
    Crossed,
    Crossing,
    Discs,
    Fits,
    Jumps,
    PartWhole,
    Picture,
    Places,
    Rectangles,
    Shares,
    Squares,
    Strips,
)
from keen_slate.render.pictures import models, pieces
from keen_slate.render.pictures.drawing import Drawing, patterns


def picture_svg(picture: Picture, told: str, manner: Manner = USUAL_MANNER, caption: str = "") -> str:
    """The drawing, with ``told`` as its text alternative; a caption goes with it where it is copied out."""
    key = f"-{crc32(repr(picture).encode()):08x}"
    drawn = _DRAW[type(picture)](picture, manner, key)
    inner = "".join(drawn.parts)
    about = f"<desc>{escape(caption)}</desc>" if caption else ""
    used = patterns(key) if "url(#" in inner else ""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {drawn.width:.0f} {drawn.height:.0f}"'
        f' width="{drawn.width:.0f}" height="{drawn.height:.0f}" role="img" aria-label="{escape(told)}"'
        f' data-kind="{picture.kind}">{about}{used}{inner}</svg>'
    )


def width_in(svg: str) -> int:
    """The width of a drawing, in pixels."""
    return int(svg.partition(' width="')[2].partition('"')[0])


_DRAW: dict[type, Callable[[Any, Manner, str], Drawing]] = {
    Strips: pieces.strips,
    Discs: pieces.discs,
    Rectangles: pieces.rectangles,
    Crossed: pieces.crossed,
    Fits: pieces.fits,
    Shares: models.shares,
    Jumps: models.jumps,
    Bars: models.bars,
    PartWhole: models.part_whole,
    Squares: models.squares,
    Places: models.places,
    Crossing: models.crossing,
}
