"""Readers hold their files against a set: digests come in, verdicts go out, no file travels."""

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from anleitung.core.files.match import FileAtHand, Matched, match_files
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.guides.known_files import known_bytes
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision

MOST_BYTES = 400_000
Text = Annotated[str, Field(max_length=300)]


class _FoundIn(BaseModel):
    model_config = ConfigDict(extra="ignore")

    name: Text
    size: Annotated[int, Field(ge=0)]
    digests: Annotated[dict[str, Annotated[str, Field(max_length=128)]], Field(max_length=8)]
    is_page: bool = False
    inside: Text = ""
    broken: Text = ""


class _MatchIn(BaseModel):
    found: Annotated[list[_FoundIn], Field(max_length=300)]


def judge_files(revision: Revision, body: bytes) -> list[dict[str, Any]] | None:
    """A verdict for each file, or None where the body is no list of files."""
    try:
        asked = _MatchIn.model_validate_json(body)
    except ValidationError:
        return None
    found = [
        FileAtHand(f.name, f.size, f.digests, f.is_page, f.inside, f.broken) for f in asked.found
    ]
    packages = list(load_bundle(revision).world.packages.values())
    told = match_files(packages, found, known_bytes(revision, found, drafts=False))
    return [_line(m) for m in told if not m.inside or m.verdict in ("right", "misnamed")]


_TONES = {
    "right": "ok",
    "misnamed": "warn",
    "wrong-bytes": "stop",
    "broken": "warn",
    "derived": "open",
    "unknown": "open",
    "missing": "warn",
}
_VERDICTS = Texts(
    {
        "right": N_("right"),
        "misnamed": N_("right, but misnamed"),
        "wrong-bytes": N_("wrong: do not use it"),
        "broken": N_("cannot be read to its end"),
        "derived": N_("made by yourself"),
        "unknown": N_("not one of this guide"),
        "missing": N_("missing"),
    }
)


def _line(m: Matched) -> dict[str, Any]:
    name = m.name
    if m.inside:
        name = _("{name} inside {archive}").format(name=name, archive=m.inside)
    return {
        "tone": _TONES[m.verdict],
        "verdict": _VERDICTS[m.verdict],
        "name": name,
        "says": m.says,
    }
