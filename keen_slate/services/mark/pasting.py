"""Answers as they are copied from a spreadsheet or a CSV file."""

import csv
import io
from collections.abc import Collection, Sequence
from uuid import UUID

from keen_slate.core.problem import bounds
from keen_slate.services.shapes.marking import MOST_WRITTEN, Paste, TypedCell

BLANK = ("-", "–", "—")
"""What stands in a cell that a pupil left blank; an empty cell is left as it is."""


def read_cells(
    asked: Paste, pupils: Sequence[tuple[UUID, str]], items: int, *, comma: bool
) -> tuple[list[TypedCell], list[str]]:
    """Rows of pupils, columns of items. Where half of the rows begin with a code each belongs to that pupil, else they
    go down from the pupil and item in hand. Returns the cells, and in sentences what could not be taken."""
    by_code = {code.casefold(): (id, code) for id, code in pupils}
    rows = _rows(asked.text, by_code, comma=comma)
    report: list[str] = []
    with_codes = sum(_first(row) in by_code for row in rows) * 2 >= len(rows)
    if with_codes and _first(rows[0]) not in by_code and _is_heading(rows[0]):
        rows = rows[1:]
    first = next((i for i, (id, _) in enumerate(pupils) if id == asked.pupil), 0)
    cells: list[TypedCell] = []
    for number, row in enumerate(rows):
        if with_codes:
            found = by_code.get(_first(row))
            if found is None:
                report.append(f"Row {number + 1}: there is no pupil “{row[0].strip()[:24]}” in this class.")
                continue
            (pupil, code), given, start = found, row[1:], 0
        elif first + number >= len(pupils):
            report.append(f"Row {number + 1} and after: the class has no more pupils.")
            break
        else:
            (pupil, code), given, start = pupils[first + number], row, asked.item
        room = items - start
        if any(cell.strip() for cell in given[room:]):
            more = "1 cell more" if len(given) - room == 1 else f"{len(given) - room} cells more"
            report.append(f"{code}: {more} than there are items, left out.")
        for item, text in enumerate(given[:room], start=start):
            *lines, answer = (part.strip() for part in text.split(" | "))
            if max(map(len, (answer, *lines))) > MOST_WRITTEN or len(lines) > bounds.MOST_LINES:
                report.append(f"{code}, item {item + 1}: too long for an answer; it was left out.")
            elif answer or lines:
                cells.append(TypedCell(pupil=pupil, item=item, answer="" if answer in BLANK else answer, lines=lines))
    return cells, report


def _first(row: Sequence[str]) -> str:
    return row[0].strip().casefold()


def _is_heading(row: Sequence[str]) -> bool:
    """A first row that names the columns: pupil, 1, 2, 3 …"""
    return all(not cell.strip() or cell.strip().rstrip(".").isdigit() for cell in row[1:])


def _rows(text: str, codes: Collection[str], *, comma: bool) -> list[list[str]]:
    """Rows of cells, parted by tabs as a spreadsheet copies them, or by semicolons or commas: by that behind which most
    codes of pupils stand, else by the first of these that there is."""
    signs = ("\t", ";") if comma else ("\t", ";", ",")
    parted = {sign: [r for r in csv.reader(io.StringIO(text.strip("\r\n")), delimiter=sign) if r] for sign in signs}
    known = {sign: sum(len(row) > 1 and _first(row) in codes for row in rows) for sign, rows in parted.items()}
    there = next((sign for sign in signs if sign in text), signs[-1])
    return parted[max(signs, key=lambda sign: (known[sign], sign == there))]
