"""All data of the private cluster as one file, and back."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from keen_slate.launch.cluster import Cluster, ClusterTrouble
from keen_slate.launch.home import AlreadyRuns, Home
from keen_slate.store.database import Database


def back_up(home: Home, file: Path) -> str:
    """Write all data into a new file, while Keen Slate runs or not. Returns what to say. Raises ClusterTrouble."""
    if file.exists():
        raise ClusterTrouble(f"{file} is there already. Choose another name, or move it away.")
    if not file.parent.is_dir():
        raise ClusterTrouble(f"There is no folder {file.parent}. Make it, or choose another.")
    unfinished = file.with_name(file.name + ".unfinished")
    try:
        with _running(home) as cluster:
            cluster.dump(unfinished)
        unfinished.rename(file)
    except OSError as trouble:
        raise ClusterTrouble(f"{file} could not be written: {trouble.strerror}.") from trouble
    finally:
        unfinished.unlink(missing_ok=True)
    return f"Everything is in {file} ({file.stat().st_size / 1e6:.1f} MB). Keep it where only you can read it."


def put_back(home: Home, file: Path) -> str:
    """Put back what a backup holds, in the place of all that is there; what was there is kept as another backup. Not
    while Keen Slate runs. Raises ClusterTrouble and AlreadyRuns."""
    if not file.is_file():
        raise ClusterTrouble(f"There is no file {file}.")
    with file.open("rb") as opened:
        if opened.read(5) != b"PGDMP":
            raise ClusterTrouble(f"{file} is no backup of Keen Slate. Choose a file that ./start backup wrote.")
    home.hold()
    cluster = Cluster(home.folder / "cluster")
    cluster.start()
    try:
        role = cluster.make_app_user()
        home.backups.mkdir(exist_ok=True, mode=0o700)
        aside = _unused(home.backups, "before-restore")
        cluster.dump(aside)
        cluster.restore(file)
        database = Database(cluster.url)
        database.migrate()
        database.allow(role)
        database.engine.dispose()
    finally:
        cluster.stop()
        home.leave()
    return f"Everything in {file} is back. What was there before is in {aside}."


def _unused(folder: Path, name: str) -> Path:
    return next(p for n in range(1, 100_000) if not (p := folder / f"{name}-{n}.dump").exists())


@contextmanager
def _running(home: Home) -> Iterator[Cluster]:
    """The cluster of this folder: the one that runs, or started for as long as it takes."""
    cluster = Cluster(home.folder / "cluster")
    if not (cluster.data / "PG_VERSION").exists():
        raise ClusterTrouble("There is nothing here to back up yet. With DATABASE_URL, use that server's own backups.")
    try:
        home.hold()
    except AlreadyRuns:
        cluster.find()
        yield cluster
        return
    cluster.start()
    try:
        yield cluster
    finally:
        cluster.stop()
        home.leave()
