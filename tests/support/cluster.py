"""The throwaway PostgreSQL cluster of the tests, and a fresh database on it for whoever asks."""

import fcntl
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from uuid import uuid4

import psycopg

from keen_slate.launch.cluster import DATABASE, Cluster
from keen_slate.store.database import Database

HOME = Path(__file__).parents[2] / ".local" / "test-cluster"
_URL = "KEEN_SLATE_TEST_CLUSTER"


@contextmanager
def test_cluster() -> Iterator[None]:
    """Run the cluster while the block runs; tests find it by the environment. A second run in this folder waits."""
    HOME.mkdir(parents=True, exist_ok=True)
    with (HOME / "in-use").open("w") as in_use:
        fcntl.flock(in_use, fcntl.LOCK_EX)
        cluster = Cluster(HOME, durable=False)
        cluster.start()
        os.environ[_URL] = cluster.url
        try:
            yield
        finally:
            cluster.stop()


@contextmanager
def fresh_database(*, migrated: bool = True) -> Iterator[str]:
    """The address of a new database, gone again after the block."""
    cluster_url = os.environ[_URL]
    name = f"test_{uuid4().hex}"
    with psycopg.connect(cluster_url, autocommit=True) as connection:
        connection.execute(f"CREATE DATABASE {name}")
    url = cluster_url.removesuffix(DATABASE) + name
    try:
        if migrated:
            database = Database(url)
            database.migrate()
            database.engine.dispose()
        yield url
    finally:
        with psycopg.connect(cluster_url, autocommit=True) as connection:
            connection.execute(f"DROP DATABASE {name} WITH (FORCE)")
