"""The throwaway PostgreSQL cluster of the tests, and a fresh database on it for whoever asks."""

import fcntl
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from uuid import uuid4

import psycopg

from keen_slate.launch.cluster import DATABASE, Cluster
from keen_slate.services.demo import load_demo
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
        _make_templates()
        try:
            yield
        finally:
            cluster.stop()


EMPTY, MIGRATED, DEMO = "template1", "template_migrated", "template_demo"
"""What a new database is copied from: nothing, the tables, the tables with the demo data."""


def _make_templates() -> None:
    make_database(MIGRATED, EMPTY)
    database = Database(url_of(MIGRATED))
    database.migrate()
    database.engine.dispose()
    make_database(DEMO, MIGRATED)
    database = Database(url_of(DEMO))
    load_demo(database)
    database.engine.dispose()


def url_of(name: str) -> str:
    return os.environ[_URL].removesuffix(DATABASE) + name


def make_database(name: str, template: str) -> None:
    """A new database, in the place of one of this name."""
    drop_database(name)
    with psycopg.connect(os.environ[_URL], autocommit=True) as connection:
        connection.execute(f"CREATE DATABASE {name} TEMPLATE {template} STRATEGY FILE_COPY")


def drop_database(name: str) -> None:
    with psycopg.connect(os.environ[_URL], autocommit=True) as connection:
        connection.execute(f"DROP DATABASE IF EXISTS {name} WITH (FORCE)")


@contextmanager
def fresh_database(*, migrated: bool = True) -> Iterator[str]:
    """The address of a new database, gone again after the block."""
    name = f"test_{uuid4().hex}"
    make_database(name, MIGRATED if migrated else EMPTY)
    try:
        yield url_of(name)
    finally:
        drop_database(name)
