"""A ladder against second looks, a handout against a plain document of its size: ``python -m bench.lesson``.

With ``--proof`` also the count that the tests take a sample of: 200 items of every demand, each judged by fractions.
"""

import sys
from tempfile import TemporaryDirectory
from typing import Any

import typst

from bench.bare_work import seconds
from keen_slate.core.demands.find import demands_of
from keen_slate.core.demands.listing import DEMANDS
from keen_slate.core.laddering.aims import AIMS
from keen_slate.core.laddering.ladder import ladder, numbers_key
from keen_slate.core.problem.reading import read
from keen_slate.core.wording.notation import problem_text
from keen_slate.core.working.second_look import look_twice
from keen_slate.services.printing import Item, handout_pdf, item_data
from keen_slate.services.shapes import Edits, PrintRequest, Task
from tests.support.demands_by_fractions import demands as by_fractions
from tests.support.laddered import items_for

PAGES = 30
ITEMS_EACH = 200


def main(arguments: list[str]) -> int:
    ladders()
    handout()
    if "--proof" in arguments:
        proof()
    return 0


def ladders() -> None:
    print("a ladder of 12 in second looks of its own items (at most 300)")
    for aim in AIMS:
        rungs = ladder(aim.wishes)
        looks = seconds(lambda r=rungs: [look_twice(rung.problem) for rung in r]) / len(rungs)
        print(f"  {aim.id:24} {seconds(lambda a=aim: ladder(a.wishes)) / looks:6.0f}")


def handout() -> None:
    """A worked handout of 30 pages, from the set to the file, against plain text with as many fractions and pages."""
    request = PrintRequest(kind="worked", pictures=False)
    texts = [problem_text(r.problem.expr) for a in AIMS for r in ladder(a.wishes)]
    items = [Item(t, {}, Task(), Edits()) for t in texts]

    def data(count: int) -> list[dict[str, Any]]:
        chosen = (items * (count // len(items) + 1))[:count]
        return [{"title": "A", "items": [item_data(i, item, request, {}) for i, item in enumerate(chosen, 1)]}]

    count = 60
    while pages_of(handout_pdf(request, "A", data(count))) < PAGES:
        count += 10
    fractions = _count(data(count))
    plain = plain_document(fractions)
    ours = seconds(lambda: handout_pdf(request, "A", data(count)))
    with TemporaryDirectory() as folder:
        path = f"{folder}/plain.typ"
        with open(path, "w") as file:
            file.write(plain)
        bare_pages = pages_of(compiled(path))
        bare = seconds(lambda: compiled(path))
    print(f"a worked handout of {count} items and {fractions} fractions, {PAGES} pages: {ours / bare:.2f} of a plain")
    print(f"document of {bare_pages} pages with as many fractions (at most 2)")


def plain_document(fractions: int) -> str:
    """As many fractions in running text, a page broken so that there are 30."""
    a_page = -(-fractions // PAGES)
    page = " ".join(f"Take $5 3/{n % 9 + 2} - 2 1/{n % 7 + 2}$ away." for n in range(-(-a_page // 2)))
    return "#set text(11pt)\n" + "\n#pagebreak()\n".join([page] * PAGES)


def compiled(path: str) -> bytes:
    made = typst.compile(path, ignore_system_fonts=True)
    assert isinstance(made, bytes)
    return made


def pages_of(pdf: bytes) -> int:
    return pdf.count(b"/Type /Page\n") or pdf.count(b"/Type/Page/") or pdf.count(b"/MediaBox")


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
