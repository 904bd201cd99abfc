"""A stop is contested, with a reason and a second signature."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.audit.record import note
from anleitung.core.documents.stated import stated
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.guides.errors import ContestRefused
from anleitung.guides.load import find_draft, load_bundle, require_proof
from anleitung.guides.models import Contest
from anleitung.guides.services.fix import Which
from anleitung.guides.services.redraft import require_seen

LEAST, MOST = 20, 500


def contest(
    *, actor: User, codename: str, slug: str, seen: str, which: Which, reason: str, now: datetime
) -> Contest:
    """For exactly the state that the actor saw. Raises NotThere, DraftMoved, ContestRefused."""
    require_keeper(actor, codename)
    says = f"Say in {LEAST} to {MOST} characters why the model is wrong here; readers see it."
    text = stated(reason, least=LEAST, most=MOST, error=ContestRefused, says=says)
    if which.finding in BY_ID and BY_ID[which.finding].final:
        raise ContestRefused("This is no question to the model: such a step is not published.")
    draft = find_draft(codename, slug)
    require_seen(draft, seen)
    bundle = load_bundle(draft)
    stops = {
        (f.id, f.subject, f.step) for f in require_proof(bundle).findings if f.severity == "stop"
    }
    if (which.finding, which.subject, which.step) not in stops:
        raise ContestRefused("This state of the guide has no such stop.")
    with transaction.atomic():
        made, is_new = Contest.objects.get_or_create(
            fingerprint=bundle.fingerprint,
            finding=which.finding,
            subject=which.subject,
            step=which.step,
            defaults={"reason": text, "by": actor, "at": now},
        )
        if is_new:
            note(actor, "contested", bundle.fingerprint, now=now, finding=which.finding)
    if not is_new:
        raise ContestRefused(f"{made.by} contests this stop already; sign it too, or leave it.")
    return made


def sign(*, actor: User, contest_id: int, now: datetime) -> Contest:
    """The second signature, by somebody else. Raises ContestRefused."""
    require_maintainer(actor)
    with transaction.atomic():
        found = Contest.objects.filter(pk=contest_id).select_related("by").first()
        if found is None:
            raise ContestRefused("There is no such contest.")
        if found.by_id == actor.pk:
            raise ContestRefused("The second signature is somebody else's.")
        if found.second_id is not None:
            raise ContestRefused("This contest has its second signature already.")
        found.second, found.second_at = actor, now
        found.save(update_fields=["second", "second_at"])
        note(actor, "contest signed", found.fingerprint, now=now, finding=found.finding)
    return found
