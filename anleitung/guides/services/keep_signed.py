"""Signed checksum lists are kept beside the file sets of a guide, and the keys that signed them."""

from datetime import datetime

from django.contrib.auth.models import User
from django.db import transaction

from anleitung.accounts.keepers import require_keeper
from anleitung.accounts.roles import require_maintainer
from anleitung.core.documents.stated import stated
from anleitung.core.files.compare import compare_list
from anleitung.guides.errors import SignedRefused
from anleitung.guides.load import find_guide
from anleitung.guides.models import SignedList, SignerKey
from anleitung.signatures.verify import InvalidSignature, read_key, read_signatures

MOST_LISTS = 20
MOST_KEYS = 200


def keep_list(
    *, actor: User, codename: str, slug: str, name: str, text: str, signature: str, now: datetime
) -> list[SignedList]:
    """One for each signer. A bad or unverified signature is kept as well, and said to be so.

    Raises NotThere, InvalidList, InvalidSignature, SignedRefused; then none is kept.
    """
    require_keeper(actor, codename)
    if text.lstrip("\ufeff \r\n").startswith("-----BEGIN PGP"):
        raise InvalidSignature(
            "this list carries a signature within itself. Give the plain list, and beside it a "
            "detached signature"
        )
    compare_list((), text)
    how = "A list is kept under a name of at most 150 characters."
    kept_name = stated(name or "list", least=1, most=150, error=SignedRefused, says=how)
    signatures = read_signatures(signature)
    with transaction.atomic():
        guide = find_guide(codename, slug)
        if guide.signed_lists.count() + len(signatures) > MOST_LISTS:
            raise SignedRefused(f"{MOST_LISTS} lists are kept here already; take one out first.")
        armored = [each.armored for each in signatures]
        if guide.signed_lists.filter(text=text, signature__in=armored).exists():
            raise SignedRefused("This list with this signature is kept already.")
        return [
            SignedList.objects.create(
                guide=guide,
                name=kept_name,
                text=text,
                signature=each.armored,
                issuer=each.issuer,
                added_at=now,
                added_by=actor,
            )
            for each in signatures
        ]


def drop_list(*, actor: User, list_id: int) -> None:
    require_maintainer(actor)
    found = SignedList.objects.filter(pk=list_id).select_related("guide").first()
    if found is not None:
        require_keeper(actor, found.guide.codename)
        found.delete()


def keep_key(*, actor: User, certificate: str, says: str, now: datetime) -> SignerKey:
    """says: whose key it is and how that is known. A newer copy of a known key replaces it.

    Raises InvalidSignature, SignedRefused.
    """
    require_maintainer(actor)
    key = read_key(certificate)
    how = "Say in 1 to 200 characters whose key it is, and how you know."
    text = stated(says, least=1, most=200, error=SignedRefused, says=how)
    known = SignerKey.objects.filter(fingerprint=key.fingerprint).exists()
    if not known and SignerKey.objects.count() >= MOST_KEYS:
        raise SignedRefused(f"{MOST_KEYS} keys are kept already.")
    kept, _ = SignerKey.objects.update_or_create(
        fingerprint=key.fingerprint,
        defaults={"certificate": certificate, "says": text, "added_at": now, "added_by": actor},
    )
    return kept
