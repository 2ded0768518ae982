"""A set in open formats: JSON (read back without loss), CSV, LaTeX, SVG pictures and QTI 3.

What is read is checked whole before anything is written: a file with a fault changes nothing, and each fault is named
with its place.
"""

import csv
import io
import json
import re
from collections.abc import Callable, Iterable, Iterator
from fractions import Fraction
from typing import Any, Protocol
from uuid import UUID

from pydantic import ValidationError

from keen_slate.core.diagnosis.answers import Prepared, diagnose
from keen_slate.core.diagnosis.forms import Policy
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.fading import Fading, faded
from keen_slate.core.machine.school import UnknownChoice, school_from
from keen_slate.core.malrules.listing import BY_ID
from keen_slate.core.notation.manner import Manner
from keen_slate.core.notation.text import text_of
from keen_slate.core.pictures.read_off import picture_to_read
from keen_slate.core.pictures.shapes import told
from keen_slate.core.problem.blanks import solve
from keen_slate.core.problem.tree import (
    Chain,
    Comparison,
    Expr,
    FromPicture,
    InStory,
    decimal_or_number,
    decimal_places,
    evaluate,
)
from keen_slate.core.reading.reading import UnreadableProblem
from keen_slate.core.saying.say import say
from keen_slate.core.schools.listing import FACETS
from keen_slate.core.working.story_steps import answers_of
from keen_slate.core.working.work import DEFAULT_SCHOOL, Line, Working, work
from keen_slate.faults import NotPossible
from keen_slate.processes import Each
from keen_slate.render.boards import board_latex
from keen_slate.render.latex import SIGNS, latex
from keen_slate.render.mathml import mathml
from keen_slate.render.office.archives import zipped
from keen_slate.render.qti import Choice, ItemFile, PictureFile, assessment_xml, item_xml, manifest_xml
from keen_slate.services.line_up import chosen_words_of, kept, understood
from keen_slate.services.shapes.files import Imported, ImportFault, ImportRequest, SetFile, SetFileExample
from keen_slate.services.shapes.line_up import Plan, SetSummary, Task
from keen_slate.services.shapes.work import Edits
from keen_slate.services.telling import log_fault
from keen_slate.services.work.asked import Asked, chosen_words, read_in_words, task_of
from keen_slate.services.work.boards import laid_out, lines_of_steps, told_on_board
from keen_slate.services.work.choosing import lettered
from keen_slate.services.work.pictures import all_pictures, shown_picture
from keen_slate.services.work.stories import blocks_of
from keen_slate.store import sets, settings
from keen_slate.store.database import Belongings
from keen_slate.store.models import Example, ExampleSet
from keen_slate.store.teachers import note_of

MOST_LINES = 2000
"""Lines of a CSV file, far more than a lesson holds."""

COLUMNS = ("number", "problem", "answer", "demands", "role", "likely wrong answers")
NAMES = {"json": "json", "csv": "csv", "latex": "tex", "svg": "zip", "qti": "zip"}
TYPES = {
    "json": "application/json", "csv": "text/csv; charset=utf-8", "latex": "application/x-tex; charset=utf-8",
    "svg": "application/zip", "qti": "application/zip",
}  # fmt: skip
AT_ONCE = {"json": 2000, "csv": 200, "latex": 500, "svg": 150, "qti": 150}
"""Examples that are written while somebody waits: what takes less than a second."""

SPOKEN = {"json": "JSON", "csv": "CSV", "latex": "LaTeX", "svg": "SVG", "qti": "QTI"}

NOT_WORKED = "Keen Slate made a mistake of its own with this one; it is noted in the log. Take the others without it."
"""One line that breaks something does not take the file with it."""


class Written(Protocol):
    """What is written of a set."""

    @property
    def id(self) -> UUID: ...
    @property
    def name(self) -> str: ...
    @property
    def examples(self) -> Iterable[Example]: ...


def file_name(title: str, format: str) -> str:
    """The name of a set's file in a format."""
    name = re.sub(r"[^\w-]+", "-", title).strip("-").lower() or "set"
    return f"{name}.{NAMES[format]}"


