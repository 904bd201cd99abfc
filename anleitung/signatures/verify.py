"""Detached OpenPGP signatures (RFC 9580) over checksum lists, verified by a library for them.

Outside core, since the library asks the system's clock whether a key is still good.
"""

from base64 import b64decode
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pysequoia import ArmorKind, Cert, Sig, armor, verify
from pysequoia.packet import PacketPile, SignatureType, Tag

from anleitung.core.errors import AnleitungError
from anleitung.core.formats.signed_hash import HASHES, begins_as_signed

MAX_SIGNATURE = 20_000
MOST_SIGNERS = 8
MAX_KEY = 200_000
# Clocks differ; what lies further ahead than this was not signed by now.
AHEAD = timedelta(minutes=10)

Verdict = Literal[
    "good",
    "bad",
    "key-not-known",
    "key-expired",
    "key-revoked",
    "old-digest",
    "from-the-future",
    "signature-expired",
    "not-accepted",
]


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
    if any(
        "Secret" in str(packet.tag)
        for packet in PacketPile.from_bytes(armored.encode(errors="replace"))
    ):
        raise InvalidSignature("this holds a secret key. Give the public one; nothing was kept")
    try:
        names = tuple(str(each)[:200] for each in cert.user_ids)
        return SignerKey(cert.fingerprint, names, cert.expiration, cert.is_revoked)
    except RuntimeError as error:
        raise InvalidSignature(
            "this key cannot be relied on: it is too short, or signed with a digest that can be "
            "forged. Ask its owner for a newer one"
        ) from error


@dataclass(frozen=True, slots=True)
class Signature:
    """armored: in its usual form. issuer: fingerprint of the key, as the signature itself says."""

    armored: str
    issuer: str


def read_signatures(text: str) -> tuple[Signature, ...]:
    """Each signer's by itself. text: armored, or binary in base64. Raises InvalidSignature."""
    if len(text) > MAX_SIGNATURE:
        raise InvalidSignature("this is longer than a detached signature; give the signature alone")
    if "-----BEGIN PGP SIGNED MESSAGE" in text:
        raise InvalidSignature(
            "this is list and signature in one. Ask for a detached signature of the list"
        )
    try:
        content = (
            text.encode(errors="replace")
            if "-----BEGIN" in text
            else b64decode(text, validate=True)
        )
        packets = list(PacketPile.from_bytes(content))
    except (RuntimeError, ValueError) as error:
        raise InvalidSignature(
            "this is no detached OpenPGP signature; it begins with “BEGIN PGP SIGNATURE”"
        ) from error
    if not packets or any(packet.tag != Tag.Signature for packet in packets):
        raise InvalidSignature(_kind_of({str(packet.tag) for packet in packets}))
    if len(packets) > MOST_SIGNERS:
        raise InvalidSignature(f"{len(packets)} signatures at once; give at most {MOST_SIGNERS}")
    return tuple(_one(_packet_bytes(bytes(packet.body))) for packet in packets)


def _kind_of(names: set[str]) -> str:
    """What was given in place of a detached signature."""
    if any("Secret" in name for name in names):
        return "this holds a secret key. Keep it to yourself; nothing was kept here"
    if any("PublicKey" in name for name in names):
        return "this is a public key and no signature; enter it as a key"
    if any(word in name for name in names for word in ("Literal", "OnePass", "Compressed")):
        return "this is list and signature in one. Ask for a detached signature of the list"
    return "this is no detached OpenPGP signature; it begins with “BEGIN PGP SIGNATURE”"


def _packet_bytes(body: bytes) -> bytes:
    """A signature packet of its own: new-format header with a four-octet length."""
    return b"\xc2\xff" + len(body).to_bytes(4, "big") + body


def _one(packet: bytes) -> Signature:
    try:
        sig = Sig.from_bytes(packet)
    except RuntimeError as error:
        raise InvalidSignature("this signature cannot be read; is it cut short?") from error
    if sig.signature_type not in (SignatureType.Binary, SignatureType.Text):
        raise InvalidSignature("this signs a key or a name and no file; give the list's signature")
    issuer = sig.issuer_fingerprint or sig.issuer_key_id
    if not issuer:
        raise InvalidSignature("the signature does not say which key made it")
    return Signature(str(armor(packet, ArmorKind.Signature)), issuer.lower())


def verify_list(text: str, signature: str, certificate: str, now: datetime) -> Verdict:
    """Is the signature over exactly these bytes good, by this key? certificate: "" for not known.

    Line ends matter to a signature: text is taken as UTF-8 exactly as it was brought. "bad" is
    said only where the list is not what was signed; all else that fails has its own name.
    """
    if not certificate:
        return "key-not-known"
    cert, sig = _cert(certificate), Sig.from_bytes(signature.encode())
    if cert.is_revoked:
        return "key-revoked"
    if cert.expiration is not None and cert.expiration < now:
        return "key-expired"
    if str(sig.hash_algorithm).rpartition(".")[2] not in HASHES:
        return "old-digest"
    if sig.created is not None and sig.created > now + AHEAD:
        return "from-the-future"
    if sig.expiration is not None and sig.expiration < now:
        return "signature-expired"
    try:
        found = verify(bytes=text.encode(), store=lambda _ids: [cert], signature=sig)
    except RuntimeError:
        found = None
    if found and any(each.certificate.lower() == cert.fingerprint for each in found.valid_sigs):
        return "good"
    (packet,) = PacketPile.from_bytes(signature.encode())
    return "not-accepted" if begins_as_signed(bytes(packet.body), text.encode()) else "bad"


def has_key(certificate: str, issuer: str) -> bool:
    """Is the issuer of a signature this key, or one of its subkeys? It may still be bad."""
    packets = PacketPile.from_bytes(bytes(_cert(certificate)))
    own = {(packet.fingerprint or "").lower() for packet in packets} - {""}
    return any(key.endswith(issuer) for key in own)


def _cert(text: str) -> Cert:
    if len(text) > MAX_KEY:
        raise InvalidSignature("this is longer than a public key")
    if "-----BEGIN PGP SIGNATURE" in text:
        raise InvalidSignature("this is a signature and no key; it begins with “PUBLIC KEY BLOCK”")
    try:
        return Cert.from_bytes(text.encode(errors="replace"))
    except RuntimeError as error:
        raise InvalidSignature(
            "this is no OpenPGP public key; it begins with “BEGIN PGP PUBLIC KEY BLOCK”"
        ) from error
