"""How large a problem may be and how much is looked at for it, in one place, each bound with its reason.

Together they keep every answer to one problem under a second of work on any input."""

MAX_TEXT = 300
"""Characters in one problem: about four lines of an exercise book; keeps every later step short."""

MAX_DIGITS = 9
"""Digits in one whole number, top or bottom: beyond the hundreds of millions nobody works by hand."""

MAX_ANSWER_DIGITS = 60
"""Digits of a number in an answer or a pupil's line: as many as any value within the bounds can have."""

MAX_PLACES = 9
"""Digits after a decimal point, for the same reason."""

MAX_BLOCK = 120
"""Digits in a repeating block: two lines of an exercise book; 1/97 has 96."""

MAX_NUMBERS = 20
"""Numbers in one problem: a common bottom of more cannot be written on one line."""

MAX_DEPTH = 8
"""Brackets within brackets: there are three kinds of them, and a reader loses count long before eight."""

MAX_EXPONENT = 12
"""Exponents: 2 to the 12th is still a sensible class exercise, and a power is written out factor by factor."""

MOST_STATES = 1200
"""States that a search for pairs of mistakes and for slips may meet on an item of up to four numbers, beyond those of
single mistakes; on longer ones fewer. An item that a class can work has a few hundred. Past the bound single mistakes
are still found, and pairs no longer."""

MOST_SINGLE_STATES = 2500
"""States after which single mistakes are looked for under no further school."""

SCHOOLS_SEARCHED = 60
"""Schools times numbers of an item whose mistakes are looked for: every school up to five numbers, fewer beyond."""

FEWEST_SCHOOLS = 3
"""Schools whose mistakes are looked for on any item."""

MOST_NEIGHBOURS = 60
"""Neighbouring items of two numbers that are looked at when better ones are sought; of longer items fewer, in the same
time."""

MOST_LINES = 40
"""Lines of one pupil that are judged together: two sides of an exercise book."""

MOST_EXPLAINED = 12
"""False lines among them for which causes are looked for: nobody talks a class through more."""

MOST_MARKED = 60
"""Items of a set that a class's answers are marked to: a long test has forty."""

LARGEST_BLANK = 100
"""Tops, bottoms and wholes that are tried for a blank where nothing else bounds them."""

LARGEST_COUNT = 100_000
"""The largest sum of tops for which every way is counted."""

TWINS_TRIED = 6000
"""Redrawn items of two numbers that are compared before it is said that there is no twin; of longer ones fewer."""

TWINS_WORKED = 120
"""Of these, how many that look alike are worked to compare their demands."""

CONTRASTS_WORKED = 240
"""Changed items of two numbers that are worked before it is said that there is no contrast; of longer ones fewer."""

MAX_VALUE_DIGITS = 60
"""Digits in the top or bottom of any intermediate value: stops powers of powers before they grow."""

LONGEST_ON_PAPER = 9
"""Digits of a sum, of both factors together, and half of those of a division that is set out on paper: what fits
between two margins, and some thirty strokes."""

MAX_STORY = 2000
"""Characters in one story with its names and equations: a third of a page, a table of ten rows with it."""

MOST_AMOUNTS = 12
"""Amounts in a text for which stories are proposed: a table of ten rows and two more. Beyond it the teacher says what
holds."""

MOST_SKETCHES = 200
"""Candidates of a text that are looked at, the likeliest first, before no more are proposed."""

MOST_RELATIONS = 8
"""Equations in one story, and twice as many parts in one of them: nobody draws bars for more."""
