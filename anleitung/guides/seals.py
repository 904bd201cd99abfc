"""Seals of proofs, and of what guides did: what somebody edited in the database counts for nothing.

Made with the site's secret key, which is not in the database. Whoever has both can forge one.
"""

import hmac
import json
from typing import Any

from django.utils.crypto import salted_hmac

from anleitung.guides.models import Proof

SALT = "anleitung.guides.proof"


def seal_of(fingerprint: str, model: str, body: Any) -> str:
    payload = json.dumps([fingerprint, model, body], sort_keys=True, separators=(",", ":"))
    return salted_hmac(SALT, payload, algorithm="sha256").hexdigest()


def holds_seal(fingerprint: str, model: str, body: Any, seal: object) -> bool:
    try:
        wanted = seal_of(fingerprint, model, body)
    except (ValueError, TypeError):  # what no proof holds, such as a number with a fraction
        return False
    return isinstance(seal, str) and hmac.compare_digest(wanted, seal)


def is_sealed(proof: Proof) -> bool:
    return holds_seal(proof.fingerprint, proof.model, proof.body, proof.seal)
