"""The proof while one writes: in the request itself, as far as a small budget goes."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.explain.consequences import TurnedAway, example_of, find_turned_away
from anleitung.core.proof.prove import report
from anleitung.core.proof.repair.admit_through import kinds_through, some_come_through
from anleitung.core.proof.result import ProofOut
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.core.sheet.build import build_sheet
from anleitung.core.sheet.model import SheetOut
from anleitung.core.writing.here import Here, Modes, modes_before
from anleitung.guides.load import Stored, guides_of, kept_proof, load_bundle, store_proof
from anleitung.guides.models import Draft
from anleitung.guides.shelf import shelf_for
from anleitung.storage.recent import Kept

# What is longer than this is left to the worker, and the editor waits for it.
_BUDGET = Budget(memos=120_000, nodes=400_000)


@dataclass(frozen=True, slots=True)
class WhoComes:
    """through: kinds of phone that come to the end without a stop, whatever they choose; some:

    some phones or choices do and some do not; example: one that comes in; away: those that each
    part of the admission turns away.
    """

    through: int
    some: bool
    example: str
    away: tuple[TurnedAway, ...]


@dataclass(frozen=True, slots=True)
class WrittenProof:
    """sheet: None where the small budget did not reach; modes: before each row."""

    proof: ProofOut
    sheet: SheetOut | None
    modes: Modes
    who: WhoComes | None


_PROOFS: Kept[str, WrittenProof] = Kept(most=40)


def written_proof(row: Stored) -> WrittenProof:
    """For the chosen codename. Raises UnreadableGuide, NotForCodename."""
    return proof_of(load_bundle(row))


def proof_of(bundle: Bundle) -> WrittenProof:
    """bundle: as it is for one codename."""

    def made() -> WrittenProof:
        compiled = run_bundle(bundle, _BUDGET)
        proof = report(compiled)
        sheet = build_sheet(bundle, proof) if proof.finished else None
        who = _who_comes(compiled) if proof.finished else None
        return WrittenProof(proof, sheet, modes_before(compiled), who)

    return _PROOFS.get_or(bundle.fingerprint, made)


def _who_comes(compiled: Compiled) -> WhoComes:
    return WhoComes(
        through=kinds_through(compiled),
        some=some_come_through(compiled),
        example=example_of(compiled, compiled.procedure.admitted),
        away=tuple(find_turned_away(compiled)),
    )


def here_at(row: Stored, name: str) -> Here:
    """name: the row, by its id as it is read; "" for the end."""
    bundle = load_bundle(row)
    shelf = shelf_for(row).with_bundle(bundle)
    known = written_proof(row).modes
    # Where no phone comes to, what was known last is the best guess of what may be written there.
    modes = known.get(name) or next(reversed(list(known.values())), frozenset())
    others = guides_of(bundle.device.codename).exclude(pk=row.guide.pk)
    guides = tuple((g.slug, g.slug) for g in others.order_by("slug"))
    return Here(bundle, shelf, modes, guides)


def keep_when_quiet(draft: Draft, *, now: datetime) -> None:
    """The proof of what stands for a while is stored, so that every other page has it."""
    if draft.updated_at > now - _QUIET:
        return
    bundle = load_bundle(draft)
    if kept_proof(bundle) is None:
        found = written_proof(draft)
        if found.sheet is not None:
            store_proof(bundle.fingerprint, found.proof)


_QUIET = timedelta(seconds=4)
