"""Facts that documents declare: their names in conditions, and what sets them."""

from collections.abc import Iterable, Iterator, Mapping
from difflib import get_close_matches

from anleitung.core.diagrams.space import Fact, FactKind
from anleitung.core.documents.base import DocumentPlace
from anleitung.core.documents.device import Device
from anleitung.core.documents.own_fact import Event, OwnFact
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.phone.world import Phone, World

OWN = "own."


def own_facts(
    device: Device,
    programs: Iterable[Program],
    tools: Iterable[Tool],
    packages: Iterable[Package],
) -> dict[str, OwnFact]:
    """Name in conditions → fact: own.<fact> of the codename, own.<document>.<fact> of others,

    own.<system>.<fact> of a system beside stock.
    """
    found = {f"{OWN}{fact.id}": fact for fact in device.facts}
    owners = [(s.id, s.facts) for s in device.other_systems]
    owners += [(p.id, p.facts) for p in programs]
    owners += [(t.id, t.facts) for t in tools]
    owners += [(p.id, p.facts) for p in packages]
    return found | {f"{OWN}{owner}.{f.id}": f for owner, facts in owners for f in facts}


def start_of_own(own: Mapping[str, OwnFact]) -> Iterator[Fact]:
    for name, fact in own.items():
        kind = FactKind.ORACLE if fact.hidden else FactKind.PHONE
        yield Fact(name, fact.values, fact.values[0], 2, kind)


def happens(phone: Phone, world: World, event: Event) -> None:
    """Sets what this event sets."""
    for name, fact in world.own.items():
        for each in fact.set_by:
            if each.by == event:
                phone.set(name, each.to)


def own_value(
    world: World, name: str, value: str, at: DocumentPlace
) -> Iterator[tuple[DocumentPlace, str]]:
    """What is wrong with a declared fact that a document sets."""
    if not name.startswith(OWN):
        return
    fact = world.own.get(name)
    if fact is None:
        near = get_close_matches(name, list(world.own), n=3)
        meant = f"; meant is perhaps {' or '.join(near)}" if near else ""
        yield at, f"no document declares the fact {name}{meant}"
    elif value not in fact.values:
        yield at, f"{name} has no value {value}: {', '.join(fact.values)}"
