"""Signed checksum lists are kept beside the file sets of a guide, and the keys that signed them."""

from datetime import datetime
from typing import Any

from django.db import transaction

from anleitung.accounts.roles import require_maintainer
from anleitung.core.files.compare import compare_list
from anleitung.guides.errors import SignedRefused
from anleitung.guides.load import find_guide
from anleitung.guides.models import SignedList, SignerKey
from anleitung.signatures import read_key, read_signature

MOST_LISTS = 20
MOST_KEYS = 200


def keep_list(
    *, actor: Any, codename: str, slug: str, name: str, text: str, signature: str, now: datetime
) -> SignedList:
    """A bad or unverified signature is kept as well, and said to be so.

    Raises NoSuchGuide, InvalidList, InvalidSignature, SignedRefused.
    """
    require_maintainer(actor)
    compare_list((), text)
    sig = read_signature(signature)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        if guide.signed_lists.count() >= MOST_LISTS:
            raise SignedRefused(f"{MOST_LISTS} lists are kept here already; take one out first.")
        if guide.signed_lists.filter(text=text, signature=sig.armored).exists():
            raise SignedRefused("This list with this signature is kept already.")
        return SignedList.objects.create(
            guide=guide,
            name=name.strip()[:150] or "list",
            text=text,
            signature=sig.armored,
            issuer=sig.issuer,
            added_at=now,
            added_by=actor,
        )


def drop_list(*, actor: Any, list_id: int) -> None:
    require_maintainer(actor)
    SignedList.objects.filter(pk=list_id).delete()


def keep_key(*, actor: Any, certificate: str, says: str, now: datetime) -> SignerKey:
    """says: whose key it is and how that is known. A newer copy of a known key replaces it.

    Raises InvalidSignature, SignedRefused.
    """
    require_maintainer(actor)
    key = read_key(certificate)
    text = " ".join(says.split())
    if not text or len(text) > 200:
        raise SignedRefused("Say in 1 to 200 characters whose key it is, and how you know.")
    known = SignerKey.objects.filter(fingerprint=key.fingerprint).exists()
    if not known and SignerKey.objects.count() >= MOST_KEYS:
        raise SignedRefused(f"{MOST_KEYS} keys are kept already.")
    kept, _ = SignerKey.objects.update_or_create(
        fingerprint=key.fingerprint,
        defaults={"certificate": certificate, "says": text, "added_at": now, "added_by": actor},
    )
    return kept
