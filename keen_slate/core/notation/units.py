"""Units that amounts carry, from a list: a word behind a number that is none of them is not taken for one.

Sizes are exact and from memory of common definitions (the metric system; 1 foot = 12 inches).
"""

from fractions import Fraction
from functools import lru_cache

from keen_slate.core.values import frozen

MONEY = ("$", "£", "€")
"""Signs that stand before an amount."""


@frozen
class Unit:
    """``kind`` groups units that can be converted into each other, ``size`` is in the smallest unit of the kind's
    system. ``same`` is the one spelling that all its spellings stand for."""

    kind: str
    size: Fraction
    same: str


_MEASURES: dict[str, tuple[tuple[str, int | Fraction], ...]] = {
    "length": (
        ("mm millimetre millimetres millimeter millimeters", 1),
        ("cm centimetre centimetres centimeter centimeters", 10),
        ("m metre metres meter meters", 1000),
        ("km kilometre kilometres kilometer kilometers", 1_000_000),
    ),
    "length in inches": (
        ("in inch inches", 1), ("ft foot feet", 12), ("yd yard yards", 36), ("mile miles", 63_360),
    ),
    "mass": (
        ("mg milligram milligrams", 1), ("g gram grams", 1000), ("kg kilogram kilograms kilo kilos", 1_000_000),
        ("t tonne tonnes", 1_000_000_000),
    ),
    "mass in ounces": (("oz ounce ounces", 1), ("lb lbs pound pounds", 16)),
    "capacity": (
        ("ml millilitre millilitres milliliter milliliters mL", 1), ("cl centilitre centilitres", 10),
        ("l litre litres liter liters L", 1000),
    ),
    "capacity in cups": (("cup cups", 1), ("pint pints", 2), ("quart quarts", 4), ("gallon gallons", 16)),
    "time": (
        ("s sec secs second seconds", 1), ("min mins minute minutes", 60), ("h hr hrs hour hours", 3600),
        ("day days", 86_400), ("week weeks", 604_800),
    ),
    "money": (("p pence penny", 1), ("c ct cent cents", 1), ("$", 100), ("£", 100), ("€", 100)),
}  # fmt: skip

_PIECES = (
    "piece slice part share portion bag bar bed block board book bottle bowl box brick bucket bunch bush card "
    "chair coin counter crate cube egg flower fork glass helper jar jug kit leaf line load loaf log lot marble "
    "member metre-stick mug pack packet page pair pallet pan panel pea pen pencil person pie pizza plank plant "
    "plate plot pole post pot potato pupil ribbon roll row sack seed sheet shelf shoot spade spoon stake step "
    "stick stone strip student table tablet tile tin tray tree tub turn unit wheel window worm barrow barrowload "
    "wheelbarrow apple bean carrot child lap point trip dozen degree tomato cake "
)
_PLURALS = {
    "leaf": "leaves", "loaf": "loaves", "shelf": "shelves", "child": "children", "person": "people",
    "potato": "potatoes", "tomato": "tomatoes", "penny": "pennies", "fish": "fish", "lorry": "lorries",
}  # fmt: skip


def _plural(noun: str) -> str:
    if noun in _PLURALS:
        return _PLURALS[noun]
    return noun + ("es" if noun.endswith(("x", "sh", "ch", "s")) else "s")


UNITS: dict[str, Unit] = {
    spelling: Unit(kind, Fraction(size), names.split()[0])
    for kind, units in _MEASURES.items()
    for names, size in units
    for spelling in names.split()
}
PIECES = frozenset(n for noun in _PIECES.split() for n in (noun, _plural(noun)))
"""Things that are counted; a teacher's own stand beside them."""


_WHOLE_THINGS = (
    "pupil child person helper member friend student teacher gardener visitor player guest boy girl egg seed seedling "
    "plant tree flower bulb tulip marble coin shell hen fish car bus minibus lorry boat tent"
)
_ONE_OF = {plural: noun for noun, plural in _PLURALS.items()} | {
    _plural(noun): noun for noun in (_PIECES + _WHOLE_THINGS).split() if noun not in _PLURALS
}
_WORDS = {
    names.split()[i]: (names.split()[i], names.split()[i + 1])
    for units in _MEASURES.values()
    for names, _ in units
    for i in range(len(names.split()) - 1)
    if names.split()[i + 1] in (names.split()[i] + "s", {"foot": "feet", "inch": "inches"}.get(names.split()[i]))
}
_WORDS |= {many: pair for pair in list(_WORDS.values()) for many in pair[1:]}
_WORDS |= dict.fromkeys(("penny", "pence"), ("penny", "pence"))
_VOWELS = ("a", "e", "i", "o", "u", "hour", "heir", "honest")
_NO_VOWELS = ("uni", "use", "eu", "one")


def one_and_many(unit: str) -> tuple[str, str]:
    """A unit of one and of more than one. Signs do not change; of a word that is not known, the last noun does.

    >>> one_and_many("boards"), one_and_many("metre"), one_and_many("m"), one_and_many("barrow loads")
    (('board', 'boards'), ('metre', 'metres'), ('m', 'm'), ('barrow load', 'barrow loads'))
    """
    before, space, noun = unit.rpartition(" ")
    if noun in _WORDS:
        one, many = _WORDS[noun]
    elif noun in UNITS or not noun.isalpha():
        one = many = noun
    elif noun in _ONE_OF:
        one, many = _ONE_OF[noun], noun
    elif noun in _ONE_OF.values():
        one, many = noun, _plural(noun)
    elif noun.endswith("ies") and len(noun) > 4:
        one, many = noun[:-3] + "y", noun
    elif noun.endswith("s") and not noun.endswith("ss"):
        one, many = noun[:-1], noun
    else:
        one, many = (
            noun,
            noun[:-1] + "ies" if noun.endswith("y") and noun[-2:-1] not in tuple("aeiou") else _plural(noun),
        )
    return before + space + one, before + space + many


