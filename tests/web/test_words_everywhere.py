"""The teacher's words in every place: whatever the API answers, exports and prints is searched for words that were not
chosen."""

import csv
import io
import re
from collections.abc import Iterator
from typing import Any
from zipfile import ZipFile

from pypdf import PdfReader

from keen_slate.core.saying.words import VOCABULARY
from tests.support.signed_in import AtTheDesk
from tests.support.working_off import work_off

ONE_OF_EACH = {
    "regroup": "exchange", "quarter": "fourth", "top": "numerator", "bottom": "denominator", "common_bottom": "LCD",
    "common_multiple": "LCM", "greatest_common_factor": "highest common factor", "simplest_form": "lowest terms",
    "improper": "top-heavy", "over": "out of", "decimal_sign": ",",
}  # fmt: skip
STEMS = {"regroup": "regroup", "borrow": "borrow", "exchange": "exchang"}
"""The verbs in all their forms; “rename” is also what is done to a fraction, so it is not looked for."""
COMMON_ENGLISH = {"over", "out of", "rename"}


def not_chosen(words: dict[str, str]) -> re.Pattern[str]:
    """Every word that can be chosen and was not, in all its forms; and the decimal sign within a number."""
    others = [w for name, all in VOCABULARY.items() for w in all if w != words.get(name, all[0]) and len(w) > 1]
    found = [rf"{STEMS.get(w, re.escape(w))}\w*" for w in others if w not in COMMON_ENGLISH]
    sign = r"\." if words.get("decimal_sign") == "," else ","
    return re.compile(rf"\b({'|'.join(found)})\b(?!-heavy)|(?<![\w.,])\d+{sign}\d+\b(?![.,]\d)", re.I)


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


class OneOfEach(AtTheDesk):
    """Another word in each place."""

    words = ONE_OF_EACH
    items: tuple[str, ...] = ITEMS

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        kept = cls.client.get("/api/settings").get_json()
        settings = {**kept["settings"], "words": cls.words}
        cls.client.put("/api/settings", json={"revision": kept["revision"], "settings": settings})
        made = cls.client.post("/api/sets", json={"name": "Boards"}).get_json()
        for text in cls.items:
            body = {"revision": made["revision"], "text": text}
            answer = cls.client.post(f"/api/sets/{made['id']}/examples", json=body)
            assert answer.status_code == 201, (text, answer.get_data(as_text=True))
            made = answer.get_json()
        cls.set = made

    set: Any

    def clean(self, found: Any, where: str) -> None:
        chosen = {name: all[0] for name, all in VOCABULARY.items()} | self.words
        longer = re.compile("|".join(re.escape(word) for word in chosen.values() if " " in word), re.I)
        for said in sentences(found):
            within = [m.span() for m in longer.finditer(said)]
            hits = [m for m in not_chosen(self.words).finditer(said)
                    if not any(first <= m.start() and m.end() <= last for first, last in within)]  # fmt: skip
            with self.subTest(where=where):
                self.assertEqual([said[max(0, m.start() - 60) : m.end() + 40] for m in hits], [], where)

    def asked(self, method: str, path: str, **body: Any) -> Any:
        answer = self.client.open(path, method=method, json=body or None)
        self.assertLess(answer.status_code, 300, f"{path}: {answer.get_data(as_text=True)[:300]}")
        return answer.get_json()

    def test_what_is_worked_and_looked_at(self) -> None:
        for text in self.items:
            for path in ("work", "second-look", "ways", "pictures"):
                found = self.asked("POST", f"/api/{path}", text=text, words=self.words)
                for typed in ("problem", "asked"):
                    found.pop(typed, None)
                self.clean(found, f"{path} {text}")

    def test_what_is_said_of_answers(self) -> None:
        for text in self.items:
            looked = self.asked("POST", "/api/second-look", text=text, words=self.words)
            for wrong in looked["likely_wrong"][:6]:
                told = self.asked("POST", "/api/diagnose", text=text, words=self.words, answer=wrong["answer"]["text"])
                self.clean(told, f"diagnose {text} {wrong['answer']['text']}")
                for path in ("wrong-on-purpose", "likely-wrong"):
                    told = self.asked("POST", f"/api/{path}", text=text, words=self.words, mistake=wrong["mistake"])
                    self.clean(told, f"{path} {text} {wrong['mistake']}")
            for said in ("12", "7", "both", "no", "1/2 = 1/3", "3/4 + 1/4 = 1"):
                called = self.asked("POST", "/api/called-out", text=text, words=self.words, said=said, at=1)
                self.clean(called, f"called {text}")
            judged = self.asked("POST", "/api/judge", text=text, words=self.words, lines=["1/2 + 1/3 = 2/5"])
            self.clean(judged, f"judge {text}")

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
                    told = re.sub(r"\b[a-z]+(-[a-z]+)+\b|; regroup\b|\bregroup;", " ", text)
                    told = "\n".join(" | ".join(row[1:]) for row in [*csv.reader(told.splitlines())][1:])
                self.clean([re.sub(r'(class|data-\w+|style|d|id)="[^"]*"', " ", told)], format)

    def test_paper(self) -> None:
        for kind in ("worked", "pack"):
            job = self.asked("POST", f"/api/sets/{self.set['id']}/print", kind=kind, organiser="lines")
            work_off(self.url)
            reader = PdfReader(io.BytesIO(self.client.get(f"/api/print/{job['id']}/file").data))
            self.clean(["\n".join(page.extract_text() for page in reader.pages)], kind)


class OthersYet(OneOfEach):
    """The third of each where there is one; what was the second in the other class is not to be found here."""

    words = {"regroup": "borrow", "common_bottom": "lowest common denominator", "bottom": "denominator",
             "common_multiple": "lowest common multiple"}  # fmt: skip
    items = ITEMS[::3]


class AndOthers(OneOfEach):
    words = {"regroup": "rename", "common_bottom": "least common denominator", "top": "numerator",
             "common_multiple": "least common multiple", "quarter": "fourth"}  # fmt: skip
    items = ITEMS[1::3]


class Usual(OneOfEach):
    """Nothing chosen: no sentence has another word than the usual ones."""

    words: dict[str, str] = {}
    items = ITEMS[2::3]
