"""A ladder against second looks, a handout against a plain document of its size: ``python -m bench.lesson``.

With ``--proof`` also the count that the tests take a sample of: 200 items of every demand, each judged by fractions.
"""

import gc
import json
import re
import subprocess
import sys
from functools import partial
from tempfile import TemporaryDirectory
from time import perf_counter
from typing import Any

import typst

from bench.cold import seconds
from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.ladder import ladder
from keen_slate.core.laddering.limits import numbers_key
from keen_slate.core.notation.layout import CLOSING
from keen_slate.core.notation.text import problem_text
from keen_slate.core.reading.reading import Problem, read
from keen_slate.services.line_up import understood
from keen_slate.services.printing import Item, Part, handout_pdf, item_data, part_data
from keen_slate.services.shapes.line_up import Task
from keen_slate.services.shapes.printing import PrintRequest
from keen_slate.services.shapes.work import Edits
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.laddered import items_for

ITEMS = 185
"""Items of a worked handout that fill about 30 pages."""

ROUNDS = 9
ITEMS_EACH = 200


def main(arguments: list[str]) -> int:
    if arguments[:1] == ["--make"]:
        make(arguments[1])
        return 0
    ladders()
    handout()
    if "--proof" in arguments:
        proof()
    return 0


def _look_at(problems: list[Problem]) -> None:
    for problem in problems:
        look_twice(problem)


def ladders() -> None:
    print("a ladder of 12 in second looks of its own items (at most 300)")
    for aim in AIMS:
        rungs = ladder(aim.wishes)
        looks = seconds(partial(_look_at, [rung.problem for rung in rungs])) / len(rungs)
        print(f"  {aim.id:24} {seconds(partial(ladder, aim.wishes)) / looks:6.0f}")


def handout() -> None:
    """A worked handout of 30 pages against the same lines and reasons set plainly.

    Once of a set whose items have been worked before, as opening it does, and once of one that has not.

    Each is made by a fresh process, since the typesetter remembers what it has set; the best of the rounds is taken.
    """
    made: dict[str, list[dict[str, Any]]] = {"plain": [], "handout": [], "from-nothing": []}
    for _ in range(ROUNDS):
        for what, results in made.items():
            results.append(made_by(what))
    best = {what: min(r["seconds"] for r in results) for what, results in made.items()}
    worked, plain = made["handout"][0], made["plain"][0]
    print(f"a worked handout of {worked['pages']} pages and {worked['fractions']} fractions, in bare compiles of")
    print(f"a plain document of {plain['pages']} pages with the same fractions and words (at most 2)")
    print(f"  of a set that has been opened: {best['handout'] / best['plain']:.2f}")
    print(f"  the items worked out as well:  {best['from-nothing'] / best['plain']:.2f}")


def made_by(what: str) -> dict[str, Any]:
    command = [sys.executable, "-m", "bench.lesson", "--make", what]
    answer: dict[str, Any] = json.loads(subprocess.run(command, capture_output=True, text=True, check=True).stdout)
    return answer


def make(what: str) -> None:
    """Make one document in this process and say how long that took."""
    request = PrintRequest(kind="worked", pictures=False)
    texts = [problem_text(r.problem.expr) for a in AIMS for r in ladder(a.wishes)]
    items = ([Item(problem=t, school={}, task=Task(), edits=Edits()) for t in texts] * 2)[:ITEMS]

    def data() -> list[dict[str, Any]]:
        set_items = [item_data(i, item, request, {}) | {"group": ""} for i, item in enumerate(items, 1)]
        return [part_data("A", Part(["A"], request, items, [""] * len(items)), set_items)]

    if what != "plain":
        if what == "handout":
            for item in items:
                understood(item.problem)  # as opening the set does
        gc.collect()
        gc.freeze()  # as the server does
        start = perf_counter()
        pdf = handout_pdf(request, "A", data())
        took = perf_counter() - start
    else:
        with TemporaryDirectory() as folder:
            path = f"{folder}/plain.typ"
            with open(path, "w") as file:
                file.write(plain_document(data()[0]["items"]))
            start = perf_counter()
            pdf = compiled(path)
            took = perf_counter() - start
    print(json.dumps({"seconds": took, "pages": pages_of(pdf), "fractions": _count(data())}))


def plain_document(items: list[dict[str, Any]]) -> str:
    """The same lines and reasons as paragraphs of plain markup."""
    paragraphs = ["#set text(11pt)\n#set par(spacing: 1.6em)"]
    for item in items:
        paragraphs.append(f"{item['number'].rstrip('.')} ${markup(item['problem']['node'])}$")
        for line in item["lines"]:
            words = re.sub(r"[#$*_<>@\\`]", " ", line["reason"])
            paragraphs.append(words if line["asks"] else f"$= {markup(line['shown']['node'])}$ {words}")
    return "\n\n".join(paragraphs)


def markup(node: list[Any]) -> str:
    """A node as the typesetter's own markup."""
    match node:
        case ["n", text]:
            return str(text)
        case ["o", sign]:
            return {"−": "-", "×": "times", "÷": "div"}.get(sign, str(sign))
        case ["w", words]:
            return f'"{words}"'
        case ["f", top, bottom]:
            return f"({markup(top)})/({markup(bottom)})"
        case ["m", whole, part]:
            return f"{markup(whole)} {markup(part)}"
        case ["r", nodes]:
            return " ".join(markup(n) for n in nodes)
        case ["b", bracket, inner]:
            return f"{bracket}{markup(inner)}{CLOSING[bracket]}"
        case ["p", base, exponent]:
            return f"{markup(base)}^{markup(exponent)}"
        case _:
            return "square"


def compiled(path: str) -> bytes:
    pdf = typst.compile(path, ignore_system_fonts=True)
    assert isinstance(pdf, bytes)
    return pdf


def pages_of(pdf: bytes) -> int:
    return pdf.count(b"/MediaBox")


def _count(node: Any) -> int:
    if isinstance(node, dict):
        return sum(_count(v) for v in node.values())
    if isinstance(node, list):
        return (node[:1] == ["f"]) + sum(_count(n) for n in node)
    return 0


def proof() -> None:
    judged = agreed = 0
    for demand in (d.id for d in DEMANDS):
        made = items_for(demand, ITEMS_EACH)
        different = len({numbers_key(read(t).expr) for t in made})
        assert different == len(made) == ITEMS_EACH, (demand, len(made), different)
        judged += len(made)
        agreed += sum(demand in by_fractions(t) and set(demands_of(read(t))) == by_fractions(t) for t in made)
    print(f"items drawn for {len(DEMANDS)} demands: {judged}, with the demand and no other by fractions: {agreed}")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
