"""The second look and diagnosis against a bare work of the same problem, in one run: ``python -m bench.diagnosis``.

With ``--proof`` also the counts that the tests take a sample of: produced answers traced, right answers never called
wrong, near random numbers left without a cause.
"""

import gc
import statistics
import sys
from fractions import Fraction
from functools import partial
from random import Random

from bench.bag import bag, mixed_sum
from bench.bare_work import bare_work
from bench.cold import seconds
from keen_slate.core.diagnosis.answers import diagnose, prepare
from keen_slate.core.diagnosis.second_look import look_twice
from keen_slate.core.notation.text import text_of
from keen_slate.core.problem.tree import evaluate, number_for
from keen_slate.core.reading.reading import read


def main(arguments: list[str]) -> int:
    gc.collect()
    gc.freeze()  # as the server does: what is loaded once is not gone through again and again
    looks, prepares, answers = [], [], []
    worst = (0.0, "")
    for text in bag(80, seed=21):
        problem = read(text)
        once = seconds(partial(bare_work, text))
        looks.append(seconds(partial(look_twice, problem)) / once)
        prepares.append(seconds(partial(prepare, problem)) / once)
        worst = max(worst, (prepares[-1], text))
        item = prepare(problem)
        wrong = text_of(number_for(evaluate(item.right) + Fraction(1, 2)))
        answers.append(seconds(partial(diagnose, item, wrong)) / once)
    print("in bare works of the same problem, over 80 problems: median, largest")
    print(f"second look, all mal-rules:       {statistics.median(looks):6.1f} {max(looks):6.1f} (median at most 2.5)")
    print(f"an item prepared for diagnosis:   {statistics.median(prepares):6.1f} {worst[0]:6.1f} (at most 200)")
    print(f"then an answer:                   {statistics.median(answers):6.2f} {max(answers):6.2f} (less than 1)")
    print(f"the dearest item was {worst[1]}")
    random = Random(3)
    print("an item of more terms prepared, in bare works of itself (at most 100 for twelve), and in one of two terms")
    base: float | None = None
    for terms in (2, 4, 6, 8, 10, 12):
        texts = [mixed_sum(terms, random) for _ in range(8)]
        taken = [seconds(partial(prepare, read(text))) for text in texts]
        works = [seconds(partial(bare_work, text)) for text in texts]
        base = base or statistics.median(taken)
        ratio = statistics.median(a / b for a, b in zip(taken, works, strict=True))
        grown, square = statistics.median(taken) / base, (terms / 2) ** 2
        print(f"{terms:5} terms: {ratio:6.1f}   {grown:6.2f} (n² would be {square:.0f})")
    if "--proof" in arguments:
        proof()
    return 0


def proof() -> None:
    """Counts over a few hundred items; takes some minutes."""
    random = Random(2)
    pairs = traced = 0
    right = called_wrong = 0
    near = explained = 0
    for text in bag(400, seed=33):
        problem = read(text)
        item = prepare(problem)
        for wrong in look_twice(problem).likely_wrong:
            found = diagnose(item, text_of(wrong.answer))
            if found.verdict == "unreadable":
                continue
            pairs += 1
            traced += ((wrong.mistake,), 0) in [(c.mistakes, c.slips) for c in found.causes]
        value = evaluate(item.right)
        minus, size = ("−", -value) if value < 0 else ("", value)
        whole, rest = divmod(size, 1)
        for by in (1, 2, 3, 5, 6):
            for form in (
                f"{size.numerator * by}/{size.denominator * by}",
                f"{whole} {rest.numerator * by}/{rest.denominator * by}",
            ):
                verdict = diagnose(item, minus + form).verdict
                right += verdict != "unreadable"
                called_wrong += verdict == "wrong"
        for _ in range(10):
            away = Fraction(random.randint(-60, 60), random.choice((2, 3, 4, 5, 6, 8, 10, 12, 24)))
            if away and value + away >= 0:
                near += 1
                explained += bool(diagnose(item, text_of(number_for(value + away))).causes)
    print(f"answers produced by a mal-rule: {pairs}, traced to it: {traced}")
    print(f"right answers in some form: {right}, called wrong: {called_wrong}")
    print(f"random numbers near the answer: {near}, without a known cause: {1 - explained / near:.1%}")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
