"""Routes over what is published: the ground of a codename, and one question answered on it."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Literal

from anleitung.catalogue.load import load_device, load_graph, stored_builds
from anleitung.core.conditions.model import atoms
from anleitung.core.documents.base import Typed, body_of, fingerprint_of
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.evidence.report import EvidenceOut
from anleitung.core.guide.bundle import Bundle
from anleitung.core.routes.aims import NamedAim, aims_of
from anleitung.core.routes.answer import Answered, answer_of
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.moves import (
    MOST_CHOICES,
    Flag,
    Move,
    Reported,
    moves_of,
    updates_of,
    ways_to_choose,
)
from anleitung.core.routes.wishes import Wishes
from anleitung.core.updates.moves import Graph
from anleitung.guides.load import all_withdrawn, newest_revisions, readable
from anleitung.guides.models import Revision
from anleitung.guides.states import deprecation_of
from anleitung.reports.evidence import evidence_for, not_known_here, revision_before
from anleitung.routes.kept_runs import learn_kept
from anleitung.routes.made_of import made_of
from anleitung.storage.recent import Kept

WHEN = "when:"  # before an aim that is typed as a condition
LeftOut = Literal["older", "deprecated", "dead", "withdrawn"]
_ON: Kept[tuple[object, ...], "OnGround | None"] = Kept(most=8)
_GROUNDS: Kept[tuple[object, ...], Ground] = Kept(most=8)
_MOVES: Kept[tuple[object, ...], tuple[Move, ...]] = Kept(most=300)
_ANSWERS: Kept[tuple[object, ...], "Answered"] = Kept(most=200)


class NoSuchAim(ValueError):
    """The codename does not have it, or what was typed is no condition on it."""


@dataclass(frozen=True)
class OnGround:
    """key: of the ground, as long as nothing of it changes. revisions: by the name of a move.

    left_out: guides that no route takes, each with why: older (its document of the phone is),
    deprecated, dead (phones are reported to be). avoided: the moves of those that are not older.
    older: the bundles of those that are, by name. is_older: no guide carries today's documents.
    untried: guides with more ways to choose than are tried: title, how many are, of how many.
    """

    key: tuple[object, ...]
    ground: Ground
    revisions: Mapping[str, Revision]
    left_out: tuple[tuple[str, LeftOut], ...]
    avoided: tuple[Move, ...]
    older: Mapping[str, tuple[Revision, Bundle]]
    is_older: bool
    untried: tuple[tuple[str, int, int], ...]


@dataclass(frozen=True)
class Asked:
    """aim: id of a NamedAim. known: fact → value."""

    aim: str
    known: tuple[tuple[str, str], ...]
    wishes: Wishes


def ground_of(
    codename: str, *, now: datetime, made: tuple[object, ...] | None = None
) -> OnGround | None:
    """None where nothing is published for the codename. Raises NoSuchDocument.

    made: what it is made of, where that was asked for many codenames at once.
    """
    return _ON.get_or(made or made_of(codename, now=now), lambda: _ground_of(codename, now=now))


def _ground_of(codename: str, *, now: datetime) -> OnGround | None:
    device = load_device(codename)
    graph = load_graph(device)
    moves: list[Move] = []
    revisions: dict[str, Revision] = {}
    left_out: list[tuple[str, LeftOut]] = []
    avoided: list[Move] = []
    older: dict[str, tuple[Revision, Bundle]] = {}
    all_rows = [(r, b) for r, b in readable(newest_revisions(codename)) if isinstance(r, Revision)]
    fits = _Documents(device, stored_builds(codename))
    is_older = not any(fits(bundle) for _row, bundle in all_rows)
    if is_older and all_rows:
        # None carries the documents of today: those of the newest count, and it is said.
        newest = max(all_rows, key=lambda each: each[0].pk)[1]
        fits = _Documents(newest.device, {b.build: b for b in newest.builds})
        graph = Graph(newest.placed)
    for row, bundle in all_rows:
        evidence = evidence_for(row, now=now)
        why = _why_left_out(row, bundle, evidence, fits)
        if why is not None:
            left_out.append((row.title, why))
            if why == "older":
                older[row.guide.slug] = (row, bundle)
            else:
                avoided += moves_of(row.guide.slug, bundle, avoided=why)
                revisions[row.guide.slug] = row
            continue
        revisions[row.guide.slug] = row
        moves += _moves(row.guide.slug, bundle, _reported(row, evidence, now=now))
    if not moves:
        return None
    for gone, bundle in readable(all_withdrawn(codename)):
        if isinstance(gone, Revision) and fits(bundle):
            avoided += moves_of(gone.guide.slug, bundle, avoided="withdrawn")
            revisions[gone.guide.slug] = gone
    key = (
        *((m.key, m.bundle.fingerprint, m.reported) for m in moves),
        *graph.builds.values(),
    )

    def made() -> Ground:
        # What a guide did to phones so far is remembered with it, whatever else changes.
        offered = (
            fingerprint_of("device", body_of(moves[0].bundle.device)),
            *graph.builds.values(),
        )
        updates = _MOVES.get_or(offered, lambda: tuple(updates_of(moves[0].bundle, graph)))
        return Ground([*moves, *updates])

    ground = _GROUNDS.get_or(key, made)
    untried = tuple(
        (bundle.guide.title, MOST_CHOICES, ways)
        for bundle in ground.bundles.values()
        if (ways := ways_to_choose(bundle)) > MOST_CHOICES
    )
    return OnGround(
        key, ground, revisions, tuple(left_out), tuple(avoided), older, is_older, untried
    )


def _reported(row: Revision, evidence: EvidenceOut, *, now: datetime) -> Reported:
    before = revision_before(row)
    earlier = not_known_here(evidence_for(before, now=now), evidence).flags if before else ()
    flags, of_before = (
        tuple(Flag(f.factor, f.value, f.words) for f in found)
        for found in (evidence.flags, earlier)
    )
    return Reported(evidence.runs, evidence.failed, flags, of_before)


def _moves(name: str, bundle: Bundle, reported: Reported) -> tuple[Move, ...]:
    """What a guide did to phones is remembered on, whatever readers report of it."""
    moves = _MOVES.get_or((name, bundle.fingerprint), lambda: tuple(moves_of(name, bundle)))
    return tuple(replace(move, reported=reported) for move in moves)


@dataclass(frozen=True)
class _Documents:
    """Whether a guide carries these documents of the phone and its builds."""

    device: Device
    builds: Mapping[str, Build]

    def __call__(self, bundle: Bundle) -> bool:
        return bundle.device == self.device and all(
            self.builds.get(b.build, b) == b for b in bundle.builds
        )


def _why_left_out(
    row: Revision, bundle: Bundle, evidence: EvidenceOut, fits: _Documents
) -> LeftOut | None:
    if deprecation_of(row.guide) is not None:
        return "deprecated"
    if evidence.dead_notice:
        return "dead"
    return None if fits(bundle) else "older"


def answer(on: OnGround, asked: Asked) -> Answered:
    """Raises UnknownFact, BudgetSpent, NoSuchAim."""
    if asked.aim.startswith(WHEN):
        aim = _typed_aim(on.ground, asked.aim.removeprefix(WHEN))
    else:
        known = {each.id: each for each in aims_of(on.ground)}
        if asked.aim not in known:
            raise NoSuchAim(asked.aim)
        aim = known[asked.aim]
    return _ANSWERS.get_or((on.key, asked), lambda: _answered(on.ground, aim, asked))


def _typed_aim(ground: Ground, text: str) -> NamedAim:
    """An aim as a condition in the words of guides."""
    try:
        condition = Typed.parse(text).condition
    except ValueError as error:
        raise NoSuchAim(str(error)) from error
    for atom in atoms(condition):
        if atom.fact not in ground.vocabulary:
            raise NoSuchAim(atom.fact)
    return NamedAim(f"{WHEN}{text}", text, condition)


def _answered(ground: Ground, named: NamedAim, asked: Asked) -> Answered:
    learn_kept(ground)
    return answer_of(ground, named.condition, dict(asked.known), asked.wishes)