class Formats:
    """Raises NotFound for a set that is not there."""

    def __init__(self, database: Belongings) -> None:
        self.database = database

    def export(self, set_id: UUID, format: str) -> tuple[str, str, bytes]:
        """The file's name, its media type and its contents."""
        with self.database.transaction() as session:
            if (count := sets.count_examples(session, set_id)) > AT_ONCE[format]:
                raise NotPossible(
                    f"This set has {count} examples; as {SPOKEN[format]} at most {AT_ONCE[format]} are written at "
                    "once. Under Print longer sets are written as well, one example after the other."
                )
            found = sets.open_set(session, set_id, shared=True)
            _, content = settings.read(session)
            note_of(session, self.database.owner, "exported a set", f"{set_id} as {format}")
        made = as_json(found) if format == "json" else WRITERS[format](found, content, map)
        return file_name(found.name, format), TYPES[format], made

    def take_in(self, request: ImportRequest) -> Imported:
        """Read a file into a new set. With any fault nothing is written, unless the rest is to be taken."""
        with self.database.transaction() as session:
            words = chosen_words_of(session)
            if request.format == "json":
                name, plan, liked, new, faults = read_json(request.content, words)
            else:
                plan, liked = None, []
                name = request.name or "Taken in"
                new, faults = read_csv(request.content, words)
            if not new or (faults and not request.take_rest):
                return Imported(set=None, faults=faults, readable=len(new))
            made = sets.make_set(session, request.name or name, liked)
            made = sets.rearrange(session, made.id, made.revision, new, plan.model_dump() if plan else None)
            listed = SetSummary(
                id=made.id, name=made.name, revision=made.revision, examples=len(new), changed_at=made.changed_at,
                sample=made.sample,
            )  # fmt: skip
            return Imported(set=listed, faults=faults, readable=len(new))


def as_json(found: ExampleSet) -> bytes:
    """The set as its own format, but for what is as usual; docs/set.schema.json describes it."""
    return (as_file(found).model_dump_json(indent=1, exclude_defaults=True) + "\n").encode()


def as_file(found: ExampleSet) -> SetFile:
    """All that is kept of a set, but for where it is kept."""
    return SetFile(
        format="keen-slate-set",
        version=1,
        name=found.name,
        plan=Plan.model_validate(found.plan) if found.plan else None,
        pictures=found.pictures,
        examples=[
            SetFileExample(
                problem=e.problem,
                typed=e.typed if e.typed != e.problem else "",
                school={facet: choice for facet, choice in e.school.items() if DEFAULT_SCHOOL[facet] != choice},
                edits=Edits.model_validate(e.edits),
                task=Task.model_validate(e.task),
            )
            for e in found.examples
        ],
    )


def read_json(
    content: str, words: Manner
) -> tuple[str, Plan | None, list[str], list[sets.NewExample], list[ImportFault]]:
    """The name, the plan, the kinds of pictures and the examples of a set's file, and what is wrong where."""
    try:
        file = SetFile.model_validate(json.loads(content))
    except json.JSONDecodeError as fault:
        where = f"line {fault.lineno}, character {fault.colno}"
        return (
            "",
            None,
            [],
            [],
            [_fault(where, "", "This is no JSON from here on. Choose a file that was saved as a set.")],
        )
    except RecursionError:
        return "", None, [], [], [_fault("the file", "", "This file is nested too deep to be a set.")]
    except ValidationError as fault:
        return "", None, [], [], [_fault(_place(e["loc"]), "", f"{e['msg']}.") for e in fault.errors()[:50]]
    except ValueError:  # a number of thousands of digits, which is not even read
        return "", None, [], [], [_fault("the file", "", "There is a number in this file that no set holds.")]
    new, faults = read_file(file, words)
    return file.name, file.plan, file.pictures, new, faults


