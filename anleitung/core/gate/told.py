"""What readers are told of the gate that a revision passed."""

from collections.abc import Iterable
from dataclasses import dataclass

from anleitung.core.gate.model import GateItem, GateLine
from anleitung.core.marked import gettext as _


@dataclass(frozen=True, slots=True)
class ToldOfGate:
    """eyes: who else stands behind it, "" where nothing is at stake; alone: one person's word.

    waived: what was let stand, with the reason.
    """

    eyes: str
    alone: bool
    waived: tuple[GateItem, ...]


def told_of(lines: Iterable[GateLine], pair: str, codename: str = "") -> ToldOfGate:
    """pair: as the gate said it when the state was published. codename: that of the reader, who is

    told nothing of another phone; "" for all.
    """
    known = tuple(lines)
    said = next((line.says for line in known if line.id == "eyes"), "")
    waived = tuple(
        item
        for line in known
        for item in line.items
        if item.waiver is not None and (not codename or item.codename in ("", codename))
    )
    if pair in ("approved", "run"):
        return ToldOfGate(said, False, waived)
    if pair == "none":
        return ToldOfGate("", False, waived)
    if pair == "alone":
        says = _("This is one person’s word: nobody else has checked this version.")
        return ToldOfGate(says, True, waived)
    return ToldOfGate(
        _("Whether anybody else checked this version is not on record."), True, waived
    )
