"""Tests. How wide they search is said in ``tests/support/searching.py``."""

import tests.support.searching  # noqa: F401  # its profile is in force for every test