_INDIVISIBLE = frozenset(noun for one in _WHOLE_THINGS.split() for noun in (one, _plural(one)))


def is_indivisible(unit: str) -> bool:
    """Whether there are no parts of such a thing: people, seeds, cars.

    >>> is_indivisible("pupils"), is_indivisible("seed trays"), is_indivisible("m")
    (True, False, False)
    """
    return unit.rpartition(" ")[2].lower() in _INDIVISIBLE


def with_article(noun: str) -> str:
    """``a board``, ``an hour``."""
    vowel = noun.startswith(_VOWELS) and not noun.startswith(_NO_VOWELS)
    return f"{'an' if vowel else 'a'} {noun}"


ANY_UNIT = "*"
"""Among a teacher's own units: every word is one, as in a problem that has been read before."""


def is_unit(word: str, own: frozenset[str] = frozenset()) -> bool:
    """Whether a word behind a number is a unit, as it is written or in small letters."""
    return bool({word, ANY_UNIT} & own) or word in UNITS or word.lower() in UNITS or word.lower() in PIECES | own


def unit_of(label: str) -> Unit | None:
    """What is known of a label; None for things that are only counted."""
    return UNITS.get(label) or UNITS.get(label.lower())


def is_measure(label: str) -> bool:
    """Whether a label is a unit of measure, or of an area or a volume; things are counted.

    >>> is_measure("m²"), is_measure("litres"), is_measure("boards")
    (True, True, False)
    """
    return unit_of(label.rstrip("²³")) is not None


def are_same(one: str, other: str) -> bool:
    """Whether two labels mean one unit: m and metres, board and boards.

    >>> are_same("m", "metres"), are_same("board", "boards"), are_same("m", "cm")
    (True, True, False)
    """
    first, second = unit_of(one), unit_of(other)
    if first or second:
        return first == second
    return (
        one.lower() == other.lower() or _plural(one.lower()) == other.lower() or _plural(other.lower()) == one.lower()
    )


def are_same_things(one: str, other: str) -> bool:
    """Whether amounts can be put together as they are: of one unit, or of things of which words before the noun only
    say which ones.

    >>> are_same_things("red marbles", "blue marbles"), are_same_things("m", "cm"), are_same_things("seeds", "trays")
    (True, False, False)
    """
    nouns = [label.rpartition(" ")[2] for label in (one, other)]
    things = all(noun and unit_of(noun) is None for noun in nouns)
    return are_same(one, other) or (things and are_same(*nouns))


@frozen
class TwoUnits:
    """A larger unit with a smaller one of its kind, of which ``size`` make one."""

    large: str
    small: str
    size: int

    @property
    def label(self) -> str:
        return f"{self.large}+{self.small}"


def two_units(one: str, other: str) -> TwoUnits | None:
    """Two different units of one kind, the larger first; None where they are none or do not go into each other.

    >>> two_units("cm", "m"), two_units("m", "kg")
    (TwoUnits(large='m', small='cm', size=100), None)
    """
    first, second = unit_of(one), unit_of(other)
    if first is None or second is None or first.kind != second.kind or first.size == second.size:
        return None
    large, small = (one, other) if first.size > second.size else (other, one)
    size = max(first.size, second.size) / min(first.size, second.size)
    return TwoUnits(large, small, int(size)) if size.denominator == 1 else None


@lru_cache(maxsize=256)
def units_in(label: str) -> TwoUnits | None:
    """The two units that a label stands for, ``m+cm``; None for a plain label."""
    large, plus, small = label.partition("+")
    return two_units(large, small) if plus else None


def times_smaller(one: str, other: str) -> Fraction | None:
    """How many of the second unit make one of the first; None where they are not of one kind.

    >>> times_smaller("m", "cm"), times_smaller("g", "kg"), times_smaller("m", "kg")
    (Fraction(100, 1), Fraction(1, 1000), None)
    """
    first, second = unit_of(one.partition("+")[0]), unit_of(other.partition("+")[0])
    return first.size / second.size if first and second and first.kind == second.kind else None


def multiplied(one: str, other: str) -> str | None:
    """The unit of an area or a volume; None where two amounts cannot be multiplied.

    >>> multiplied("m", "m"), multiplied("m²", "m"), multiplied("kg", "m")
    ('m²', 'm³', None)
    """
    base, raised = one.rstrip("²³"), other.rstrip("²³")
    unit = unit_of(base)
    if unit is None or not unit.kind.startswith("length") or not are_same(base, raised):
        return None
    dimensions = _dimensions(one) + _dimensions(other)
    return base + {2: "²", 3: "³"}[dimensions] if dimensions <= 3 else None


def divided(one: str, other: str) -> str | None:
    """What is left of a unit divided by another: nothing by itself, m of m² by m; None where they do not fit."""
    if are_same(one, other):
        return ""
    base = one.rstrip("²³")
    left = _dimensions(one) - _dimensions(other)
    if not are_same(base, other.rstrip("²³")) or left < 1:
        return None
    return base + {1: "", 2: "²"}[left]


def _dimensions(label: str) -> int:
    return {"²": 2, "³": 3}.get(label[-1:], 1)
