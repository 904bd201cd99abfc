"""Signed lists, with signatures that the host's own program made, and what is said of them."""

import os
import subprocess
from base64 import b64decode, b64encode
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from django.utils import timezone

from anleitung.core.files.lists import checksum_list
from anleitung.core.formats.checksums import InvalidList
from anleitung.guides.errors import SignedRefused
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision, SignedList, SignerKey
from anleitung.guides.services.keep_signed import drop_list, keep_key, keep_list
from anleitung.guides.signed import signed_lists
from anleitung.signatures.verify import InvalidSignature
from tests.conftest import NOW

MAKER = "Rettungsring releases <releases@werft.example>"


class Signer:
    """A key of its own in a home of its own."""

    def __init__(self, home: Path, *, lasts: str = "0", kind: str = "ed25519") -> None:
        home.mkdir(mode=0o700)
        self._home = home
        self._run("--quick-generate-key", MAKER, kind, "default", lasts)

    def _run(self, *args: str, given: bytes = b"") -> bytes:
        command = ["gpg", "--batch", "--quiet", "--passphrase", "", "--pinentry-mode", "loopback"]
        env = os.environ | {"GNUPGHOME": str(self._home)}
        done = subprocess.run([*command, *args], input=given, env=env, capture_output=True)
        assert done.returncode == 0, done.stderr
        return done.stdout

    def sign(self, text: str, *more: str, armored: bool = True) -> str:
        how = (*(["--armor"] if armored else []), *more, "--detach-sign")
        made = self._run(*how, given=text.encode())
        return made.decode() if armored else b64encode(made).decode()

    def run(self, *args: str, given: bytes = b"") -> str:
        return self._run("--armor", *args, given=given).decode()

    def public(self) -> str:
        return self._run("--armor", "--export").decode()

    def secret(self) -> str:
        return self._run("--armor", "--export-secret-keys").decode()


@pytest.fixture(scope="module")
def signer(tmp_path_factory: pytest.TempPathFactory) -> Signer:
    # A short path: the signing program's socket has a name that may not be long.
    return Signer(tmp_path_factory.mktemp("s") / "k")


@pytest.fixture
def listed(revision: Revision) -> str:
    packages = list(load_bundle(revision).world.packages.values())
    return checksum_list(packages, "two-column").replace("\n", "\r\n")


def keep(actor: Any, text: str, signature: str) -> SignedList:
    (kept,) = keep_all(actor, text, signature)
    return kept


def keep_all(actor: Any, text: str, signature: str) -> list[SignedList]:
    about = {"codename": "palstek", "slug": "clean-install", "name": "SHA256SUMS"}
    return keep_list(actor=actor, text=text, signature=signature, now=NOW, **about)


def told(revision: Revision, *, years: int = 0) -> Any:
    """years: from today, since the signing program dates its signatures by the clock."""
    return signed_lists(revision, now=timezone.now() + timedelta(days=365 * years))[0]


@pytest.mark.parametrize("armored", [True, False])
def test_a_good_signature_and_what_it_leaves_open(
    revision: Revision, maintainer: Any, signer: Signer, listed: str, armored: bool
) -> None:
    keep(maintainer, listed, signer.sign(listed, armored=armored))
    unknown = told(revision)
    assert unknown.verdict == "key-not-known"
    assert unknown.says.startswith("Nothing was verified")
    keep_key(actor=maintainer, certificate=signer.public(), says="from a friend", now=NOW)
    good = told(revision)
    assert (good.verdict, good.agreement) == ("good", "6 of the set agree")
    assert MAKER in good.but
    assert "Not verified: that the key belongs to whom" in good.but
    assert "mira.f entered it on 1 November 2026 with the words “from a friend”" in good.but


def test_one_changed_sign_makes_it_bad(
    revision: Revision, maintainer: Any, signer: Signer, listed: str
) -> None:
    keep_key(actor=maintainer, certificate=signer.public(), says="known", now=NOW)
    keep(maintainer, listed.replace("\r\n", "\n"), signer.sign(listed))
    assert told(revision).verdict == "bad"
    assert "6 of the set agree" in told(revision).agreement


def test_another_key_verifies_nothing(
    revision: Revision, maintainer: Any, signer: Signer, listed: str, tmp_path: Path
) -> None:
    other = Signer(tmp_path / "o")
    keep_key(actor=maintainer, certificate=other.public(), says="another", now=NOW)
    keep(maintainer, listed, signer.sign(listed))
    assert told(revision).verdict == "key-not-known"


def test_an_expired_key_verifies_nothing(
    revision: Revision, maintainer: Any, listed: str, tmp_path: Path
) -> None:
    signer = Signer(tmp_path / "e", lasts="1y")
    keep_key(actor=maintainer, certificate=signer.public(), says="known", now=NOW)
    keep(maintainer, listed, signer.sign(listed))
    assert told(revision).verdict == "good"
    assert told(revision, years=3).verdict == "key-expired"


