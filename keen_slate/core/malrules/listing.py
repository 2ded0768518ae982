"""Every mal-rule, family by family; within its family the likelier comes first."""

from keen_slate.core.machine.engine import MalRule
from keen_slate.core.machine.mistakes import Mistake
from keen_slate.core.malrules import (
    carrying,
    common_denominators,
    comparing,
    converting,
    decimals,
    estimating,
    filling,
    form,
    multiplying,
    on_paper,
    one_step,
    order,
    reading_off,
    regrouping,
    remainders,
    rounding,
    signs,
    stories,
)

MAL_RULES: tuple[MalRule, ...] = (
    *stories.MAL_RULES,
    *common_denominators.MAL_RULES,
    *carrying.MAL_RULES,
    *regrouping.MAL_RULES,
    *converting.MAL_RULES,
    *decimals.MAL_RULES,
    *multiplying.MAL_RULES,
    *on_paper.MAL_RULES,
    *comparing.MAL_RULES,
    *signs.MAL_RULES,
    *order.MAL_RULES,
    *rounding.MAL_RULES,
    *filling.MAL_RULES,
    *one_step.MAL_RULES,
    *remainders.MAL_RULES,
    *reading_off.MAL_RULES,
    *estimating.MAL_RULES,
)

BY_ID: dict[str, MalRule] = {mistake.id: mistake for mistake in MAL_RULES}
MISTAKES: dict[str, Mistake] = {mistake.id: mistake for mistake in (*MAL_RULES, *form.FAULTS)}
"""All that is told of an answer by name: the mal-rules, and the faults of form."""

LIKELIHOOD = {id: place for place, id in enumerate(BY_ID)}
"""The likelier a mistake, the lower its place."""
