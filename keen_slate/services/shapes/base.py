"""What the shapes of several places share."""

from typing import Annotated, Literal
from unicodedata import category

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, StringConstraints


class Shape(BaseModel):
    """Frozen, and strict about what it does not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


def one_line(text: str) -> str:
    """Raises ValueError for a line break or another character that does not show."""
    if any(category(c) in ("Cc", "Zl", "Zp") for c in text):
        raise ValueError("Write this on one line")
    return text


Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120), AfterValidator(one_line)]


def _no_truth(value: object) -> object:
    """Raises ValueError for true and false, which would count as 1 and 0."""
    if isinstance(value, bool):
        raise ValueError("Give a number")
    return value


RevisionNumber = Annotated[int, Field(ge=0, lt=2**31 - 1), BeforeValidator(_no_truth)]
"""As large as its column."""


Typed = Annotated[str, StringConstraints(max_length=20_000)]


Choices = Annotated[dict[str, str], Field(max_length=40, description="Choice by facet; the default where left out.")]


class Notation(Shape):
    """An expression as plain text and as MathML."""

    text: str
    mathml: str


class Unreadable(Shape):
    """Why a text cannot be read, and the 0-based character that this is about."""

    message: str
    position: int


Acronym = Literal["none", "PEMDAS", "BODMAS", "BIDMAS", "GEMS"]


WordChoices = Annotated[dict[str, str], Field(max_length=40, description="The teacher's words by name.")]


Ids = Annotated[list[Annotated[str, StringConstraints(max_length=60)]], Field(max_length=60)]


class Revision(Shape):
    """The revision that a change is made on."""

    revision: RevisionNumber
