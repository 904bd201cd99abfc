"""What needs a decision: one matter, its kind, and how matters are ranked and grouped."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from anleitung.core.marked import N_, Texts

MatterKind = Literal[
    "reports", "sources", "unreadable", "today", "chains", "drafts", "review", "ready"
]
Tone = Literal["loss", "care", "plain"]

TITLES: Texts[MatterKind] = Texts(
    {
        "reports": N_("Readers in trouble"),
        "sources": N_("Sources that changed"),
        "unreadable": N_("Cannot be read"),
        "today": N_("Out of date"),
        "chains": N_("Chains of guides"),
        "drafts": N_("Drafts with findings"),
        "review": N_("Asked to be read"),
        "ready": N_("Drafts ready to publish"),
    }
)


@dataclass(frozen=True, slots=True)
class Matter:
    """harm: 0 hurts readers now, then less and less; readers: how many followed the guide.

    mine: the actor published or wrote what it is about; path: where its action is.
    """

    kind: MatterKind
    harm: int
    tone: Tone
    text: str
    action: str
    path: str
    readers: int = 0
    mine: bool = False


@dataclass(frozen=True, slots=True)
class MatterGroup:
    kind: MatterKind
    title: str
    tone: Tone
    matters: tuple[Matter, ...]


def grouped(matters: Iterable[Matter]) -> list[MatterGroup]:
    """By kind; the group with the most harmful matter first, and in each what is the actor's own

    before the rest, then by harm and by readers.
    """
    found: dict[MatterKind, list[Matter]] = {}
    for matter in matters:
        found.setdefault(matter.kind, []).append(matter)
    groups = []
    for kind, own in found.items():
        own.sort(key=lambda m: (not m.mine, m.harm, -m.readers))
        worst = min(own, key=lambda m: m.harm)
        groups.append((worst.harm, MatterGroup(kind, TITLES[kind], worst.tone, tuple(own))))
    order = list(TITLES)
    groups.sort(key=lambda g: (g[0], order.index(g[1].kind)))
    return [group for _, group in groups]
