"""What is told of everything that can go wrong and that a person can mend: an HTTP status and a sentence."""

import logging
import traceback
from dataclasses import dataclass

from keen_slate.core.machine.engine import EngineFault
from keen_slate.core.machine.school import UnknownChoice
from keen_slate.core.notation.text import text_of
from keen_slate.core.reading.reading import UnreadableProblem
from keen_slate.faults import (
    BadOrder,
    ChangedMeanwhile,
    DatabaseFull,
    DatabaseUnavailable,
    NotAllowed,
    NotFound,
    NotPossible,
    SlowDown,
    UnknownWord,
    WrongKey,
)
from keen_slate.services.work.asked import unreadable

LOG = logging.getLogger("keen_slate")

ENGINE_FAULT = (
    "Keen Slate made a mistake of its own here and stopped, so that nothing false is shown. It is noted in the log. "
    "Try another way of working, or change a number."
)
UNEXPECTED = "Something went wrong in Keen Slate. What you typed is still yours; do it again, or load the page."
FULL = (
    "The disk of the database is full: nothing can be kept until there is room. What you typed is still here; tell "
    "whoever looks after this machine."
)


@dataclass(frozen=True)
class Told:
    status: int
    message: str
    position: int | None = None


def told_of(fault: Exception, doing: str) -> Told:
    """What is told of a fault met while ``doing`` something; what is no fault of whoever asked goes into the log."""
    match fault:
        case UnreadableProblem():
            found = unreadable(fault)
            return Told(422, found.message, found.position)
        case UnknownChoice() | UnknownWord() | NotPossible():
            return Told(422, str(fault))
        case NotFound():
            return Told(404, f"This {fault.what} is not here any more. Load the page again to see what is.")
        case ChangedMeanwhile():
            return Told(409, "This was changed in another place since you opened it. Nothing was overwritten.")
        case BadOrder():
            return Told(422, "A new order must hold every example of the set once. Load the page again.")
        case WrongKey():
            return Told(401, str(fault))
        case NotAllowed():
            return Told(403, str(fault))
        case SlowDown():
            return Told(429, str(fault))
        case DatabaseFull():
            LOG.error("the disk of the database is full")
            return Told(507, FULL)
        case DatabaseUnavailable():
            LOG.error("the database does not answer")
            return Told(503, "The database does not answer. Nothing was lost; wait a moment and do it again.")
        case EngineFault():
            problem = text_of(fault.problem) if fault.problem is not None else "?"
            LOG.error("%s: a fault of ours in working “%s”\n%s", doing, problem, _frames(fault))
            return Told(500, ENGINE_FAULT)
        case _:
            log_fault(fault, doing)
            return Told(500, UNEXPECTED)


def log_fault(fault: BaseException | None, doing: str) -> None:
    LOG.error("%s failed\n%s", doing, _frames(fault) if fault is not None else "")


def _frames(fault: BaseException) -> str:
    """Where it happened and of what kind it is, without the values that its message may hold."""
    frames = "".join(traceback.format_tb(fault.__traceback__))
    cause = f"\nafter\n{_frames(fault.__cause__)}" if fault.__cause__ is not None else ""
    return f"{frames}{type(fault).__name__}{cause}"
