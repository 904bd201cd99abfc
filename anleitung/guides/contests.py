"""Contested stops of a state of a guide."""

from collections.abc import Iterable

from anleitung.core.proof.result import FindingOut
from anleitung.guides.models import Contest


def contests_of(fingerprint: str) -> list[Contest]:
    found = Contest.objects.filter(fingerprint=fingerprint).select_related("by", "second")
    return list(found.order_by("at", "id"))


def open_stops(fingerprint: str, findings: Iterable[FindingOut]) -> tuple[FindingOut, ...]:
    """The stops that no two people have signed to be wrong."""
    signed = {
        (c.finding, c.subject, c.step) for c in contests_of(fingerprint) if c.second is not None
    }
    return tuple(
        f for f in findings if f.severity == "stop" and (f.id, f.subject, f.step) not in signed
    )
