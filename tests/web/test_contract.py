"""Every answer of the API is of the shape that its description promises, checked by a JSON Schema library."""

import json
from pathlib import Path
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator
from werkzeug.test import TestResponse

from keen_slate.core.stories.library import BY_ID
from tests.support.generated import asked, expressions, sums
from tests.support.searching import searched
from tests.support.signed_in import AtTheDesk

DESCRIPTION: dict[str, Any] = json.loads((Path(__file__).parents[2] / "docs" / "openapi.json").read_text())
PROBLEMS = (
    "6 1/4 - 2 5/6", "2/3 + 1/4 + 5/6", "100 - 37.58", "4.8 × 2.5", "9.6 ÷ 0.24", "7^2 - (6 + 3) * (8 - 5)",
    "2/3 = ?/12 = 10/?", "?/18 + ?/9 + ?/3 = 25/18", "compare 3/7 and 5/11", "order 0.7, 2/3, 0.67", "simplify 84/126",
    "7/16 as a decimal", "2 3/4 as an improper fraction", "round 3.145 to 2 places", "62 1/2% of 80",
    "2 1/4 kg - 3/4 kg",
    "estimate 4 3/8 - 2 2/5", "1/97 + 1/89", "2 - 5 1/2", "1/7 + 0.5", BY_ID["stock"].form, BY_ID["seedlings"].form,
)  # fmt: skip


class Contract(AtTheDesk):
    def check(self, answer: TestResponse, path: str | None = None) -> Any:
        """The answer's body, once it is found to be as described."""
        method = answer.request.method.lower()
        described = DESCRIPTION["paths"][path or answer.request.path][method]["responses"]
        self.assertIn(str(answer.status_code), described, answer.get_data(as_text=True))
        schema = described[str(answer.status_code)]["content"]["application/json"]["schema"]
        whole = {**schema, "components": DESCRIPTION["components"]}
        body = answer.get_json()
        faults = [f"{e.json_path}: {e.message}" for e in Draft202012Validator(whole).iter_errors(body)]
        self.assertEqual(faults, [], answer.request.path)
        return body

    def ask(self, path: str, *allowed: int, **body: Any) -> Any:
        answer = self.client.post(path, json=body)
        self.assertIn(answer.status_code, allowed or (200,), answer.get_data(as_text=True))
        return self.check(answer)

    def test_a_wrong_shape_is_found(self) -> None:
        """What a body of another shape would meet: the check itself can fail."""
        described = DESCRIPTION["paths"]["/api/work"]["post"]["responses"]["200"]["content"]["application/json"]
        whole = {**described["schema"], "components": DESCRIPTION["components"]}
        self.assertTrue(list(Draft202012Validator(whole).iter_errors({"lines": "none"})))

    def test_everything_about_every_kind_of_problem(self) -> None:
        for text in PROBLEMS:
            with self.subTest(text=text):
                self.ask("/api/work", text=text)
                looked = self.ask("/api/second-look", text=text)
                self.ask("/api/ways", text=text)
                self.ask("/api/pictures", text=text)
                self.ask("/api/preview", text=text)
                self.ask("/api/diagnose", text=text, answer="3 4/6")
                self.ask("/api/better-numbers", text=text)
                for format in ("plain", "latex", "mathml"):
                    self.ask("/api/copy", text=text, format=format)
                for wrong in looked["likely_wrong"]:
                    self.ask("/api/wrong-working", text=text, mistake=wrong["mistake"])

    def test_stories(self) -> None:
        for text in (
            "A rope was 7 m long. 2 3/4 m were cut off. How much is left?",
            "no amounts here",
            BY_ID["stock"].form,
        ):
            self.ask("/api/story", text=text)
            self.ask("/api/preview", text=text)
            self.ask("/api/built-story", text=text, rows=[{"kind": "join", "total": "?0", "parts": ["#0", "#1"]}])
        self.ask("/api/built-story", 400, text="x", rows=[{"kind": "join", "total": "??", "parts": ["#0", "#1"]}])
        self.ask("/api/stories")
        self.ask("/api/story-numbers", text=BY_ID["stock"].form, locked=["stock"])
        self.ask("/api/story-numbers", text="1/2 + 1/3")
        self.ask("/api/story-numbers", 422, text="[")

    @searched(200)
    @given(st.text(max_size=80) | st.text("[]|=;:+×of 1/2m.?\\nt", max_size=60))
    def test_any_text_told(self, text: str) -> None:
        self.ask("/api/story", 200, 400, 422, text=text)
        self.ask("/api/work", 200, 400, 422, text=text)
        self.ask(
            "/api/built-story", 200, 400, 422, text=text, rows=[{"kind": "fit", "total": "#0", "parts": ["#1", "?0"]}]
        )

    def test_two_ways_and_a_pupils_lines(self) -> None:
        for text in ("6 1/4 - 2 5/6", "2 3/4 + 1 5/6", "1/2 × 4/9"):
            self.ask("/api/compare", text=text, other={"denominators": "product", "subtracting": "improper"})
            self.ask("/api/judge", text=text, lines=["= 3", "1/0", "= 3 1/2"])

    def test_sets(self) -> None:
        self.client.as_it_comes = True  # type: ignore[attr-defined]
        made = self.ask("/api/sets", 201, name="Planting")
        at, described = f"/api/sets/{made['id']}", "/api/sets/{set_id}"
        kept = self.client.post(
            f"{at}/examples", json={"revision": made["revision"], "text": "1/2 + 1/3", "school": {}}
        )
        revision = self.check(kept, f"{described}/examples")["revision"]
        self.check(self.client.get(at), described)
        self.check(self.client.get("/api/sets"))
        named = self.client.put(f"{at}/name", json={"revision": revision, "name": "Sowing"})
        self.check(named, f"{described}/name")
        self.check(self.client.put(f"{at}/name", json={"revision": revision, "name": "Late"}), f"{described}/name")
        self.check(self.client.put(f"{at}/order", json={"revision": -1, "order": []}), f"{described}/order")

    def test_settings(self) -> None:
        kept = self.check(self.client.get("/api/settings"))
        self.check(self.client.get("/api/settings/offered"))
        self.check(self.client.put("/api/settings", json=kept))
        self.check(self.client.put("/api/settings", json=kept))  # a second time: the revision has moved on

    @searched(120)
    @given(asked() | expressions() | sums() | st.text(max_size=30))
    def test_any_text_at_all(self, text: str) -> None:
        for path in ("/api/work", "/api/second-look", "/api/pictures", "/api/preview", "/api/ways"):
            self.ask(path, 200, 400, 422, text=text)
