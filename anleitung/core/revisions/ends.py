"""What is otherwise on a phone at the end, gathered so that one partition is one sentence."""

from collections.abc import Iterator
from dataclasses import dataclass

from anleitung.core.diagrams.space import Node
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import and_list
from anleitung.core.proof.explain.trace import shown_facts
from anleitung.core.revisions.effects import Effects


@dataclass(frozen=True, slots=True)
class EndSaid:
    """says: with places for {kinds} and {which}; release: only another release stands there."""

    says: str
    phones: Node
    release: bool


def ends_said(effects: Effects) -> Iterator[EndSaid]:
    names = dict(shown_facts())
    parts: dict[tuple[str, bool], Node] = {}
    for each in effects.differing_ends():
        title = names.get(each.slot) or _part_of(each.slot)
        key = (title, each.release)
        parts[key] = effects.space.either(parts.get(key, effects.space.false), each.phones)
    # What is otherwise on the very same phones is said at once.
    told: dict[tuple[Node, bool], list[str]] = {}
    for (title, release), phones in parts.items():
        if not release or (title, False) not in parts:
            told.setdefault((phones, release), []).append(title)
    for (phones, release), titles in told.items():
        says = _("At the end this is otherwise for {kinds}: {what}{which}")
        if release:
            says = _("At the end another release stands for {kinds} in: {what}{which}")
        what = and_list(titles).replace("{", "").replace("}", "")
        yield EndSaid(says.replace("{what}", what), phones, release)


def _part_of(slot: str) -> str:
    """Of a partition its name and side; of anything else the name of the fact."""
    side, _dot, rest = slot.partition(".")
    if side not in ("cur", "other"):
        return slot.replace(".", " ").replace("-", " ")
    name = rest.rpartition(".")[0] or rest
    return name if side == "cur" else _("{name} in the other slot").format(name=name)
