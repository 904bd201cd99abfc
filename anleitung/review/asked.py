"""The gate with all that it takes: what is still to be worked out is asked of the worker first."""

from datetime import datetime

from django.contrib.auth.models import User

from anleitung.core.gate.model import Gate
from anleitung.core.proof.rehearse.rescue import ways_named_in
from anleitung.guides.asked import ask_proof
from anleitung.guides.load import chosen_for, load_whole
from anleitung.guides.models import Draft
from anleitung.guides.work import row_args
from anleitung.jobs.services.ask import ask
from anleitung.review.gate import WAYS, gate_for, ways_key


def ask_gate(*, actor: User, draft: Draft, now: datetime) -> Gate:
    """Raises UnderWay, JobFailed, JobRefused, TooMany, UnreadableGuide."""
    whole = load_whole(draft)
    proofs = [
        ask_proof(actor=actor, row=chosen_for(draft, each), now=now) for each in whole.codenames
    ]
    if ways_named_in(whole.guide) and all(proof.finished for proof in proofs):
        ask(actor=actor, kind=WAYS, key=ways_key(draft), args=row_args(draft), now=now)
    return gate_for(draft, actor=actor, now=now)