def read_file(file: SetFile, words: Manner) -> tuple[list[sets.NewExample], list[ImportFault]]:
    """The examples of a set's file, and what is wrong where."""
    new: list[sets.NewExample] = []
    faults: list[ImportFault] = []
    for number, example in enumerate(file.examples, start=1):
        try:
            # A file writes decimals with a point, whatever sign the teacher chose.
            problem = read_in_words(example.problem, words)
            if example.task.mistake and example.task.mistake not in BY_ID:
                raise ValueError(f"There is no mistake “{example.task.mistake}”.")
            new.append(
                kept(problem, example.typed or example.problem, example.school, edits=example.edits, task=example.task)
            )
        except UnreadableProblem as fault:
            faults.append(_fault(f"example {number}", example.problem, say(fault.said, words)))
        except (UnknownChoice, ValueError) as fault:
            faults.append(_fault(f"example {number}", example.problem, str(fault)))
        except Exception as fault:
            log_fault(fault, "reading a file")
            faults.append(_fault(f"example {number}", example.problem, NOT_WORKED))
    return new, faults


def read_csv(content: str, words: Manner) -> tuple[list[sets.NewExample], list[ImportFault]]:
    """One problem a line, in the column “problem” or the first one; what is wrong on which line."""
    new: list[sets.NewExample] = []
    faults: list[ImportFault] = []
    reader = csv.reader(io.StringIO(content.lstrip("\ufeff").replace("\0", "\ufffd")), strict=False)
    column = 0
    try:
        for row in reader:
            if reader.line_num > MOST_LINES:
                faults.append(_fault(f"line {reader.line_num}", "", f"A set takes at most {MOST_LINES} lines."))
                break
            if reader.line_num == 1 and "problem" in [cell.strip().lower() for cell in row]:
                column = [cell.strip().lower() for cell in row].index("problem")
                continue
            text = _FORMULA_MARK.sub("", row[column].strip() if len(row) > column else "")
            if not text and not any(cell.strip() for cell in row):
                continue
            try:
                new.append(kept(read_in_words(text, words), text, {}, task=Task(locked=True)))
            except UnreadableProblem as fault:
                faults.append(_fault(f"line {reader.line_num}", text[:80], say(fault.said, words)))
            except Exception as fault:
                log_fault(fault, "reading a file")
                faults.append(_fault(f"line {reader.line_num}", text[:80], NOT_WORKED))
    except csv.Error as fault:
        faults.append(_fault(f"line {reader.line_num}", "", f"This line is no CSV: {fault}."))
    if not new and not faults:
        faults.append(_fault("the file", "", "There is no problem in this file. Write one on each line."))
    return new, faults


