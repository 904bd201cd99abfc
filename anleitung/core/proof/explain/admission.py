"""Is this guide for a phone of which only some facts are known?"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import Enum

from anleitung.core.conditions.model import And, Condition
from anleitung.core.diagrams.run import DiagramAlgebra
from anleitung.core.diagrams.space import FactKind
from anleitung.core.guide.bundle import Bundle
from anleitung.core.phone.world import NOT_LISTED
from anleitung.core.proof.explain.words import condition_words
from anleitung.core.proof.run.compile import compile_bundle


class Truth(Enum):
    YES = "yes"
    NO = "no"
    UNKNOWN = "not known"


_CHOICES = frozenset({FactKind.OPTION})


@dataclass(frozen=True, slots=True)
class Part:
    """One part of the admission, in words, and whether it holds for this phone."""

    words: str
    answer: Truth


@dataclass(frozen=True, slots=True)
class PhoneFit:
    answer: Truth
    parts: tuple[Part, ...]


def check_phone(bundle: Bundle, known: Mapping[str, str]) -> PhoneFit:
    """known: fact → value, for the facts that are known. A build that is not listed is read as
    such. Raises KeyError for a fact or value that the codename does not have.

    What is known narrows the diagram of each part; the leaves that remain are the answer. For an
    option one choice that fits is enough, since the reader is the one who makes it.
    """
    _, procedure = compile_bundle(bundle)
    space = procedure.space
    narrowed = {}
    for fact, value in known.items():
        domain = space.facts[space.level_of[fact]].values
        if value not in domain and fact == "base":
            value = NOT_LISTED
        if value not in domain:
            raise KeyError(f"{fact}: {value}")
        narrowed[fact] = (value,)

    def answer(condition: Condition) -> Truth:
        formula = bundle.world.formula(condition)
        node = formula.over(DiagramAlgebra(space, procedure.start.__getitem__))
        yes = space.exists(space.where(node, True), _CHOICES)
        possible = space.exists(space.minus(space.true, space.where(node, False)), _CHOICES)
        if space.restrict(yes, narrowed) is space.true:
            return Truth.YES
        return Truth.NO if space.restrict(possible, narrowed) is space.false else Truth.UNKNOWN

    whole = bundle.guide.admission.condition
    parts = whole.parts if isinstance(whole, And) else (whole,)
    return PhoneFit(
        answer(whole), tuple(Part(condition_words(bundle, p), answer(p)) for p in parts)
    )
