"""How wide the tests search.

``KEEN_SLATE_SEARCH`` names it: ``gate`` (as nothing does) tries the same examples in each run, a share of them;
``deep`` all of them, and what is slow by nature; ``wander`` new ones. Two are joined by a comma: ``deep,wander``.
"""

import os
import unittest

from hypothesis import settings

MODES = frozenset(os.environ.get("KEEN_SLATE_SEARCH", "gate").split(","))
DEEP = "deep" in MODES
SHARE = 1 if DEEP else 8
"""One in so many examples is tried."""

FEWEST = 8

settings.register_profile("keen-slate", derandomize="wander" not in MODES, deadline=None)
settings.load_profile("keen-slate")

only_deep = unittest.skipUnless(DEEP, "slow by nature: run with KEEN_SLATE_SEARCH=deep")


def searched(examples: int, share: int = SHARE) -> settings:
    """So many examples in a deep search, a share of them at the gate."""
    return settings(max_examples=examples if DEEP else min(examples, max(examples // share, FEWEST)))