FAKED = ("--faked-system-time", "20300101T000000")
# Made before the key itself was: whole, and not to be accepted.
BEFORE = (
    *("--faked-system-time", "20200101T000000"),
    *("--ignore-time-conflict", "--ignore-valid-from"),
)


@pytest.mark.parametrize(
    ("kind", "more", "changed", "verdict"),
    [
        ("rsa2048", ("--digest-algo", "SHA1"), False, "old-digest"),
        ("rsa2048", ("--digest-algo", "SHA1"), True, "old-digest"),
        ("ed25519", FAKED, False, "from-the-future"),
        ("ed25519", BEFORE, False, "not-accepted"),
        ("ed25519", BEFORE, True, "bad"),
        ("ed25519", ("--textmode",), False, "good"),
        ("ed25519", ("--textmode",), True, "bad"),
    ],
)
def test_only_a_changed_list_is_called_changed(
    revision: Revision,
    maintainer: Any,
    listed: str,
    tmp_path: Path,
    kind: str,
    more: tuple[str, ...],
    changed: bool,
    verdict: str,
) -> None:
    signer = Signer(tmp_path / "k", kind=kind)
    keep_key(actor=maintainer, certificate=signer.public(), says="known", now=NOW)
    keep(maintainer, listed + ("#\n" if changed else ""), signer.sign(listed, *more))
    assert (told(revision).verdict, "was changed" in told(revision).but) == (
        verdict,
        verdict == "bad",
    )


def test_each_of_several_signers_is_told_by_itself(
    revision: Revision, maintainer: Any, signer: Signer, listed: str, tmp_path: Path
) -> None:
    other = Signer(tmp_path / "o")
    keep_key(actor=maintainer, certificate=signer.public(), says="known", now=NOW)
    both = signer.sign(listed, armored=False), other.sign(listed, armored=False)
    keep_all(maintainer, listed, b64encode(b"".join(map(b64decode, both))).decode())
    verdicts = [each.verdict for each in signed_lists(revision, now=timezone.now())]
    assert sorted(verdicts) == ["good", "key-not-known"]


def test_the_wrong_kind_of_input_is_told_as_what_it_is(
    revision: Revision, maintainer: Any, signer: Signer, listed: str, tmp_path: Path
) -> None:
    clear = signer.run("--clear-sign", given=listed.encode())
    for signature, says in (
        (signer.public(), "a public key and no signature"),
        (signer.secret(), "a secret key"),
        (clear, "list and signature in one"),
        (signer.run("--sign", given=listed.encode()), "list and signature in one"),
    ):
        with pytest.raises(InvalidSignature, match=says):
            keep(maintainer, listed, signature)
    with pytest.raises(InvalidSignature, match="within itself"):
        keep(maintainer, clear, signer.sign(clear))
    weak = Signer(tmp_path / "w", kind="rsa1024")
    with pytest.raises(InvalidSignature, match="cannot be relied on"):
        keep_key(actor=maintainer, certificate=weak.public(), says="x", now=NOW)
    with pytest.raises(InvalidSignature, match="a signature and no key"):
        keep_key(actor=maintainer, certificate=signer.sign(listed), says="x", now=NOW)


def test_what_is_refused_and_leaves_nothing(
    revision: Revision, maintainer: Any, signer: Signer, listed: str
) -> None:
    with pytest.raises(InvalidSignature, match="secret key"):
        keep_key(actor=maintainer, certificate=signer.secret(), says="oh", now=NOW)
    with pytest.raises(InvalidSignature, match="no OpenPGP public key"):
        keep_key(actor=maintainer, certificate="key", says="x", now=NOW)
    with pytest.raises(SignedRefused, match="whose key it is"):
        keep_key(actor=maintainer, certificate=signer.public(), says=" ", now=NOW)
    with pytest.raises(InvalidSignature, match="no detached OpenPGP signature"):
        keep(maintainer, listed, "signed by me")
    with pytest.raises(InvalidList):
        keep(maintainer, "no list at all", signer.sign("no list at all"))
    assert not SignerKey.objects.exists()
    assert not SignedList.objects.exists()


def test_the_same_is_kept_once_and_can_be_taken_out(
    revision: Revision, maintainer: Any, signer: Signer, listed: str
) -> None:
    signature = signer.sign(listed)
    kept = keep(maintainer, listed, signature)
    with pytest.raises(SignedRefused, match="kept already"):
        keep(maintainer, listed, signature)
    drop_list(actor=maintainer, list_id=kept.pk)
    assert not SignedList.objects.exists()