def as_csv(found: Written, content: dict[str, Any], each: Each = map) -> bytes:
    """A line an example; its problem reads back as it stands."""
    words = chosen_words(content.get("words", {}))

    def line(example: Example) -> list[str]:
        problem, demands, _ = understood(example.problem)
        asked = Asked(problem, school_from(FACETS, example.school), words)
        wrong = [
            f"{text_of(w.answer, asked.words)} ({asked.named(BY_ID[w.mistake].name)})" for w in _likely_wrong(asked)
        ]
        working, story = asked.work(), asked.problem.story
        answer = text_of(working.answer, asked.amounts)
        if story is not None:
            answer = " ".join(answers_of(story, working.derivation.end, words))
        cells = (asked.problem.text(words), answer, "; ".join(demands), _role(example), "; ".join(wrong))
        return [_no_formula(cell) for cell in cells]

    written = io.StringIO()
    writer = csv.writer(written, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    writer.writerows([number, *cells] for number, cells in enumerate(each(line, found.examples), start=1))
    return written.getvalue().encode("utf-8-sig")


def _no_formula(cell: str) -> str:
    """A cell that a spreadsheet takes for words: one that begins like a formula gets an apostrophe, which it hides."""
    return f"'{cell}" if cell.startswith(("=", "+", "-", "@", "\t", "\r")) else cell


_FORMULA_MARK = re.compile(r"^'(?=[=+\-@\t\r])")
"""The apostrophe, taken off again."""


def _role(example: Example) -> str:
    return str(example.task.get("role", "item"))


def as_latex(found: Written, content: dict[str, Any], each: Each = map) -> bytes:
    """A document that every LaTeX compiles: each problem with its working and the reasons.

    It is as a handout has them: in the teacher's words, without what is hidden, and where a mistake is to be found with
    nothing said of it.
    """
    lines = [
        r"\documentclass[11pt]{article}", r"\usepackage{iftex}", r"\usepackage{amsmath,amssymb}",
        r"\ifpdftex\usepackage[T1]{fontenc}\newcommand{\other}[1]{?}\else\newcommand{\other}[1]{#1}\fi",
        r"\begin{document}", rf"\section*{{{_tex(found.name)}}}", r"\begin{enumerate}",
    ]  # fmt: skip
    for item in each(lambda example: _item_in_tex(example, content), found.examples):
        lines += item
    lines += [r"\end{enumerate}", r"\end{document}", ""]
    return "\n".join(lines).encode()


def _item_in_tex(example: Example, content: dict[str, Any]) -> list[str]:
    lines: list[str] = []
    asked = Asked.read(example.problem, example.school, content.get("words", {}), kept=True)
    edits, task = Edits.model_validate(example.edits), Task.model_validate(example.task)
    finding = task.role == "find" and task.mistake in BY_ID
    if finding:
        edits = Edits()
    if isinstance(asked.problem.expr, FromPicture):  # LaTeX takes no SVG: what is to be seen is told
        shown = asked.say(told(picture_to_read(asked.problem.expr).picture))
        lines.append(rf"\item {_tex(task_of(asked))} \emph{{{_tex(shown)}}}")
        lines.append(rf"$\displaystyle {latex(asked.problem.expr, asked.amounts)}$")
    elif asked.problem.story is not None:
        lines.append(r"\item " + _told_in_tex(asked))
    else:
        lines.append(rf"\item {_tex(task_of(asked))} $\displaystyle {latex(asked.problem.expr, asked.amounts)}$")
    if finding:
        lines.append(r"\emph{Find the line that does not follow.}")
        working = work(asked.problem, asked.school, BY_ID[task.mistake])
    else:
        working = asked.work(edits.turns)
    lines += _worked_in_tex(asked, working, edits, content.get("organiser", "fitting"), silent=finding)
    if asked.problem.story is not None and not finding:
        answered = answers_of(asked.problem.story, working.derivation.end, asked.words)
        lines += [rf"\textbf{{{_tex(sentence)}}}" for sentence in answered]
    return lines


def _worked_in_tex(asked: Asked, working: Working, edits: Edits, organiser: str, *, silent: bool) -> Iterator[str]:
    """The lines of a working, aligned, and its boards as arrays; ``silent`` without what is said of them."""
    own = {e.line: e for e in edits.lines}
    place = {id(line): index for index, line in enumerate(working.lines)}
    run: list[str] = []
    for block in laid_out(asked, working, organiser):
        if isinstance(block, Line):
            edit = own.get(place[id(block)])
            if block.step is None or (edit is not None and edit.hidden) or (silent and block.is_question):
                continue
            said = "" if silent else (edit.reason if edit else "") or asked.say(block.said)
            run.append(rf"&{SIGNS[block.sign]} {latex(block.expr, asked.amounts)} && \text{{{_tex(said)}}} \\")
            continue
        yield from _aligned(run)
        run = []
        _, reasons = told_on_board(block, lines_of_steps(working), asked, edits, faded(working, Fading()))
        yield r"\[" + board_latex(block, asked.words) + r"\]"
        if reasons and not silent:
            yield r"\[\begin{array}{l}" + r" \\ ".join(rf"\text{{{_tex(r)}}}" for r in reasons) + r"\end{array}\]"
    yield from _aligned(run)


def _told_in_tex(asked: Asked) -> str:
    """The text of a story: paragraphs, and tables as they stand."""
    assert asked.problem.story is not None
    parts: list[str] = []
    for block in blocks_of(asked.problem.story, asked.words):
        if block.text is not None:
            parts.append(_tex(block.text))
            continue
        rows = [" & ".join(_tex(cell) for cell in row) for row in block.rows]
        head, *rest = rows
        body = r" \\ ".join([rf"{head} \\ \hline " + (rest[0] if rest else ""), *rest[1:]])
        parts.append(rf"\begin{{tabular}}{{{'|l' * len(block.rows[0])}|}} \hline {body} \\ \hline \end{{tabular}}")
    return "\n\n".join(parts)


def _aligned(rows: list[str]) -> list[str]:
    return [r"\begin{align*}", *rows, r"\end{align*}"] if rows else []


_TEX = {
    "\\": r"\textbackslash{}", "&": r"\&", "%": r"\%", "$": r"\$", "#": r"\#", "_": r"\_", "{": r"\{", "}": r"\}",
    "~": r"\textasciitilde{}", "^": r"\textasciicircum{}", "−": "$-$", "×": r"$\times$",
    "÷": r"$\div$", "≈": r"$\approx$", "–": "--", "—": "---", "“": "``", "”": "\'\'", "„": r"\quotedblbase{}",
    "‘": "`", "’": "\'", "…": r"\ldots{}", "½": r"$\frac{1}{2}$", "¼": r"$\frac{1}{4}$", "¾": r"$\frac{3}{4}$",
    "□": r"$\square$", "\u00a0": "~", "\u2009": r"\,", "\u2011": "-", "<": r"$<$", ">": r"$>$", "|": r"$|$",
    "€": r"\other{€}", "£": r"\pounds{}", "→": r"$\to$", "°": r"${}^\circ$",
}  # fmt: skip


def _tex(text: str) -> str:
    """A text in which nothing is a command; a letter that not every LaTeX has stands in a command of its own."""
    return "".join(_TEX.get(c, c if ord(c) < FIRST_FOREIGN else rf"\other{{{c}}}") for c in text)


FIRST_FOREIGN = 0x250
"""Behind the Latin letters, which every LaTeX has."""


def as_svg(found: Written, content: dict[str, Any], each: Each = map) -> bytes:
    """The pictures of every example, a file each."""

    def pictures(example: Example) -> list[tuple[str, bytes]]:
        asked = Asked.read(example.problem, example.school, content.get("words", {}), kept=True)
        return [(f"line-{at}-{kind}.svg", svg.encode()) for at, kind, svg in all_pictures(asked)]

    drawn = enumerate(each(pictures, found.examples), start=1)
    return zipped((f"{number:02}-{name}", svg) for number, files in drawn for name, svg in files)


def as_qti(found: Written, content: dict[str, Any], each: Each = map) -> bytes:
    """A QTI 3 package: each wrong choice is what a mistake leads to, under the mistake's id."""

    def files(numbered: tuple[int, Example]) -> list[tuple[str, bytes]]:
        item = _qti_item(*numbered, found.name, content)
        picture = [(item.picture.path, item.picture.svg)] if item.picture else []
        return [(f"items/{item.identifier}.xml", item_xml(item)), *picture]

    items = list(each(files, enumerate(found.examples, start=1)))
    listed = [(_identifier(n), *(path for path, _ in of)) for n, of in enumerate(items, start=1)]
    manifest = manifest_xml(f"set-{found.id}", listed)
    test = assessment_xml(f"test-{found.id}", found.name, [(item, path) for item, path, *_ in listed])
    return zipped([("imsmanifest.xml", manifest), ("test.xml", test), *(file for of in items for file in of)])


def _identifier(number: int) -> str:
    return f"item-{number:03}"


def _qti_item(number: int, example: Example, title: str, content: dict[str, Any]) -> ItemFile:
    asked = Asked.read(example.problem, example.school, content.get("words", {}), kept=True)
    right = asked.work().answer
    ticked = Task.model_validate(example.task).choices
    choices = [
        Choice(one.mistake or "right", mathml(one.answer, asked.amounts), _said_of(one.mistake, one.answer, asked))
        for _, one in lettered(asked.problem, asked.school, ticked)
    ]
    problem = asked.problem.expr
    answers: tuple[str, ...] = (text_of(right, asked.amounts),)
    one_way = True
    if isinstance(problem, Chain):
        solved = solve(problem.sides)
        answers = tuple(text_of(n, asked.words) for n in solved.numbers) or answers
        one_way = solved.count == 1
    picture = None
    story = asked.problem.story
    told = () if story is None else blocks_of(story, asked.words)
    if isinstance(problem, InStory):
        end = asked.work().derivation.end
        numbers = dict(end.found) if isinstance(end, InStory) else {}
        answers = tuple(text_of(numbers[name], asked.words) for name in problem.situation.asked)
        if len(answers) > 1:  # every question has its own answer, typed in
            choices = choices[:1]
    if isinstance(problem, FromPicture):
        drawn = shown_picture(picture_to_read(problem), asked)
        picture = PictureFile(f"pictures/{_identifier(number)}.svg", drawn.svg.encode(), drawn.told)
    typed_in = one_way and len(choices) <= 1
    return ItemFile(
        identifier=_identifier(number),
        picture=picture,
        title=f"{title} {number}",
        prompt=task_of(asked),
        mathml=mathml(problem, asked.amounts),
        answers=answers,
        one_way=one_way,
        choices=tuple(choices),
        spellings=_spellings(asked, answers, content) if typed_in else (),
        told=tuple(b.text if b.text is not None else tuple(map(tuple, b.rows)) for b in told),
    )


WRITERS: dict[str, Callable[[Written, dict[str, Any], Each], bytes]] = {
    "csv": as_csv, "latex": as_latex, "svg": as_svg, "qti": as_qti,
}  # fmt: skip


def _said_of(mistake: str, answer: Expr, asked: Asked) -> str:
    """What is said to whoever chose a wrong answer: the mistake that leads there, and a question about it."""
    return f"{asked.named(BY_ID[mistake].name)}. {asked.unsettled(BY_ID[mistake], answer)}" if mistake else ""


MOST_TIMES = 12
"""How often top and bottom are multiplied for the ways to write a value."""


def _spellings(asked: Asked, answers: tuple[str, ...], content: dict[str, Any]) -> tuple[str, ...]:
    """A single answer as it may be typed: what is worth the same, as far as the marking policy takes it."""
    if len(answers) != 1 or isinstance(asked.problem.expr, (Chain, Comparison, InStory)):
        return ()
    # Only the form of right answers is judged: what leads to wrong ones need not be known.
    found, prepared = [answers[0]], Prepared(asked.problem, work(asked.problem, asked.school).answer, {})
    policy: Policy = content.get("policy", "simplest-form")
    for written in _ways_to_write(evaluate(asked.problem.expr), asked.words):
        judged = diagnose(prepared, written, policy, decimal_comma=asked.words.decimal_comma)
        if judged.verdict == "right" and written not in found:
            found.append(written)
    return tuple(found)


def _ways_to_write(value: Fraction, words: Manner) -> Iterator[str]:
    """A value as a fraction and a mixed number, in more and more pieces, and as a decimal where it ends."""
    for times in range(1, MOST_TIMES + 1):
        top, bottom = abs(value.numerator) * times, value.denominator * times
        sign, (whole, rest) = ("-" if value < 0 else ""), divmod(top, bottom)
        yield f"{sign}{top}/{bottom}"
        if rest and whole:
            yield f"{sign}{whole} {rest}/{bottom}"
        elif not rest:
            yield f"{sign}{whole}"
    if decimal_places(value) is not None:
        yield words.decimal(text_of(decimal_or_number(value, decimals=True)))


def _likely_wrong(asked: Asked) -> Iterable[Any]:
    return () if isinstance(asked.problem.expr, Chain) else look_twice(asked.problem, asked.school).likely_wrong


def _place(loc: tuple[int | str, ...]) -> str:
    """Where in a file a fault is: ``examples[2].problem``."""
    text = ""
    for part in loc:
        text += f"[{part + 1}]" if isinstance(part, int) else f".{part}" if text else str(part)
    return text or "the file"


def _fault(where: str, text: str, message: str) -> ImportFault:
    return ImportFault(where=where, text=text, message=message)
