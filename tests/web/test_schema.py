"""The whole API against its own description: generated requests, good and bad, as schemathesis makes them.

Every check of schemathesis is made but these: ``ignored_auth``, since the cookie is not described as a security scheme
(who is let in is tested in test_door.py); ``positive_data_acceptance``, since no schema can say that a text is a
problem or that a set is there. Left out is ``/api/sign-out``, which would sign the tester out.
"""

import unittest
from typing import Any

import hypothesis
import schemathesis
from schemathesis.checks import CHECKS

from tests.support.cluster import fresh_database
from tests.support.searching import DEEP
from tests.support.signed_in import at_the_desk

EXCLUDED = ("ignored_auth", "positive_data_acceptance")
LEFT_OUT = "signOut"
EXAMPLES = 150 if DEEP else 4


class Schema(unittest.TestCase):
    def test_nothing_is_found(self) -> None:
        client = at_the_desk(self.enterContext(fresh_database()))
        cookie = client.get_cookie("keen-slate-80")
        assert cookie is not None
        schema = schemathesis.openapi.from_wsgi("/api/openapi.json", client.application)
        checks = [c for c in CHECKS.get_all() if c.__name__ not in EXCLUDED]
        self.assertGreater(len(checks), 8)
        asked = 0
        for result in schema.get_all_operations():
            operation = result.ok()
            if operation.definition.raw.get("operationId") == LEFT_OUT:
                continue
            with self.subTest(operation=operation.label):
                asked += self.search(operation, checks, {cookie.key: cookie.value})
        self.assertGreater(asked, 50)

    def search(self, operation: Any, checks: list[Any], cookies: dict[str, str]) -> int:
        count = 0

        @hypothesis.given(case=operation.as_strategy())
        @hypothesis.settings(
            max_examples=EXAMPLES,
            deadline=None,
            derandomize=True,
            database=None,
            suppress_health_check=list(hypothesis.HealthCheck),
        )
        def search(case: Any) -> None:
            nonlocal count
            count += 1
            case.call_and_validate(cookies=cookies, headers={"Accept-Encoding": "identity"}, checks=checks)

        search()
        return count
