"""Detached OpenPGP signatures (RFC 9580) over checksum lists, verified by a library for them.

Outside core, since the library asks the system's clock whether a key is still good.
"""

from base64 import b64decode
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from pysequoia import Cert, Sig, verify
from pysequoia.packet import PacketPile

from anleitung.core.errors import AnleitungError

MAX_SIGNATURE = 20_000
MAX_KEY = 200_000

Verdict = Literal["good", "bad", "key-not-known", "key-expired", "key-revoked"]


class InvalidSignature(AnleitungError):
    code = "invalid-signature"


@dataclass(frozen=True, slots=True)
class SignerKey:
    """fingerprint: of the primary key, lower-case hex. names: as the key itself says, unproved."""

    fingerprint: str
    names: tuple[str, ...]
    expires: datetime | None
    is_revoked: bool


def read_key(armored: str) -> SignerKey:
    """A public key. Raises InvalidSignature; a secret key is refused, so that none is kept here."""
    cert = _cert(armored)
    if any("Secret" in str(packet.tag) for packet in PacketPile.from_bytes(armored.encode())):
        raise InvalidSignature("this holds a secret key. Give the public one; nothing was kept")
    names = tuple(str(each)[:200] for each in cert.user_ids)
    return SignerKey(cert.fingerprint, names, cert.expiration, cert.is_revoked)


@dataclass(frozen=True, slots=True)
class Signature:
    """armored: in its usual form. issuer: fingerprint of the key, as the signature itself says."""

    armored: str
    issuer: str


def read_signature(text: str) -> Signature:
    """text: armored, or a binary one in base64. Raises InvalidSignature."""
    sig = _signature(text)
    issuer = sig.issuer_fingerprint or sig.issuer_key_id
    if not issuer:
        raise InvalidSignature("the signature does not say which key made it")
    return Signature(str(sig), issuer.lower())


def verify_list(text: str, signature: str, certificate: str, now: datetime) -> Verdict:
    """Is the signature over exactly these bytes good, by this key? certificate: "" for not known.

    Line ends matter to a signature: text is taken as UTF-8 exactly as it was brought.
    """
    if not certificate:
        return "key-not-known"
    cert, sig = _cert(certificate), _signature(signature)
    if cert.is_revoked:
        return "key-revoked"
    if cert.expiration is not None and cert.expiration < now:
        return "key-expired"
    try:
        found = verify(bytes=text.encode(), store=lambda _ids: [cert], signature=sig)
    except RuntimeError:
        return "bad"
    good = any(each.certificate.lower() == cert.fingerprint for each in found.valid_sigs)
    return "good" if good else "bad"


def has_key(certificate: str, issuer: str) -> bool:
    """Is the issuer of a signature this key, or one of its subkeys? It may still be bad."""
    packets = PacketPile.from_bytes(bytes(_cert(certificate)))
    own = {(packet.fingerprint or "").lower() for packet in packets} - {""}
    return any(key.endswith(issuer) for key in own)


def _signature(text: str) -> Sig:
    if len(text) > MAX_SIGNATURE:
        raise InvalidSignature("this is longer than a detached signature; give the signature alone")
    try:
        armored = "-----BEGIN" in text
        return Sig.from_bytes(text.encode() if armored else b64decode(text, validate=True))
    except (RuntimeError, ValueError) as error:
        raise InvalidSignature(
            "this is no detached OpenPGP signature; it begins with “BEGIN PGP SIGNATURE”"
        ) from error


def _cert(text: str) -> Cert:
    if len(text) > MAX_KEY:
        raise InvalidSignature("this is longer than a public key")
    try:
        return Cert.from_bytes(text.encode())
    except RuntimeError as error:
        raise InvalidSignature(
            "this is no OpenPGP public key; it begins with “BEGIN PGP PUBLIC KEY BLOCK”"
        ) from error
