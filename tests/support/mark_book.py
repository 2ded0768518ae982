"""Classes, sets and rounds over HTTP, as a client of the API has them."""

from datetime import date
from typing import Any

from keen_slate.services.mark import looking_back, rounds
from tests.support.signed_in import AtTheDesk

ITEMS = ("5 1/6 - 2 5/6", "2 3/4 + 1 5/6", "2/5 + 1/3")
CODES = ("Aspen", "Bramble", "Clover", "Daisy")


def forget_rounds() -> None:
    """As in a process that has shown none yet."""
    rounds.OPENED.forget()
    looking_back.PICTURES.forget()


class AtTheMarkBook(AtTheDesk):
    """Tests with classes, sets and rounds over HTTP."""

    def send(self, method: str, path: str, **body: Any) -> Any:
        answer = getattr(self.client, method)(f"/api/{path}", json=body)
        self.assertLess(answer.status_code, 400, answer.get_json())
        return answer.get_json()

    def refused(self, method: str, path: str, status: int, **body: Any) -> str:
        answer = getattr(self.client, method)(f"/api/{path}", json=body)
        self.assertEqual(answer.status_code, status, answer.get_json())
        return str(answer.get_json()["message"])

    def a_class(self, codes: tuple[str, ...] = CODES) -> Any:
        return self.send("post", "classes", name="5 Birch", year="5", pupils=[{"code": c} for c in codes])

    def a_set(self, items: tuple[str, ...] = ITEMS) -> Any:
        made = self.send("post", "sets", name="Raised beds")
        for text in items:
            made = self.send("post", f"sets/{made['id']}/examples", revision=made["revision"], text=text)
        return made

    def a_round(self, held_on: date = date(2026, 11, 26), items: tuple[str, ...] = ITEMS, **more: Any) -> Any:
        of_class, of_set = self.a_class(), self.a_set(items)
        body = {"class_id": of_class["id"], "set_id": of_set["id"], "held_on": held_on.isoformat(), **more}
        return self.send("post", "rounds", **body)

    def type_in(self, found: Any, *answers: tuple[int, int, str], lines: tuple[str, ...] = ()) -> Any:
        cells = [
            {"pupil": found["pupils"][p]["id"], "item": i, "answer": text, "lines": list(lines)}
            for p, i, text in answers
        ]
        return self.send("put", f"rounds/{found['id']}/cells", cells=cells)
