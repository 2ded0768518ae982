"""Jobs that no handout is like: they show what becomes of the process in which jobs are done."""

import time
from uuid import UUID

from keen_slate.services.desk import Desk
from keen_slate.worker.own_process import MOST_KEPT


def endless(_: Desk, __: UUID) -> None:
    """Says nothing and never ends, as typesetting does not say anything."""
    while True:
        time.sleep(60)


def nothing(_: Desk, __: UUID) -> None:
    """Done at once."""


def greedy(_: Desk, __: UUID) -> None:
    """Takes more memory than a process may have taken and go on."""
    bytearray(b"\1") * (2 * MOST_KEPT * 1024)
