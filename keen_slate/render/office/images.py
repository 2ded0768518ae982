"""Drawings, formulas and calculations in columns as pictures of dots, for programs that show them no other way."""

import json
from pathlib import Path
from typing import Any

import typst

from keen_slate.render.typeset import Node

TEMPLATE = Path(__file__).parents[1] / "picture.typ"
DOTS_TO_THE_INCH = 192


def png_of(svg: str, width: int) -> bytes:
    """An SVG drawing as PNG; ``width`` in pixels of 1/96 inch."""
    return _png(svg=svg, width=width)


def formula_png(node: Node, sign: str, points: int) -> bytes:
    """A line of a working as PNG, with the sign that joins it, in letters of so many points."""
    return _png(node=node, alt="", sign=sign, points=points)


def board_png(board: dict[str, Any], point: str, points: int) -> bytes:
    """A calculation in columns as PNG, in letters of so many points."""
    return _png(board=board, point=point, points=points)


def _png(**given: Any) -> bytes:
    inputs = {"given": json.dumps({"points": 11} | given)}
    made = typst.compile(str(TEMPLATE), sys_inputs=inputs, ignore_system_fonts=True, format="png", ppi=DOTS_TO_THE_INCH)
    assert isinstance(made, bytes)
    return made
