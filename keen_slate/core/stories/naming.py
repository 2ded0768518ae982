"""Names for what a text tells and asks, and a sentence that answers: first drafts for the teacher to change."""

import re

from keen_slate.core.notation.amounts import PART_OF, TIMES
from keen_slate.core.notation.units import UNITS, one_and_many
from keen_slate.core.numbers.forms import Percent
from keen_slate.core.reading.story_form import Slot, Told
from keen_slate.core.saying.words import sentence
from keen_slate.core.stories.finding import Found
from keen_slate.core.values import frozen

_QUESTION = re.compile(r"[^.?!\n]*\?")
_AND_HOW = re.compile(r",? and (?=how |what )", re.IGNORECASE)
_HOW = re.compile(
    r"^\s*(?P<ask>how (?:much|many|long|far|tall|high|wide|deep|old|heavy|large|big)|by how (?:much|many)|"
    r"what (?:part|fraction)|what|which)\b",
    re.IGNORECASE,
)


def _words(text: str) -> frozenset[str]:
    return frozenset(text.split())


_LEADING = _words("the a an his her its their our this that these those my your in on at to of then so and by as for")
_SMALL_VERBS = _words("is are was were has have had does do did can will be")
_VERBS = _SMALL_VERBS | _words(
    "takes take took holds hold costs cost weighs weigh needs need uses use used lasts last began gets get shows show "
    "stands stand bought spent spends eats eat paid swims read drips gives give moves fell adds share shares cut lost "
    "go walk jump"
)
_PRONOUNS = _words(
    "he she it they there that we you who which i them us him me both together altogether many much how first"
)
_HIGHER = _words(
    "more longer taller higher heavier wider larger bigger older further farther dearer later faster thicker deeper"
)
LOWER = _words("less fewer shorter lower lighter narrower smaller younger cheaper earlier slower thinner")
_COMPARISON = _HIGHER | LOWER
ASKED_BY_HOW_MUCH = re.compile(rf"(?<!the )\b({'|'.join(sorted(_COMPARISON))})\b", re.IGNORECASE)
"""“How much longer is …?”, but not “how long is the longer rope?”."""
COMPARING = re.compile(rf"\b({'|'.join(sorted(_COMPARISON))})\b", re.IGNORECASE)


def questions_in(text: str) -> tuple[str, ...]:
    """The questions of a text in order; of one that asks two things, both.

    >>> questions_in("There are 100 eggs. How many boxes can be filled, and how many eggs are left over?")
    ('How many boxes can be filled', 'how many eggs are left over?')
    """
    found: list[str] = []
    for match in _QUESTION.finditer(text):
        found.extend(part.strip() for part in _AND_HOW.split(match.group()) if part.strip())
    return tuple(found)


@frozen
class Asked:
    """What a question asks for: its unit where it names one, its name, and who has or does so much."""

    unit: str
    name: str
    thing: str = ""
    doer: str = ""


_DOES = re.compile(
    rf"^\s*how (?:many|much)\b.*?\b(?P<do>does|did) (?P<doer>(?:(?:the|a) )?(?!(?:{'|'.join(sorted(_PRONOUNS))})\b)"
    r"[^\W\d_]+(?: [^\W\d_]+)??) (?P<verb>[a-z]+)\s*\??$",
    re.IGNORECASE,
)
_BY_CUE = (
    (r"\bchange\b", "change"),
    (r"\b(?:at first|at the start|at the beginning|before)\b", "at first"),
    (r"\b(?:left over|over)\b", "left over"),
    (r"\b(?:left|remain|remains)\b", "left"),
    (r"\b(?:altogether|together|in all|in total|total)\b", "altogether"),
    (r"\bsaved?\b", "saved"),
    (r"\bmissing\b", "missing"),
    (r"\bcosts?\b", "cost"),
    (r"\bweighs?\b", "weight"),
)
"""Names that a question gives to what it asks, the surest first."""


def asked_in(question: str) -> Asked:
    """What a question asks for.

    >>> asked_in("How many minibuses are needed for 70 pupils?").thing, asked_in("How many kilometres is that?").unit
    ('minibuses', 'kilometres')
    """
    how = _HOW.match(question)
    rest = question[how.end() :] if how else question
    words = re.findall(_A_WORD, rest)
    ask = how.group("ask").lower() if how else ""
    unit = thing = ""
    if ask.endswith("many") and words and words[0].lower() not in _COMPARISON | _VERBS | _PRONOUNS:
        which = one_and_many(words[0])[0] == words[0] and words[0] not in UNITS  # “red marbles”, “barrow loads”
        both = which and len(words) > 1 and one_and_many(words[1])[1] == words[1] and words[1].endswith("s")
        unit, words = (" ".join(words[:2]), words[2:]) if both else (words[0], words[1:])
        thing = "" if unit in UNITS else unit
    name = ""
    if match := ASKED_BY_HOW_MUCH.search(rest):
        name = f"{match.group(1).lower()} by"
    else:
        name = next((found for pattern, found in _BY_CUE if re.search(pattern, rest, re.IGNORECASE)), "")
    if thing and name not in ("left over", "left"):
        name = thing
    done = _DOES.match(question)
    return Asked(unit, name or " ".join(_content(words)[:3]) or "answer", thing, done.group("doer") if done else "")


_DONE_WITH = re.compile(
    r"\s*(?:of \w+ )?(?:is|are|was|were|has been|have been)?\s*(?:then )?([a-z]+ed|cut|used|left)\b"
)
_A_WORD = r"[^\W\d_]+(?:’[a-z])?"


def _content(words: list[str]) -> list[str]:
    return [w for w in words if w.lower() not in _LEADING | _VERBS | _PRONOUNS]


