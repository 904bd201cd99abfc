"""Where a reader reads off what a step or the admission asks for, as sentences."""

from collections.abc import Iterable

from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import Typed
from anleitung.core.documents.own_fact import Sight
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import gettext as _
from anleitung.core.phone.sight import sight_of
from anleitung.core.proof.explain.words import fact_words


def seen_at(bundle: Bundle, conditions: Iterable[Typed]) -> tuple[str, ...]:
    """One sentence for each fact whose place the documents tell, in order of reading."""
    facts = [atom.fact for typed in conditions for atom in atoms(typed.condition)]
    found = []
    for fact in dict.fromkeys(facts):
        told = sight_of(bundle.world, fact)
        if told is None and fact == "build":
            told = Sight(where=bundle.device.where_the_build_is_shown)
        if told is None and fact == "variant":
            # Each variant says itself how it is told apart.
            found += [f"{v.id}: {v.told_apart_by}" for v in bundle.device.variants]
        if told is not None:
            found.append(_sentence(fact_words(bundle, fact), told))
    return tuple(found)


def _sentence(fact: str, told: Sight) -> str:
    says = _("{fact}: {where}").format(fact=fact[:1].upper() + fact[1:], where=told.where)
    if told.line is not None:
        says = _("{says}, for example “{line}”").format(says=says, line=told.line)
    for other in told.alike:
        says = _("{says}; not “{line}”, which is {means}").format(
            says=says, line=other.line, means=other.means
        )
    return says
