"""An errand that takes too long is ended, whatever it is doing, and the next one is done."""

import json
import os
import subprocess
import sys
import unittest
from uuid import UUID

from keen_slate.services.desk import Desk
from keen_slate.services.heavy import TOO_LONG, give_up
from keen_slate.services.shapes.work import AnswerRequest
from keen_slate.store.database import Database
from keen_slate.store.teachers import DESK
from tests.support.cluster import fresh_database
from tests.support.served import heavy

PROGRAM = """
import asyncio, json, os, sys
from uuid import UUID
from keen_slate.worker.own_process import OwnProcess

async def main():
    url, owner, short, long = sys.argv[1:]
    errands = OwnProcess(url, deadline=0.15)
    await errands.begin()
    first = await errands.do(UUID(owner), UUID(short))
    errands.deadline = 30
    second = await errands.do(UUID(owner), UUID(long))
    low = os.getpriority(os.PRIO_PROCESS, next(iter(errands._pool._processes)))
    errands.end()
    print(json.dumps([first, second, low]))

if __name__ == "__main__":
    asyncio.run(main())
"""


WHATEVER = """
import asyncio, json, os, sys
from uuid import UUID
from keen_slate.worker.own_process import OwnProcess
from tests.support.jobs import endless, greedy, nothing

NOBODY = UUID(int=0)

async def main():
    url = sys.argv[1]
    looks = iter([True, True, False])
    process = OwnProcess(url, endless)
    told = [await process.do(NOBODY, NOBODY, lambda: next(looks)), process._pool is None]
    process.does = nothing
    told += [await process.do(NOBODY, NOBODY), process._pool is None]
    before = list(process._pool._processes)
    process.does = greedy
    told += [await process.do(NOBODY, NOBODY), list(process._pool._processes) == before]
    process.does = nothing
    told += [await process.do(NOBODY, NOBODY), list(process._pool._processes) == before]
    process.end()
    print(json.dumps(told))

if __name__ == "__main__":
    asyncio.run(main())
"""


class OwnProcessTest(unittest.TestCase):
    def test_what_is_not_wanted_any_more_and_what_took_much_memory_end_the_process(self) -> None:
        done = subprocess.run(
            [sys.executable, "-c", WHATEVER, self.enterContext(fresh_database())],
            capture_output=True, text=True, timeout=120, check=False,
        )  # fmt: skip
        told = json.loads(done.stdout or "null")
        self.assertEqual(told, [True, True, True, False, True, False, True, False], done.stderr)

    def test_one_is_ended_and_the_next_is_done(self) -> None:
        url = self.enterContext(fresh_database())
        database = Database(url)
        self.addCleanup(database.engine.dispose)
        desk = Desk(database, DESK)
        asked = [AnswerRequest(text=heavy(n), answer=f"{n} 1/7") for n in (3, 4)]
        short, long = (desk.errands.put("diagnose", request, {}) for request in asked)
        done = subprocess.run(
            [sys.executable, "-c", PROGRAM, url, str(DESK), str(short), str(long)],
            capture_output=True, text=True, timeout=120, check=False,
        )  # fmt: skip
        lower = min(os.getpriority(os.PRIO_PROCESS, 0) + 10, 19)  # below whoever runs the tests
        self.assertEqual(json.loads(done.stdout or "null"), [False, True, lower], done.stderr)
        self.assertIsNone(desk.errands.look(short))
        give_up(desk, short)
        status, told = desk.errands.look(short) or (0, {})
        self.assertEqual((status, told["message"]), (503, TOO_LONG.message))
        self.assertEqual((desk.errands.look(long) or (0, {}))[0], 200)

    def test_too_many_at_once_are_refused(self) -> None:
        database = Database(self.enterContext(fresh_database()))
        self.addCleanup(database.engine.dispose)
        desk = Desk(database, DESK)
        put = [desk.errands.put("diagnose", AnswerRequest(text="1/2 + 1/3", answer=str(n)), {}) for n in range(40)]
        self.assertEqual(len({UUID(str(p)) for p in put}), 40)
        with self.assertRaisesRegex(ValueError, "Too much is being worked on"):
            desk.errands.put("diagnose", AnswerRequest(text="1/2 + 1/3", answer="5"), {})
