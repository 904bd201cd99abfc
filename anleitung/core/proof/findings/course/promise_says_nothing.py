"""A promise that is kept whatever happens."""

from collections.abc import Iterator
from itertools import product
from math import prod

from anleitung.core.conditions.model import Condition, atoms
from anleitung.core.diagrams.one import OneStart
from anleitung.core.marked import N_
from anleitung.core.phone.clauses import DEAD, STUCK
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="promise-says-nothing",
    nature=Nature.DOCUMENT,
    severity=Severity.WARN,
    about="condition",
    says=N_("This holds of every phone, whatever the guide does: {subject}."),
    why=N_("A promise that cannot be broken promises nothing."),
    remedy=N_("Say what is different at the end of the guide"),
)


MOST = 20_000  # combinations of values that are looked at
ENDS = frozenset({DEAD, STUCK})


def check(compiled: Compiled) -> Iterator[Found]:
    for promise in compiled.bundle.guide.promise.holds:
        if _always(compiled, promise.condition):
            yield Found(FINDING.id, str(promise), "", None)


def _always(compiled: Compiled, condition: Condition) -> bool:
    """Whether it holds for all values that its facts may have at the end of a guide."""
    values: dict[str, list[str]] = {}
    for fact in {atom.fact for atom in atoms(condition)}:
        term = compiled.bundle.world.vocabulary[fact]
        if term.values is None:
            return False
        # Whose phone hangs or is dead has no end of the guide.
        possible = sorted(term.values - (ENDS if fact == "mode" else frozenset()))
        for slot in {*term.here, *term.everywhere}:
            values[slot] = possible
    if prod(map(len, values.values())) > MOST:
        return False
    formula = compiled.bundle.world.formula(condition)
    return all(
        formula.over(OneStart(dict(zip(values, each, strict=True)))) is True
        for each in product(*values.values())
    )
