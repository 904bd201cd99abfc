"""The two octets that a signature repeats of the hash it signs (RFC 9580, 5.2.3 and 5.2.4).

They tell a list that was changed from one that is the same while the key or the signature is not
accepted: the library that verifies gives one answer for both. They prove nothing by themselves.
"""

import hashlib
from collections.abc import Callable
from typing import Any

# Digests with which nobody can make a second list; the others are told as old.
HASHES: dict[str, Callable[[], Any]] = {
    "SHA224": hashlib.sha224,
    "SHA256": hashlib.sha256,
    "SHA384": hashlib.sha384,
    "SHA512": hashlib.sha512,
    "SHA3_256": hashlib.sha3_256,
    "SHA3_512": hashlib.sha3_512,
}
_BY_NUMBER = {
    8: "SHA256",
    9: "SHA384",
    10: "SHA512",
    11: "SHA224",
    12: "SHA3_256",
    14: "SHA3_512",
}
_TEXT = 1


def begins_as_signed(body: bytes, content: bytes) -> bool:
    """body: of a signature packet of version 4 or 6. False also where it cannot be read."""
    version, kind, _, number = body[:4]
    if number not in _BY_NUMBER or version not in (4, 6):
        return False
    wide = 2 if version == 4 else 4
    hashed = int.from_bytes(body[4 : 4 + wide], "big")
    signed = 4 + wide + hashed
    unhashed = int.from_bytes(body[signed : signed + wide], "big")
    at = signed + wide + unhashed
    left, salt = body[at : at + 2], b""
    if version == 6:
        salt = body[at + 3 : at + 3 + body[at + 2]]
    if kind == _TEXT:
        content = content.replace(b"\r\n", b"\n").replace(b"\n", b"\r\n")
    running = HASHES[_BY_NUMBER[number]]()
    running.update(salt + content + body[:signed])
    running.update(bytes((version, 0xFF)) + signed.to_bytes(4, "big"))
    return bool(running.digest()[:2] == left)
