r"""Stories of the garden club of Fernbank School (invented): every kind of situation, one to four steps, tables.

To add one: write an entry below in the one-line form (docs/formats.md). Numbers are drawn anew for every class; those
here are only the first. A unit that is not needed to tell the story belongs into the question.
"""

from dataclasses import dataclass
from functools import lru_cache

from keen_slate.core.problem.situation import plan_of
from keen_slate.core.reading.reading import Problem, read
from keen_slate.core.reading.story_form import Story


@dataclass(frozen=True, slots=True)
class LibraryStory:
    """A story by its id and its title in a list."""

    id: str
    title: str
    form: str

    @property
    def problem(self) -> Problem:
        return _read(self.form)

    @property
    def story(self) -> Story:
        story = self.problem.story
        assert story is not None
        return story

    @property
    def kinds(self) -> tuple[str, ...]:
        """The kinds of its relations, each once."""
        return tuple(dict.fromkeys(r.kind for r in self.story.measured.relations))

    @property
    def steps(self) -> int:
        return len(plan_of(self.story.measured))

    @property
    def has_table(self) -> bool:
        return any("\t" in part for part in self.story.told if isinstance(part, str))


@lru_cache(maxsize=256)
def _read(form: str) -> Problem:
    return read(form)


LIBRARY = (
    LibraryStory(
        "shower", "A shower fills the butt",
        "In the water butt stand [first = 12 1/2 l] of water. A shower adds [added = 3 3/4 l]. How much water is in the "
        "butt now? | join: now = first + added | now in l: There are [now] of water in the butt now.",
    ),
    LibraryStory(
        "rain-at-night", "Rain in the night",
        "In the evening the rain gauge shows [evening = 4.6 mm]. In the morning it shows [morning = 11.2 mm]. How much "
        "rain fell in the night? | join: morning = evening + rain | rain in mm: [rain] of rain fell in the night.",
    ),
    LibraryStory(
        "heap", "The heap before",
        "There is compost on the heap. Group Hazel adds [added = 2 2/3 barrow loads]. Now the heap has "
        "[now = 6 1/2 barrow loads]. How much was there at first? | join: now = first + added | "
        "first in barrow loads: At first there [first/was/were] [first].",
    ),
    LibraryStory(
        "board", "What is left of the board",
        "A board is [board = 3 1/4 m] long. Clover saws [off = 1 2/3 m] off. How long is the rest? | "
        "take: board = off + rest | rest in m: The rest is [rest] long.",
    ),
    LibraryStory(
        "sack", "Potting up",
        "A sack of compost weighed [before = 20 kg]. After potting up it weighs [after = 13.45 kg]. How much compost was "
        "used? | take: before = used + after | used in kg: [used] of compost was used.",
    ),
    LibraryStory(
        "butt-before", "Before the watering",
        "The seed trays took [used = 7 1/4 l] from the water butt. Now [left = 18 1/2 l] are left in it. How much water "
        "was in the butt before? | take: before = used + left | before in l: Before, there were [before] in the butt.",
    ),
    LibraryStory(
        "path", "Gravel and bark",
        "Of the new path [gravel = 4 3/8 m] are gravel and [bark = 2 1/2 m] are bark. How long is the path? | "
        "part-whole: path = gravel + bark | path in m: The path is [path] long.",
    ),
    LibraryStory(
        "hedge", "The hedge",
        "The hedge is [hedge = 9.4 m] long. [cut = 5.75 m] of it have been cut. How much is still to be cut? | "
        "part-whole: hedge = cut + uncut | uncut in m: [uncut] of the hedge are still to be cut.",
    ),
    LibraryStory(
        "beans-and-peas", "Beans, peas and what is free",
        "Beans grow on [beans = 1/3 of] the bed, peas on [peas = 2/5 of] it. Which part of the bed is free? | "
        "part-whole: 1 = beans + peas + free | free: [free] of the bed is free.",
    ),
    LibraryStory(
        "sunflowers", "Two sunflowers",
        "Aspen’s sunflower is [Aspen = 1.35 m] tall. Bramble’s is [taller by = 0.28 m] taller. How tall is Bramble’s "
        "sunflower? | compare: Bramble = Aspen + taller by | Bramble in m: Bramble’s sunflower is [Bramble] tall.",
    ),
    LibraryStory(
        "rows", "Less than the peas",
        "The row of beans is [beans = 3 1/2 m] long. That is [less by = 3/4 m] less than the row of peas. How long is the "
        "row of peas? | compare: peas = beans + less by | peas in m: The row of peas is [peas] long.",
    ),
    LibraryStory(
        "two-beds", "Compost for two beds",
        "Bed A takes [bed A = 5 1/3 barrow loads] of compost. Bed B takes [less by = 1 5/6 barrow loads] less. How much "
        "does bed B take? | compare: bed A = bed B + less by | bed B in barrow loads: Bed B takes [bed B] of compost.",
    ),
    LibraryStory(
        "longer-bed", "The larger named second",
        "Bed A is [bed A = 2 5/6 m] long, bed B is [bed B = 4 1/4 m] long. How much longer is bed B? | "
        "compare: bed B = bed A + longer by | longer by in m: Bed B is [longer by] longer.",
    ),
    LibraryStory(
        "cane", "Marrow and cane",
        "A marrow is [marrow = 48 cm] long. The cane beside it is [cane = 1.2 m] long. How many centimetres longer is the "
        "cane? | compare: cane = marrow + longer by | longer by in cm: The cane is [longer by] longer.",
    ),
    LibraryStory(
        "trays", "Compost for trays",
        "[trays = 6 seed trays] are filled. Each takes [one tray = 3/4 l] of compost. How much compost do they take "
        "together? | groups: compost = one tray × trays | compost in l: Together they take [compost] of compost.",
    ),
    LibraryStory(
        "edging", "Boards round a bed",
        "Fernbank’s new bed is edged with [boards = 8 boards] of [one board = 1.45 m] each. How many metres of board are "
        "that? | groups: edging = one board × boards | edging in m: That is [edging] of board.",
    ),
    LibraryStory(
        "plant-feed", "Plant feed shared out",
        "[feed = 7 1/2 l] of plant feed are shared out equally into [cans = 5 cans]. How much goes into each? | "
        "share: feed = one can × cans | one can in l: Each can gets [one can].",
    ),
    LibraryStory(
        "twine", "Twine for the beans",
        "[twine = 5.4 m] of twine are cut into [pieces = 4 pieces] of the same length. How long is each piece? | "
        "share: twine = one piece × pieces | one piece in m: Each piece is [one piece] long.",
    ),
    LibraryStory(
        "labels", "Labels from a batten",
        "A batten of [batten = 4 1/2 m] is sawn into labels of [label = 3/4 m]. How many labels does it give? | "
        "fit: batten = label × labels | labels in labels: It gives [labels].",
    ),
    LibraryStory(
        "to-the-allotment", "To the allotment",
        "[pupils = 28 pupils] go to the allotment. A car takes [one car = 6 pupils]. How many cars are needed? | "
        "fit: pupils = one car × cars (up) | cars in cars: [cars] [cars/is/are] needed.",
    ),
    LibraryStory(
        "seedlings", "Seedlings in trays",
        "[seedlings = 100 seedlings] are planted in trays of [one tray = 12 seedlings]. How many trays are full, and how "
        "many seedlings are left over? | fit: seedlings = one tray × trays + left over | "
        "trays in trays: [trays] [trays/is/are] full.; left over: [left over] [left over/is/are] left over.",
    ),
    LibraryStory(
        "cans", "Cans from the butt",
        "A watering can holds [can = 3/4 l]. The butt holds [butt = 20 l]. How many cans can be filled from it? | "
        "fit: butt = can × cans (down) | cans in cans: [cans] can be filled.",
    ),
    LibraryStory(
        "weeding", "Weeding shared on",
        "[helpers = 4 helpers] share [weeding = 7 hours] of weeding equally. How long does each of them weed? | "
        "share: weeding = each × helpers | each in hours: Each helper weeds for [each].",
    ),
    LibraryStory(
        "drip", "The dripping tap",
        "The garden tap drips [drip = 0.35 l per hour] an hour. How much water is lost in [time = 8 hours]? | "
        "rate: lost = drip × time | lost in l: [lost] of water are lost.",
    ),
    LibraryStory(
        "hose", "What the hose gives",
        "In [time = 6 minutes] the hose gives [water = 57 l] of water. How much does it give in one minute? | "
        "rate: water = in one minute × time | in one minute in l: In one minute it gives [in one minute].",
    ),
    LibraryStory(
        "pump", "The pump runs on",
        "A pump moves [pump = 12 l per minute] of water a minute. How much does it move in [time = 1 1/2 hours]? | "
        "rate: water = pump × time | water in l: It moves [water] of water.",
    ),
    LibraryStory(
        "watering-duty", "On watering duty",
        "The club has [club = 28 pupils]. [part = 3/7 of] them are on watering duty. How many pupils is that? | "
        "fraction: on duty = part of club | on duty in pupils: [on duty] [on duty/is/are] on watering duty.",
    ),
    LibraryStory(
        "fence", "The whole fence",
        "[part = 2/3 of] the fence is painted: [painted = 8 m]. How long is the whole fence? | "
        "fraction: painted = part of fence | fence in m: The whole fence is [fence] long.",
    ),
    LibraryStory(
        "tulips", "Red tulips",
        "[red = 6] of [all = 16 tulips] are red. Which part of the tulips is red? | "
        "fraction: red = part of all | part: [part] of the tulips are red.",
    ),
    LibraryStory(
        "not-sprouted", "What did not sprout",
        "Of [sown = 240 seeds] [share = 15%] did not sprout. How many seeds is that? | "
        "percent: lost = share of sown | lost in seeds: [lost] did not sprout.",
    ),
    LibraryStory(
        "sprouted", "What did sprout",
        "Of [sown = 240 seeds] [share = 15%] did not sprout. How many did? | percent: lost = share of sown; "
        "take: sown = lost + sprouted | sprouted in seeds: [sprouted] sprouted.",
    ),
    LibraryStory(
        "five-times", "From May to July",
        "In May a sunflower was [May = 18 cm] tall. In July it is [times = 5 times] as tall. How tall is it in July? | "
        "times-as-many: July = times of May | July in cm: In July it is [July] tall.",
    ),
    LibraryStory(
        "back-to-may", "Back to May",
        "In July a sunflower is [July = 1.75 m] tall, [times = 7 times] as tall as in May. How tall was it in May? | "
        "times-as-many: July = times of May | May in m: In May it was [May] tall.",
    ),
    LibraryStory(
        "how-many-times", "How many times as much",
        "The vine takes [vine = 10 l] of water, the rose takes [rose = 2 1/2 l]. How many times as much does the vine "
        "take? | times-as-many: vine = times of rose | times: The vine takes [times] times as much.",
    ),
    LibraryStory(
        "two-shelves", "Two shelves from a plank",
        "A plank is [plank = 4 m] long. One shelf needs [first = 1 1/4 m], another needs [second = 1 3/8 m]. How much of "
        "the plank is left? | part-whole: plank = first + second + left | left in m: [left] of the plank are left.",
    ),
    LibraryStory(
        "both-beds", "One bed and both",
        "Bed A is [bed A = 3 3/4 m] long. Bed B is [shorter by = 1 1/2 m] shorter. How long is bed B? How long are both "
        "beds together? | compare: bed A = bed B + shorter by; join: both = bed A + bed B | "
        "bed B in m: Bed B is [bed B] long.; both in m: Together they are [both] long.",
    ),
    LibraryStory(
        "bag", "From the bag",
        "A bag holds [bag = 10 l] of potting soil. [trays = 6 trays] take [one tray = 2/3 l] each. How much soil is left "
        "in the bag? | groups: used = one tray × trays; take: bag = used + left | left in l: [left] are left in the bag.",
    ),
    LibraryStory(
        "tomatoes-first", "Tomatoes first",
        "The butt holds [butt = 24 l]. [part = 1/4 of] it goes to the tomatoes. The rest is shared equally into "
        "[cans = 8 cans]. How much is in each can? | fraction: tomatoes = part of butt; take: butt = tomatoes + rest; "
        "share: rest = one can × cans | one can in l: Each can holds [one can].",
    ),
    LibraryStory(
        "frame", "The frame of a bed",
        "The frame of a bed has two long sides of [long = 2.4 m] and two short sides of [short = 1.2 m]. The club has "
        "[boards = 10 m] of board. How much board is left? | groups: long sides = long × 2; groups: short sides = "
        "short × 2; join: frame = long sides + short sides; take: boards = frame + left | "
        "left in m: [left] of board are left.",
    ),
    LibraryStory(
        "in-all-cans", "Six cans for four beds",
        "[cans = 4 cans] of [one can = 7 1/2 l] are shared equally by [beds = 6 beds]. How much water does each bed get? "
        "| groups: water = one can × cans; share: water = one bed × beds | one bed in l: Each bed gets [one bed].",
    ),
    LibraryStory(
        "hours", "Hours in the garden",
        "The table shows how long the club worked.\\nMonth\\tTime\\nMarch\\t[March = 5 1/2 hours]\\nApril\\t"
        "[April = 7 3/4 hours]\\nMay\\t[May = 6 2/3 hours]\\nHow long did the club work in the three months together? | "
        "join: together = March + April + May | together in hours: Together the club worked for [together].",
    ),
    LibraryStory(
        "rain-table", "Two days of rain",
        "Rain in the first week of May:\\nDay\\tRain\\nMonday\\t[Monday = 3.4 mm]\\nTuesday\\t[Tuesday = 12.25 mm]\\n"
        "Wednesday\\t[Wednesday = 0.8 mm]\\nThursday\\t[Thursday = 7.6 mm]\\nHow much more rain fell on Tuesday than on "
        "Thursday? | compare: Tuesday = Thursday + more by | more by in mm: On Tuesday [more by] more fell.",
    ),
    LibraryStory(
        "stock", "Is there enough compost?",
        "Compost that the beds need:\\nBed\\tCompost\\nbed A\\t[bed A = 2 1/2 barrow loads]\\nbed B\\t"
        "[bed B = 3 1/3 barrow loads]\\nbed C\\t[bed C = 1 3/4 barrow loads]\\nThere are [stock = 6 barrow loads] on the "
        "heap. How much is missing? | join: needed = bed A + bed B + bed C; compare: needed = stock + missing | "
        "missing in barrow loads: [missing] [missing/is/are] missing.",
    ),
    LibraryStory(
        "boards-in-stock", "Boards in stock",
        "Boards for the beds:\\nBed\\tBoard\\nbed A\\t[bed A = 7.2 m]\\nbed B\\t[bed B = 5.85 m]\\nbed C\\t"
        "[bed C = 6.4 m]\\nIn the shed lie [stock = 20 m] of board. How much is left when the beds are built? | "
        "join: needed = bed A + bed B + bed C; take: stock = needed + left | left in m: [left] of board are left.",
    ),
    LibraryStory(
        "missing-row", "One row is washed out",
        "Water for the beds. The rain has washed one row out.\\nBed\\tWater\\nbed A\\t[bed A = 4 1/2 l]\\nbed B\\t\\n"
        "bed C\\t[bed C = 3 3/4 l]\\ntogether\\t[together = 14 l]\\nHow much water did bed B get? | "
        "join: together = bed A + bed B + bed C | bed B in l: Bed B got [bed B] of water.",
    ),
    LibraryStory(
        "trays-by-kind", "Trays of three kinds",
        "Soil for the trays:\\nKind\\tTrays\\tSoil for one\\nsmall\\t[small trays = 4 trays]\\t[small = 1/2 l]\\nmiddle\\t"
        "[middle trays = 3 trays]\\t[middle = 3/4 l]\\nlarge\\t[large trays = 2 trays]\\t[large = 1 1/4 l]\\nHow much soil "
        "do all trays need together? | groups: soil for small = small × small trays; groups: soil for middle = middle × "
        "middle trays; groups: soil for large = large × large trays; join: soil = soil for small + soil for middle + "
        "soil for large | soil in l: All trays together need [soil] of soil.",
    ),
    LibraryStory(
        "even-watering", "The same every day",
        "Water from the butt:\\nDay\\tWater\\nMonday\\t[Monday = 8.5 l]\\nTuesday\\t[Tuesday = 12.25 l]\\nWednesday\\t"
        "[Wednesday = 9.75 l]\\nNext week the same water is to be shared equally over [days = 5 days]. How much is that a "
        "day? | join: water = Monday + Tuesday + Wednesday; share: water = one day × days | "
        "one day in l: That is [one day] a day.",
    ),
    LibraryStory(
        "canes", "Canes in two units",
        "Canes in the shed:\\nCane\\tLength\\nbamboo\\t[bamboo = 2.4 m]\\nhazel\\t[hazel = 185 cm]\\nwillow\\t"
        "[willow = 1.5 m]\\nHow many metres longer is the bamboo cane than the hazel cane? | "
        "compare: bamboo = hazel + longer by | longer by in m: The bamboo cane is [longer by] longer.",
    ),
    LibraryStory(
        "half-the-club", "Half the club",
        "The club has [club = 24 pupils]. [part = 1/2 of] them dig, the others spread bark. How many pupils dig, and how "
        "many spread bark? | fraction: digging = part of club; part-whole: club = digging + spreading | "
        "digging in pupils: [digging] [digging/digs/dig].; spreading in pupils: [spreading] "
        "[spreading/spreads/spread] bark.",
    ),
)  # fmt: skip
BY_ID = {story.id: story for story in LIBRARY}
