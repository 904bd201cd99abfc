"""A guide is kept apart, to try things out, or comes back among the others."""

from django.contrib.auth.models import User

from anleitung.accounts.keepers import require_keeper
from anleitung.guides.errors import TrialRefused
from anleitung.guides.load import find_guide
from anleitung.guides.models import Guide


def set_trial(*, actor: User, codename: str, slug: str, is_trial: bool) -> Guide:
    """What readers may find stays on the desk. Raises NotThere, TrialRefused."""
    require_keeper(actor, codename)
    guide = find_guide(codename, slug)
    if is_trial and guide.revisions.filter(withdrawal__isnull=True).exists():
        raise TrialRefused("Readers can find this guide, so it stays on the desk.")
    guide.is_trial = is_trial
    guide.save(update_fields=["is_trial"])
    return guide
