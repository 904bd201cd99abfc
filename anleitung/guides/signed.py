"""What the signed lists of a guide say, and what of that was verified and what was not."""

from collections import Counter
from dataclasses import dataclass
from datetime import datetime

from anleitung.core.files.compare import Compared, compare_list
from anleitung.core.marked import gettext as _
from anleitung.guides.load import Stored, load_bundle
from anleitung.guides.models import SignedList, SignerKey
from anleitung.signatures.verify import Verdict, has_key, read_key, verify_list


@dataclass(frozen=True, slots=True)
class SignedListState:
    """says: what was verified; but: what was not. compared: the list against this set."""

    kept: SignedList
    verdict: Verdict
    says: str
    but: str
    compared: tuple[Compared, ...]

    @property
    def agreement(self) -> str:
        count = Counter(c.verdict for c in self.compared)
        parts = [
            _("{n} of the set agree").format(n=count["agrees"]),
            *([_("{n} differ").format(n=count["differs"])] if count["differs"] else []),
            *(
                [_("{n} are not in it").format(n=count["not-listed"])]
                if count["not-listed"]
                else []
            ),
        ]
        return ", ".join(parts)


def signed_lists(row: Stored, *, now: datetime) -> list[SignedListState]:
    packages = list(load_bundle(row).world.packages.values())
    keys = list(SignerKey.objects.select_related("added_by"))
    lists = row.guide.signed_lists.select_related("added_by").order_by("-added_at", "-id")
    return [_tell(each, keys, now, compare_list(packages, each.text)) for each in lists]


def _tell(
    kept: SignedList, keys: list[SignerKey], now: datetime, compared: tuple[Compared, ...]
) -> SignedListState:
    key = next((k for k in keys if has_key(k.certificate, kept.issuer)), None)
    verdict = verify_list(kept.text, kept.signature, key.certificate if key else "", now)
    says, but = _words(verdict, kept, key)
    return SignedListState(kept, verdict, says, but, compared)


def _words(verdict: Verdict, kept: SignedList, key: SignerKey | None) -> tuple[str, str]:
    if key is None:
        says = _("Nothing was verified: the key {issuer} that it names is not known here.")
        but = _("Enter the public key to have it verified.")
        return says.format(issuer=kept.issuer), but
    names = ", ".join(read_key(key.certificate).names) or _("no name")
    match verdict:
        case "good":
            says = _("The signature is good: exactly this list was signed by the key {key}.")
            but = _(
                "Not verified: that the key belongs to whom it names itself after ({names}). "
                "{who} entered it on {day} with the words “{words}”."
            )
            who, day = key.added_by.get_username(), f"{key.added_at:%-d %B %Y}"
            return says.format(key=key.fingerprint), but.format(
                names=names, who=who, day=day, words=key.says
            )
        case "bad":
            says = _("The signature is bad: the key {key} did not sign this very list.")
            but = _("The list was changed after it was signed, or belongs to another signature.")
        case "key-expired":
            says = _("Nothing was verified: the key {key} has expired.")
            but = _("Enter the renewed key, if its owner renewed it.")
        case "old-digest":
            says = _("Nothing was verified: the signature rests on a digest that can be forged.")
            but = _("Ask the signer for one with SHA-256 or stronger. The list may well be whole.")
        case "from-the-future":
            says = _("Nothing was verified: the signature is dated in the future.")
            but = _("The signer's clock was wrong, or this site's is. The list may well be whole.")
        case "signature-expired":
            says = _("Nothing was verified: the signature was made to last, and its time is over.")
            but = _("Ask the signer for a newer one. The list may well be whole.")
        case "not-accepted":
            says = _(
                "Nothing was verified: the list is the one that was signed, but the signature or "
                "the key {key} is not accepted."
            )
            but = _(
                "A part of the key may have expired, been revoked or be too weak, or the signature "
                "was not made by it. Ask the signer for a newer key."
            )
        case _:
            says = _("Nothing was verified: the key {key} was revoked by its owner.")
            but = _("What it signed should not be relied on.")
    return says.format(key=key.fingerprint), but
