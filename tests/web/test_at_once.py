"""What of a round is answered in the request itself, and what a worker is asked for, as ./start runs it."""

from typing import Any
from uuid import UUID

from keen_slate.services.desk import House
from keen_slate.services.heavy import do
from keen_slate.store.teachers import DESK
from keen_slate.web.app import create_app
from tests.support.mark_book import AtTheMarkBook
from tests.support.signed_in import let_in

HARD = "(2 1/2 - 1 3/5) + 3 1/4"
"""With a bracket: such items are looked through by the worker."""


class WhereItIsDone(AtTheMarkBook):
    def setUp(self) -> None:
        """A second client at the same desk, for whom there is a worker: this test, once it does what waits."""
        self.house = House(self.url)
        self.addCleanup(self.house.database.engine.dispose)
        self.served = create_app(self.house).test_client()
        let_in(self.served, self.house.entry.enter_desk(self.house.entry.desk_key())[0])

    def later(self, path: str) -> Any:
        """What a worker makes of a request that is not answered at once."""
        put = self.served.get(path)
        self.assertEqual(put.status_code, 202, put.get_data(as_text=True))
        where = put.headers["Location"]
        self.assertEqual(self.served.get(where).status_code, 202)
        do(self.house.desk(DESK), UUID(where.rpartition("/")[2]))
        done = self.served.get(where)
        self.assertEqual(done.status_code, 200, done.get_data(as_text=True))
        return done.get_json()

    def at_once(self, path: str) -> Any:
        answer = self.served.get(path)
        self.assertEqual(answer.status_code, 200, answer.get_data(as_text=True))
        return answer.get_json()

    def test_a_picture_once_its_items_are_known(self) -> None:
        found = self.a_round()
        path = f"/api/rounds/{found['id']}/picture"
        first = self.later(path)
        self.assertEqual(self.at_once(path), first)
        self.type_in(found, (0, 0, "3 4/6"), (1, 0, "2 1/3"))
        judged = self.at_once(path)
        self.assertEqual(judged["items"][0]["outcomes"], {"wrong": 1, "right": 1})
        self.assertEqual(judged, self.client.get(path).get_json(), "as it is where nothing waits")

    def test_a_cell_by_how_hard_its_item_is(self) -> None:
        found = self.a_round(items=("5 1/6 - 2 5/6", HARD))
        self.type_in(found, (0, 0, "3 4/6"), (1, 0, "3 4/6"), (0, 1, "4 3/20"))
        pupil, other = (p["id"] for p in found["pupils"][:2])
        cells = f"/api/rounds/{found['id']}/cells"
        light = self.at_once(f"{cells}/{pupil}/0")
        self.assertEqual((light["status"], light["equal"]), ("wrong", 1))
        self.assertEqual(light, self.client.get(f"{cells}/{pupil}/0").get_json())
        hard = self.later(f"{cells}/{pupil}/1")
        self.assertEqual((hard["status"], hard["equal"], hard["answer"]), ("right", 0, "4 3/20"))
        for missing in (f"{cells}/{other}/1", f"{cells}/{pupil}/7"):
            answer = self.served.get(missing)
            if answer.status_code == 202:  # of a hard item the worker says so
                where = answer.headers["Location"]
                do(self.house.desk(DESK), UUID(where.rpartition("/")[2]))
                answer = self.served.get(where)
            self.assertEqual(answer.status_code, 422, missing)
            self.assertEqual(answer.get_json()["message"], "There is no answer in this cell yet.")
