"""What is asked of a codename before all else, so that guides can be gone through beforehand."""

from collections.abc import Iterator, Mapping

from anleitung.core.routes.aims import NamedAim, standings_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.merge import merge_copies
from anleitung.core.routes.search import MOST_SHOWN, Aim, search
from anleitung.core.routes.spread import nearest_phone

# What a phone is bought as; the rest is asked of the usual phone only.
_BOUGHT = ("variant", "region")
MOST_QUESTIONS = 200


def make_ready(ground: Ground) -> None:
    """What every question needs is worked out, before the first is asked. Raises BudgetSpent."""
    ground.hall.shut_out(ground.state_of(ground.phone({})))
    nearest_phone(ground, {})


def usual_questions(ground: Ground) -> list[tuple[dict[str, str], NamedAim]]:
    """What is known of the phone, and the aim: as the page of the codename offers them, on the

    usual phone first, then on each other variant and region. Raises BudgetSpent.
    """
    standings = standings_of(ground)
    found = [
        ({**standing.known, **bought}, aim)
        for bought in ({}, *_bought(ground))
        for standing in standings
        for aim in standing.aims
    ]
    return found[:MOST_QUESTIONS]


def _bought(ground: Ground) -> Iterator[dict[str, str]]:
    for name in _BOUGHT:
        if name in ground.space.level_of:
            fact = ground.space.facts[ground.space.level_of[name]]
            yield from ({name: value} for value in fact.values if value != fact.default)


def go_through(ground: Ground, known: Mapping[str, str], aim: NamedAim) -> None:
    """Searches as for an answer, for what the guides remember of it. Raises BudgetSpent."""
    phone, wanted = nearest_phone(ground, known), Aim(aim.condition)
    if phone is not None:
        for route in search(ground, phone, wanted).routes[:MOST_SHOWN]:
            merge_copies(ground, phone, route, wanted)
