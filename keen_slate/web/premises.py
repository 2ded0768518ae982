"""Where this installation stands: on one teacher's own desk, or in a school, and at which address."""

import os
from collections.abc import Mapping
from dataclasses import dataclass
from urllib.parse import urlsplit

LOOPBACK = ("127.0.0.1", "localhost", "[::1]")


def is_loopback(host: str) -> bool:
    """Whether only this machine reaches what is served there.

    >>> is_loopback("::1"), is_loopback("0.0.0.0")
    (True, False)
    """
    return host in LOOPBACK or f"[{host}]" in LOOPBACK


class BadPremises(ValueError):
    """What the environment says does not fit together; the message says what to set."""


@dataclass(frozen=True)
class SignOn:
    """The school's own sign-on, by OpenID Connect."""

    name: str
    issuer: str
    client_id: str
    client_secret: str


@dataclass(frozen=True)
class Premises:
    """``address`` is what browsers know it by, such as ``https://slate.school.example``; on one's own desk it is the
    loopback address, on any port."""

    school: bool = False
    address: str = ""
    sign_on: SignOn | None = None

    @classmethod
    def from_environment(cls, environment: Mapping[str, str] = os.environ) -> "Premises":
        """Raises BadPremises."""
        school = environment.get("KEEN_SLATE_SCHOOL") == "1"
        address = environment.get("KEEN_SLATE_ADDRESS", "").rstrip("/")
        if address:
            parts = urlsplit(address)
            if parts.scheme not in ("http", "https") or not parts.hostname or parts.path or parts.query:
                raise BadPremises("KEEN_SLATE_ADDRESS must be scheme and host, such as https://slate.school.example")
        issuer = environment.get("KEEN_SLATE_SIGN_ON", "").rstrip("/")
        if not issuer:
            return cls(school, address)
        missing = [
            n for n in ("KEEN_SLATE_SIGN_ON_CLIENT", "KEEN_SLATE_SIGN_ON_SECRET") if not environment.get(n)
        ]  # fmt: skip
        if missing or not school or not address:
            wanted = [*missing, *([] if school else ["--school"]), *([] if address else ["KEEN_SLATE_ADDRESS"])]
            raise BadPremises(f"The school's sign-on (KEEN_SLATE_SIGN_ON) needs {', '.join(wanted)} as well.")
        return cls(
            school,
            address,
            SignOn(
                environment.get("KEEN_SLATE_SIGN_ON_NAME") or urlsplit(issuer).hostname or "the school",
                issuer,
                environment["KEEN_SLATE_SIGN_ON_CLIENT"],
                environment["KEEN_SLATE_SIGN_ON_SECRET"],
            ),
        )

    @property
    def encrypted(self) -> bool:
        return self.address.startswith("https://")

    @property
    def hosts(self) -> list[str]:
        """The names under which it answers: no other name that leads here does."""
        own = urlsplit(self.address).hostname if self.address else None
        return [*LOOPBACK, *([own] if own else [])]