class Naming:
    """Names of a text's amounts, and of what it asks, all different."""

    def __init__(self, text: str, amounts: tuple[Found, ...]) -> None:
        self.questions = questions_in(text)
        asked = [asked_in(q) for q in self.questions] or [Asked("", "answer")]
        self._taken: set[str] = set()
        self.amounts = [self._own(_name_of(text, a, amounts)) for a in amounts]
        self.asked = [self._own(a.doer if a.name in self._taken and a.doer else a.name) for a in asked]
        self.units = [a.unit for a in asked]

    def free(self, name: str) -> str:
        """A name for what is found on the way, other than all that stand in the text; a number stands for itself."""
        own, count = name, 2
        while own in self._taken:
            own, count = f"{name} {count}", count + 1
        return own

    def _own(self, name: str) -> str:
        name = re.sub(r"[\[\]|;:=×+\\]", "", name).strip() or "amount"
        own, count = name, 2
        while own in self._taken or own.isdecimal():
            own, count = f"{name} {count}", count + 1
        self._taken.add(own)
        return own


def _name_of(text: str, amount: Found, amounts: tuple[Found, ...]) -> str:
    """A name for an amount: the head of its row in a table, what is counted, or what the sentence is about."""
    line = text[text.rfind("\n", 0, amount.start) + 1 :].split("\n", 1)[0]
    if "\t" in line:
        return _name_in_table(text, amount)
    if amount.unit == PART_OF or isinstance(amount.number, Percent):
        return "part"
    if amount.unit == TIMES:
        return "times"
    if amount.per:
        return f"one {one_and_many(amount.per)[0]}"
    behind = text[amount.end :].split("\n")[0]
    if match := re.match(rf"[^.?!,;]{{0,12}}?\b({'|'.join(sorted(_COMPARISON))})\b", behind):
        return f"{match.group(1).lower()} by"
    start = max((a.end for a in amounts if a.end <= amount.start), default=0)
    before = re.split(r"[.?!;]\s", text[start : amount.start])[-1]
    if (match := re.search(rf"({_A_WORD}) of\s*$", before)) and match.group(1).endswith("s"):
        return f"one {one_and_many(match.group(1))[0]}"
    if amount.unit not in UNITS and amount.unit:
        return amount.unit
    if re.match(r"\s*(?:each|apiece)\b", behind):
        return "each"
    subject: list[str] = []
    for word in re.findall(_A_WORD, before):
        if word.lower() in _VERBS or word.endswith("ed"):
            break
        if word.lower() not in _LEADING | _PRONOUNS:
            subject.append(word)
    if subject and len(subject) <= 3 and subject[0].lower() != "how":
        return " ".join(subject)
    if match := _DONE_WITH.match(behind):
        return match.group(1)
    done = [w for w in re.findall(_A_WORD, before) if w.endswith("ed") or w.lower() in _VERBS - _SMALL_VERBS]
    return done[-1] if done else (_content(re.findall(_A_WORD, before)) or ["amount"])[-1]


def _name_in_table(text: str, amount: Found) -> str:
    begin = text.rfind("\n", 0, amount.start) + 1
    row = text[begin:].split("\n", 1)[0]
    column = text[begin : amount.start].count("\t")
    head = row.split("\t")[0].strip()
    rows = [line.split("\t") for line in text.split("\n") if "\t" in line]
    several = max(len(r) for r in rows) > 2
    title = rows[0][column].strip() if several and column < len(rows[0]) else ""
    return f"{head} {title}".strip() or "row"


_MEASURED = re.compile(r"^\s*how (long|tall|high|wide|deep|old) (is|was|are|were|will) (.+?)\s*\??$", re.IGNORECASE)
_MANY = re.compile(r"^\s*how many ([^\W\d_]+) (.+?)\s*\??$", re.IGNORECASE)
_MUCH_LEFT = re.compile(r"^\s*how much (.+? )?(?:is|are) (left.*?)\s*\??$", re.IGNORECASE)


def answer_to(questions: tuple[str, ...], which: int, name: str) -> Told:
    """A sentence that answers a question, where it can be turned round; else the name and the amount.

    >>> answer_to(("How long is the rope now?",), 0, "rope now")
    ('The rope now is ', Slot(name='rope now', one='', many=''), ' long.')
    """
    question = questions[which] if which < len(questions) else ""
    slot = Slot(name)
    if match := _MEASURED.match(question):
        adjective, verb, rest = match.groups()
        if " it is" not in rest and " than " not in rest:
            return (f"{sentence(rest)} {verb.lower()} ", slot, f" {adjective.lower()}.")
    if match := _MUCH_LEFT.match(question):
        of = match.group(1) or ""
        return (slot, f" {of if not of or of.startswith('of ') else 'of ' + of}is {match.group(2)}.")
    if (match := _MANY.match(question)) and match.group(1) not in UNITS:
        verb, _, rest = match.group(2).partition(" ")
        if verb in ("are", "is", "can"):
            forms = ("is", "are") if verb != "can" else ("can", "can")
            return (slot, " ", Slot(name, *forms), f" {rest}.")
    if (match := _DOES.match(question)) and (verb := _said(match.group("do"), match.group("verb"))):
        return (f"{sentence(match.group('doer'))} {verb} ", slot, ".")
    return (f"{sentence(name)}: ", slot, ".")


def _said(do: str, verb: str) -> str:
    """A verb of a question as it stands in the answer; "" where its past has to be known by heart."""
    if verb == "have":
        return "has" if do.lower() == "does" else "had"
    if do.lower() == "did":
        return ""
    return verb + ("es" if verb.endswith(("s", "sh", "ch", "x", "o")) else "s")
