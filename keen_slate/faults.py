"""What can go wrong that a person can mend, told from the rooms in which it happens to the one that answers."""


class DatabaseUnavailable(ConnectionError):
    """PostgreSQL cannot be reached, or broke off; the transaction was undone."""


class NotFound(LookupError):
    """What was asked for is not there, or was put away. ``what`` names it for a sentence."""

    def __init__(self, what: str) -> None:
        super().__init__(f"no such {what}")
        self.what = what


class BadOrder(ValueError):
    """A new order that does not hold each example exactly once."""


class ChangedMeanwhile(RuntimeError):
    """The set has another revision than the one the change was made on."""


class NotPossible(ValueError):
    """What was wished cannot be made; the message says why and what to do."""


class UnknownWord(ValueError):
    """A word that is not offered; the message names those that are."""
