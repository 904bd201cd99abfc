"""Answers about a guide that take long: the kept one, or a job that works it out."""

from datetime import datetime
from typing import Any

from django.contrib.auth.models import User

from anleitung.core.guide.bundle import Bundle
from anleitung.core.model_version import MODEL_VERSION, comparing_version
from anleitung.core.proof.result import ProofOut
from anleitung.guides.comparing import ComparedStates
from anleitung.guides.follows import Follows
from anleitung.guides.goes_with import GoesWithOut, files_of, goes_with_of, key_of
from anleitung.guides.load import Stored, kept_proof, load_bundle, require_proof
from anleitung.guides.work import newest_state, proof_key, row_args
from anleitung.jobs.outcomes import forget_outcome
from anleitung.jobs.services.ask import ask


def ask_proof(
    *, actor: User, row: Stored, now: datetime, of: Bundle | None = None, today: bool = False
) -> ProofOut:
    """of: the row's guide with today's documents, where it is these that are to be proved.

    Raises UnderWay, JobFailed, JobRefused, TooMany, UnreadableGuide.
    """
    bundle = of or load_bundle(row)
    found = kept_proof(bundle)
    if found is not None:
        return found
    # The proof itself is what counts: without it nothing was worked out, whatever is noted.
    key = proof_key(bundle.fingerprint)
    forget_outcome("proof", key)
    ask(actor=actor, kind="proof", key=key, args={**row_args(row), "today": today}, now=now)
    return require_proof(bundle)


def ask_follows(*, actor: User, row: Stored, now: datetime) -> Follows:
    """Slips, reasons, losses, choices, ways back. The rescue guides are those published now."""
    key = f"{load_bundle(row).fingerprint} {MODEL_VERSION} {newest_state()}"
    told = ask(actor=actor, kind="slips", key=key, args=row_args(row), now=now)
    return Follows.model_validate(told)


def ask_goes_with(*, actor: User, codename: str, now: datetime) -> GoesWithOut:
    bundle, several = files_of(codename)
    if bundle is None:
        return goes_with_of(codename)
    key = f"{codename} {key_of(bundle, several)} {MODEL_VERSION}"
    args = {"codename": codename}
    told = ask(actor=actor, kind="goes-with", key=key, args=args, now=now)
    return GoesWithOut.model_validate(told)


def ask_compared(*, actor: User, first: Stored, second: Stored, now: datetime) -> ComparedStates:
    """first: the earlier state."""
    key = f"{first.fingerprint} {second.fingerprint} {comparing_version()}"
    args = {"first": row_args(first), "second": row_args(second)}
    told = ask(actor=actor, kind="compare", key=key, args=args, now=now)
    return ComparedStates.model_validate(told)


def ask_fixes(*, actor: User, row: Stored, now: datetime) -> list[dict[str, Any]]:
    key = f"{load_bundle(row).fingerprint} {MODEL_VERSION}"
    found: list[dict[str, Any]] = ask(
        actor=actor, kind="fixes", key=key, args=row_args(row), now=now
    )
    return found
