"""A document as one web page that stands alone, and as the pages of a book: MathML, pictures as drawings within."""

from html import escape

from keen_slate.render.office.formulas import mathml_text
from keen_slate.render.office.pages import (
    NOTICED,
    Block,
    Cell,
    Document,
    Item,
    Paragraph,
    Picture,
    Room,
    Run,
    Section,
    Table,
    Text,
)

STYLE = """
body { font: 1em/1.5 system-ui, sans-serif; max-width: 46em; margin: 2em auto; padding: 0 1em; }
h1 { font-size: 1.5em; } h2 { font-size: 1.1em; margin: 1.6em 0 0.4em; } math { font-size: 1.15em; }
p { margin: 0.35em 0; } .i1 { margin-left: 1.5em; } .i2 { margin-left: 3em; } .boxed { border: 2px solid; padding: 0.5em; }
.room { border-bottom: 1px solid; height: 2em; } table { border-collapse: collapse; margin: 0.5em 0 0.5em 1.5em; }
.told td, .told th { border: 1px solid; padding: 0.2em 0.6em; } .columns td { text-align: center; padding: 0.1em 0.25em; min-width: 1em; }
.below { border-bottom: 2px solid; } .left { border-left: 2px solid; } sup { font-size: 0.7em; } svg { max-width: 100%; height: auto; }
section + section { break-before: page; margin-top: 3em; } figure { margin: 0.5em 0 0.5em 1.5em; }
"""  # noqa: E501


def html_of(document: Document) -> bytes:
    """One file that needs no other."""
    body = "".join([section_html(section) for section in document.sections])
    return (
        f'<!doctype html>\n<html lang="en"><head><meta charset="utf-8"/>'
        f'<meta name="viewport" content="width=device-width, initial-scale=1"/><title>{escape(document.title)}</title>'
        f"<style>{STYLE}</style></head><body>{body}</body></html>\n"
    ).encode()


def section_html(section: Section) -> str:
    """A section as XHTML."""
    items = [_item(item) for item in section.items]
    fields = [f'<p class="room">{escape(field)}:</p>' for field in section.fields]
    noticed = f"<p>{NOTICED}</p>{_block(Room(3))}" if section.noticed else ""
    return f"<section><h1>{escape(section.title)}</h1>{''.join(fields)}{''.join(items)}{noticed}</section>"


def _item(item: Item) -> str:
    group = f"<p><b>{escape(item.heading)}</b></p>" if item.heading else ""
    blocks = "".join([_block(block) for block in item.blocks()])
    return f"{group}<h2>{escape(item.number)} {_runs(item.asked)}</h2>{blocks}"


def _block(block: Block) -> str:
    match block:
        case Paragraph(runs, indent, boxed):
            return f'<p class="i{indent}{" boxed" * boxed}">{_runs(runs)}</p>'
        case Table():
            return _table(block)
        case Picture(svg, _, _, caption):
            told = f"<figcaption>{escape(caption)}</figcaption>" if caption else ""
            return f"<figure>{svg}{told}</figure>"
        case Room(lines):
            return '<div class="room"></div>' * lines


def _runs(runs: tuple[Run, ...]) -> str:
    return "".join([_run(run) for run in runs])


def _run(run: Run) -> str:
    if not isinstance(run, Text):
        return mathml_text(run.node, run.told)
    written = escape(run.text)
    for wanted, name in ((run.bold, "b"), (run.italic, "i"), (run.struck, "s"), (run.raised, "sup")):
        written = f"<{name}>{written}</{name}>" if wanted else written
    return written


def _table(table: Table) -> str:
    rows: list[str] = []
    for number, cells in enumerate(table.rows):
        name = "th" if table.heads and not number else "td"
        rows.append("<tr>" + "".join([_cell(cell, name) for cell in cells]) + "</tr>")
    label = f' aria-label="{escape(table.told)}"' if table.told else ""
    kind = "told" if table.heads else "columns"
    return f'<table class="{kind}"{label}><tbody>{"".join(rows)}</tbody></table>'


def _cell(cell: Cell, name: str) -> str:
    drawn = " ".join(side for side, is_drawn in (("below", cell.below), ("left", cell.left)) if is_drawn)
    lines = f' class="{drawn}"' if drawn else ""
    return f"<{name}{lines}>{_runs(cell.runs)}</{name}>"
