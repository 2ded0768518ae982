"""The folder of one installation: its cluster, its logs, and the note of who runs in it."""

import fcntl
import json
import os
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import IO


class AlreadyRuns(RuntimeError):
    """Another one runs in this folder; the message says where."""


class DoesNotRun(RuntimeError):
    """Nothing runs in this folder."""


@dataclass(frozen=True)
class Note:
    """Who runs here, at which address and on which database."""

    pid: int
    address: str
    database: str
    school: bool


class Home:
    """Held by one process at a time, as long as that lives."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        folder.mkdir(parents=True, exist_ok=True)
        # The server of the cluster may run as another user, who must get through here and read nothing.
        folder.chmod(0o711)
        self._held: IO[str] | None = None

    @classmethod
    def usual(cls) -> "Home":
        named = os.environ.get("KEEN_SLATE_HOME")
        return cls(Path(named).resolve() if named else Path(__file__).parents[2] / ".local")

    @property
    def logs(self) -> Path:
        return self.folder / "logs"

    @property
    def backups(self) -> Path:
        return self.folder / "backups"

    @property
    def _note(self) -> Path:
        return self.folder / "running.json"

    def hold(self) -> None:
        """Raises AlreadyRuns."""
        held = (self.folder / "in-use").open("w")
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            held.close()
            try:
                note = self.note()
            except DoesNotRun:
                raise AlreadyRuns("Keen Slate is being started in this folder already. Wait for its address.") from None
            raise AlreadyRuns(
                f"Keen Slate runs already: {note.address} (process {note.pid}). Run ./start address to open it, or end "
                "that one with Ctrl-C first."
            ) from None
        self._held = held
        self._note.unlink(missing_ok=True)

    def tell(self, note: Note) -> None:
        written = self._note.with_suffix(".new")
        written.touch(mode=0o600)
        written.write_text(json.dumps(asdict(note)))
        written.replace(self._note)

    def note(self) -> Note:
        """Who runs here. Raises DoesNotRun."""
        try:
            note = Note(**json.loads(self._note.read_text()))
            os.kill(note.pid, 0)
        except PermissionError:
            raise DoesNotRun("Keen Slate was started by another user of this machine. Ask them.") from None
        except (OSError, ValueError, TypeError):
            raise DoesNotRun("Keen Slate does not run in this folder. Run ./start first.") from None
        return note

    def leave(self) -> None:
        if self._held is not None:
            self._note.unlink(missing_ok=True)
            self._held.close()
            self._held = None
