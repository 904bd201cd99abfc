"""The secret key: from the environment, or from a file that only its owner can read."""

import stat
from pathlib import Path

from django.core.exceptions import ImproperlyConfigured

LEAST = 32  # characters


def read_secret_key(given: str | None, file: Path) -> str:
    """given: of the environment, None where it is not set. Raises ImproperlyConfigured."""
    if given is not None:
        return _long_enough(given.strip(), "ANLEITUNG_SECRET_KEY")
    if not file.is_file():
        raise ImproperlyConfigured(
            f"Set ANLEITUNG_SECRET_KEY, or write a long random text into {file}. "
            "'make demo' and 'make test' do the latter."
        )
    mode = stat.S_IMODE(file.stat().st_mode)
    if mode & 0o077:
        try:
            file.chmod(0o600)
        except OSError as error:
            raise ImproperlyConfigured(
                f"{file} can be read by others (mode {mode:o}): chmod 600 it, and give it a new "
                "key if anybody may have read it."
            ) from error
    return _long_enough(file.read_text().strip(), str(file))


def _long_enough(key: str, where: str) -> str:
    if len(key) < LEAST or len(set(key)) < 8:
        raise ImproperlyConfigured(
            f"The secret key in {where} is empty or too short: at least {LEAST} characters of a "
            "random text. What it protects (log-ins, proofs) could be forged with a guess."
        )
    return key
