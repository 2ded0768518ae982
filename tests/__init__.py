"""Tests. The gate tries the same examples each time; ``KEEN_SLATE_SEARCH=wander`` tries new ones."""

import os

from hypothesis import settings

settings.register_profile("gate", derandomize=True, deadline=None)
settings.register_profile("wander", deadline=None)
settings.load_profile(os.environ.get("KEEN_SLATE_SEARCH", "gate"))
