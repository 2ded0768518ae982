"""Who is signed in, and the teachers of a school."""

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import StringConstraints

from keen_slate.services.shapes.base import Name, Shape

Password = Annotated[str, StringConstraints(min_length=10, max_length=200)]
Tried = Annotated[str, StringConstraints(max_length=200)]
Key = Annotated[str, StringConstraints(max_length=100)]


class Me(Shape):
    """Whose desk this is. ``name`` is empty where nobody is signed in, and on one's own desk; ``sign_on`` names the
    school's own sign-on, if there is one."""

    kind: Literal["desk", "school"]
    signed_in: bool
    name: str
    administers: bool
    sign_on: str


class SignInRequest(Shape):
    """``stay`` keeps a browser that is one's own signed in for a month, otherwise until the evening."""

    name: Tried
    password: Tried
    stay: bool = False


class SignOutRequest(Shape):
    everywhere: bool = False


class KeyRequest(Shape):
    key: Key


class Place(Shape):
    """What a link to choose a password by opens: a place under a name, or (``first``) that of the first who
    administers."""

    name: str
    first: bool


class TakePlaceRequest(Shape):
    key: Key
    name: Name
    password: Password


class PasswordRequest(Shape):
    old: Tried
    new: Password


class KnownTeacher(Shape):
    """A teacher as the one who administers sees them: nothing of what is theirs. ``waits``: has no password yet."""

    id: UUID
    name: str
    administers: bool
    waits: bool
    ended: bool


class AuditLine(Shape):
    at: datetime
    teacher: str
    act: str
    about: str


class People(Shape):
    teachers: list[KnownTeacher]


class Trail(Shape):
    """The newest first."""

    entries: list[AuditLine]


class NewTeacher(Shape):
    name: Name
    administers: bool = False


class Link(Shape):
    """A path that opens once, within a week; the one who administers hands it on."""

    path: str
    teacher: KnownTeacher


class TeacherChange(Shape):
    administers: bool
    ended: bool
