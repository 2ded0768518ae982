"""The teacher's words in every place: whatever the API answers, exports and prints is searched for words that were not
chosen."""

import io
import re
from collections.abc import Iterator
from typing import Any
from zipfile import ZipFile

from pypdf import PdfReader

from tests.support.signed_in import AtTheDesk
from tests.support.working_off import work_off

FORMAL = {
    "regroup": "exchange", "quarter": "fourth", "top": "numerator", "bottom": "denominator", "common_bottom": "LCD",
    "common_multiple": "LCM", "greatest_common_factor": "highest common factor", "simplest_form": "lowest terms",
    "improper": "top-heavy", "over": "out of",
}  # fmt: skip
NOT_CHOSEN = re.compile(
    r"\b(regroup\w*|borrow\w*|quarters?|tops?(?!-heavy)|bottoms?|greatest common factor|simplest form|improper)\b", re.I
)
NAMES = {"name", "legend", "heading", "said", "asked", "label", "mistake_name", "text"}
"""Values that are words even where they are a single one."""

ITEMS = (
    "6 1/4 - 2 5/6", "5 1/6 - 2 5/6", "9 - 3 2/5", "2 3/4 + 1 5/6", "1/4 + 5/6", "simplify 18/24", "3/4 × 2/9",
    "2 1/2 × 1 1/5", "3/4 ÷ 2/3", "13/4 as a mixed number", "2 3/4 as an improper fraction", "2/3 = ?/12",
    "compare 3/4 and 5/6", "0.35 + 1.2", "4.05 - 1.8", "0.35 as a fraction", "30% of 240", "3/8 + 0.25",
    "(1/2 + 1/3) × 6", "read 2 3/4 from discs",
)  # fmt: skip


def sentences(found: Any, key: str = "") -> Iterator[str]:
    """Every value that is said to somebody."""
    if isinstance(found, dict):
        for name, value in found.items():
            yield from sentences(value, name)
    elif isinstance(found, list):
        for value in found:
            yield from sentences(value, key)
    elif isinstance(found, str) and (" " in found.strip() or key in NAMES):
        # Of a drawing or of something typeset what is read or heard, not its attributes.
        heard = re.findall(r'aria-label="([^"]*)"', found)
        yield " ".join([re.sub(r"<[^>]*>", " ", found), *heard])


class WordsEverywhere(AtTheDesk):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        kept = cls.client.get("/api/settings").get_json()
        settings = {**kept["settings"], "words": FORMAL}
        cls.client.put("/api/settings", json={"revision": kept["revision"], "settings": settings})
        made = cls.client.post("/api/sets", json={"name": "Boards"}).get_json()
        for text in ITEMS:
            body = {"revision": made["revision"], "text": text}
            answer = cls.client.post(f"/api/sets/{made['id']}/examples", json=body)
            assert answer.status_code == 201, (text, answer.get_data(as_text=True))
            made = answer.get_json()
        cls.set = made

    set: Any

    def clean(self, found: Any, where: str) -> None:
        for said in sentences(found):
            hit = NOT_CHOSEN.search(said)
            with self.subTest(where=where):
                self.assertIsNone(hit, f"{where}: {said[max(0, hit.start() - 60) : hit.end() + 40] if hit else ''}")

    def asked(self, method: str, path: str, **body: Any) -> Any:
        answer = self.client.open(path, method=method, json=body or None)
        self.assertLess(answer.status_code, 300, f"{path}: {answer.get_data(as_text=True)[:300]}")
        return answer.get_json()

    def test_what_is_worked_and_looked_at(self) -> None:
        for text in ITEMS:
            for path in ("work", "second-look", "ways", "pictures"):
                found = self.asked("POST", f"/api/{path}", text=text, words=FORMAL)
                for typed in ("problem", "asked"):
                    found.pop(typed, None)
                self.clean(found, f"{path} {text}")

    def test_what_is_said_of_answers(self) -> None:
        for text in ITEMS:
            looked = self.asked("POST", "/api/second-look", text=text, words=FORMAL)
            for wrong in looked["likely_wrong"][:6]:
                told = self.asked("POST", "/api/diagnose", text=text, words=FORMAL, answer=wrong["answer"]["text"])
                self.clean(told, f"diagnose {text} {wrong['answer']['text']}")
                self.clean(
                    self.asked("POST", "/api/wrong-on-purpose", text=text, words=FORMAL, mistake=wrong["mistake"]),
                    f"wrong {text} {wrong['mistake']}",
                )
            for said in ("12", "7", "both", "no", "1/2 = 1/3", "3/4 + 1/4 = 1"):
                self.clean(
                    self.asked("POST", "/api/called-out", text=text, words=FORMAL, said=said, at=1), f"called {text}"
                )
            self.clean(
                self.asked("POST", "/api/judge", text=text, words=FORMAL, lines=["1/2 + 1/3 = 2/5"]), f"judge {text}"
            )

    def test_line_up_and_show(self) -> None:
        at = f"/api/sets/{self.set['id']}"
        for path in ("/api/aims", f"{at}/glance", f"{at}/lesson", at, f"{at}/steps"):
            self.clean(self.asked("GET", path), path)

    def test_mark_and_look_back(self) -> None:
        of_class = self.asked("POST", "/api/classes", name="5 Birch", pupils=[{"code": "Aspen"}, {"code": "Bramble"}])
        begun = self.asked("POST", "/api/rounds", class_id=of_class["id"], set_id=self.set["id"], held_on="2026-11-27")
        answers = ("3 7/12", "2 4/6", "6 3/5", "3 8/10", "6/10", "9/12")
        cells = [
            {"pupil": pupil["id"], "item": item, "answer": answer}
            for pupil in begun["pupils"]
            for item, answer in enumerate(answers)
        ]
        self.clean(self.asked("PUT", f"/api/rounds/{begun['id']}/cells", cells=cells), "cells")
        self.clean(self.asked("GET", f"/api/rounds/{begun['id']}"), "round")
        self.clean(self.asked("GET", f"/api/rounds/{begun['id']}/picture"), "class picture")

    def test_settings(self) -> None:
        offered = self.asked("GET", "/api/settings/offered")
        del offered["words"]  # there all words stand to choose from
        self.clean(offered, "settings")

    def test_exports(self) -> None:
        for format in ("csv", "latex", "qti", "svg"):
            data = self.client.get(f"/api/sets/{self.set['id']}/export/{format}").data
            if format in ("qti", "svg"):
                with ZipFile(io.BytesIO(data)) as package:
                    texts = [package.read(name).decode() for name in package.namelist()]
            else:
                texts = [data.decode()]
            for text in texts:
                told = re.sub(r"<style.*?</style>|\\[a-z]+(\[[^]]*\])?|identifier=\"[^\"]*\"", " ", text, flags=re.S)
                if format == "csv":  # the columns are names of the format, and demands are ids
                    told = re.sub(r"\b[a-z]+(-[a-z]+)+\b|; regroup\b|\bregroup;", " ", told.partition("\n")[2])
                self.clean([re.sub(r'(class|data-\w+|style|d|id)="[^"]*"', " ", told)], format)

    def test_paper(self) -> None:
        for kind in ("worked", "pack"):
            job = self.asked("POST", f"/api/sets/{self.set['id']}/print", kind=kind, organiser="lines")
            work_off(self.url)
            reader = PdfReader(io.BytesIO(self.client.get(f"/api/print/{job['id']}/pdf").data))
            self.clean(["\n".join(page.extract_text() for page in reader.pages)], kind)
