"""Two chords of one guide differ by a single key."""

from collections.abc import Iterator
from itertools import combinations

from anleitung.core.documents.chord import Chord
from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Found, Nature, Severity
from anleitung.core.proof.run.compile import Compiled

FINDING = Finding(
    id="chords-alike",
    nature=Nature.COURSE,
    severity=Severity.NOTE,
    says=N_("Two chords of this guide differ by one key only: {subject}."),
    why=N_("Under way people take the one for the other, and land in the wrong mode."),
    remedy=N_("Say at each how its screen is told from the other"),
)


def check(compiled: Compiled) -> Iterator[Found]:
    """Chords that lead into different modes; those that begin elsewhere are told apart by that."""
    reached: dict[str, str] = {}
    unseen: set[str] = set()
    for row in compiled.rows:
        mode = row.action.chord_to() if row.action else None
        if mode is not None and row.action is not None:
            reached.setdefault(mode, row.action.id)
            unseen |= set() if row.action.sight else {mode}
    chords = [c for c in compiled.bundle.device.chords if c.reaches in reached]
    for one, other in combinations(chords, 2):
        if one.reaches == other.reaches or one.begins != other.begins:
            continue
        if not unseen & {one.reaches, other.reaches}:
            continue  # each step says by which sight its mode is known
        if _differ_by_one_key(_held(one), _held(other)):
            step = reached[other.reaches]
            yield Found(FINDING.id, f"{one.id}, {other.id}", step, None)


def _held(chord: Chord) -> frozenset[str]:
    return frozenset(key for moment in chord.moments for key in moment.hold)


def _differ_by_one_key(one: frozenset[str], other: frozenset[str]) -> bool:
    return one != other and len(one - other) <= 1 and len(other - one) <= 1
