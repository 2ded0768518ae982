"""One installation on this machine: a database, web processes, workers, all of them watched over."""

import os
import shutil
import socket
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass

from keen_slate.launch.cluster import Cluster, ClusterTrouble
from keen_slate.launch.home import Home, Note
from keen_slate.launch.supervised import Supervised, rotate
from keen_slate.services.demo import load_demo
from keen_slate.services.desk import DISK
from keen_slate.services.teachers import Entry
from keen_slate.store.database import Database, newest_version
from keen_slate.web.premises import BadPremises, Premises, is_loopback

USUAL_PORT = 8470
WEB_PROCESSES = 2
LOOK_EVERY = 0.5


class PortInUse(RuntimeError):
    def __init__(self, port: int) -> None:
        super().__init__(f"Port {port} is in use. Choose another with --port, or leave it out.")


@dataclass(frozen=True)
class Options:
    port: int | None = None
    host: str = "127.0.0.1"
    demo: bool = True
    school: bool = False
    address: str = ""
    proxy: str = ""
    stand_in: bool = False


class Installation:
    def __init__(self, home: Home, options: Options) -> None:
        if not is_loopback(options.host) and not options.school:
            raise BadPremises("Beyond this machine Keen Slate serves a school only. Start it with --school.")
        if not is_loopback(options.host) and not options.address:
            raise BadPremises("Say with --address what browsers know it by, such as https://slate.school.example")
        self.home, self.options = home, options
        self.cluster: Cluster | None = None
        self.processes: list[Supervised] = []
        self.socket: socket.socket | None = None

    def start(self) -> None:
        """Raises AlreadyRuns, PortInUse, ClusterTrouble, BadAddress, BadPremises, NewerDatabase."""
        self.home.hold()
        self.socket = self._listen()
        self.port = int(self.socket.getsockname()[1])
        self.address = self.options.address.rstrip("/") or f"http://127.0.0.1:{self.port}"
        environment = self._environment()
        premises = Premises.from_environment(os.environ | environment)
        owner_url = self._database()
        environment["DATABASE_URL"] = self.url
        if self.cluster is not None:
            environment[DISK] = str(self.cluster.home)
        self._migrate(owner_url)
        if premises.sign_on is not None and self.options.stand_in:
            self._supervise(["keen_slate.stand_ins.sign_on"], environment, "stand-in-sign-on")
        for number in range(WEB_PROCESSES):
            proxy = ["--proxy", self.options.proxy] if self.options.proxy else []
            self._supervise(
                ["keen_slate.web", "--fd", str(self.socket.fileno()), *proxy], environment, f"web-{number + 1}"
            )
        for queue in ("print", "errands"):
            self._supervise(["keen_slate.worker", queue], environment, f"worker-{queue}")
        self._wait_until_healthy()
        self.home.tell(Note(os.getpid(), self.address, self.url, self.options.school))

    def greeting(self) -> Iterator[str]:
        """What is said last: the address to open."""
        yield from told_address(Note(os.getpid(), self.address, self.url, self.options.school))

    def watch(self) -> None:
        """Keep everything running until a signal ends it."""
        looks = 0
        while True:
            time.sleep(LOOK_EVERY)
            self.look()
            looks += 1
            if looks % 20 == 0:
                for log in (*self.home.logs.glob("*.log"), *([self.cluster.log] if self.cluster else [])):
                    rotate(log)

    def look(self) -> None:
        """Start again what has gone."""
        if self.cluster is not None and not self.cluster.lives():
            print("The database has gone; it is started again.", flush=True)
            try:
                self.cluster.revive()
            except ClusterTrouble as trouble:
                print(trouble, flush=True)
        for process in self.processes:
            if process.keep_alive():
                print(f"{process.log.stem} had ended, and was started again.", flush=True)

    def stop(self) -> None:
        for process in self.processes:
            process.stop()
        for process in self.processes:
            process.wait()
        if self.socket is not None:
            self.socket.close()
        if self.cluster is not None:
            self.cluster.stop()
        self.home.leave()

    def _supervise(self, module: list[str], environment: dict[str, str], name: str) -> None:
        assert self.socket is not None
        sockets = [self.socket.fileno()] if "--fd" in module else []
        self.processes.append(Supervised(module, environment, self.home.logs / f"{name}.log", sockets=sockets))

    def _listen(self) -> socket.socket:
        wanted = self.options.port
        for port in (wanted,) if wanted is not None else (USUAL_PORT, 0):
            try:
                return socket.create_server((self.options.host, port), backlog=512)
            except OSError:
                continue
        raise PortInUse(wanted or USUAL_PORT)

    def _environment(self) -> dict[str, str]:
        found = {"KEEN_SLATE_SCHOOL": "1" if self.options.school else "", "KEEN_SLATE_ADDRESS": ""}
        if self.options.school:
            found["KEEN_SLATE_ADDRESS"] = self.address
        if "KEEN_SLATE_METRICS_KEY" in os.environ:
            counted = self.home.folder / "metrics"
            shutil.rmtree(counted, ignore_errors=True)
            counted.mkdir()
            found["PROMETHEUS_MULTIPROC_DIR"] = str(counted)
        if self.options.stand_in:
            from keen_slate.stand_ins.sign_on import settings

            found |= settings(self.address)
        return found

    def _database(self) -> str:
        """The address as which tables are made; ``url`` is the one as which the program runs."""
        given = os.environ.get("DATABASE_URL")
        if given:
            self.url = given
            return os.environ.get("DATABASE_OWNER_URL") or given
        self.cluster = Cluster(self.home.folder / "cluster")
        self.cluster.start()
        role = self.cluster.make_app_user()
        self.url = self.cluster.app_url
        self._role = role
        return self.cluster.url

    def _migrate(self, owner_url: str) -> None:
        database = Database(owner_url)
        database.must_answer()
        before = database.version()
        if self.cluster is not None and before not in (None, newest_version()):
            self.home.backups.mkdir(exist_ok=True, mode=0o700)
            self.cluster.dump(self.home.backups / f"before-{newest_version()}-{time.strftime('%Y%m%d-%H%M%S')}.dump")
        database.migrate()
        if self.cluster is not None:
            database.allow(self._role)
        if self.options.demo:
            load_demo(database, school=self.options.school)
        database.engine.dispose()

    def _wait_until_healthy(self) -> None:
        for _ in range(300):
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/healthz", timeout=2) as response:
                    if response.status == 200:
                        return
            except (urllib.error.URLError, ConnectionError, TimeoutError):
                time.sleep(0.1)
            if all(p.process.poll() is not None for p in self.processes):
                break
        raise ClusterTrouble(f"The web server did not start. Its log is {self.home.logs / 'web-1.log'}.")


def told_address(note: Note) -> Iterator[str]:
    """How to come in: on one's own desk a fresh address that opens once."""
    entry = Entry(Database(note.database))
    if not note.school:
        yield f"Keen Slate is ready: {note.address}/enter?key={entry.desk_key()}"
        return
    if (path := entry.first_link()) is not None:
        yield f"Nobody administers yet. Choose a name and a password here, within a week: {note.address}{path}"
    yield f"Keen Slate is ready: {note.address}/"
