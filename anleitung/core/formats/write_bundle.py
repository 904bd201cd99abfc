"""Writing a bundle: the same fingerprint comes back when it is read again."""

import zipfile
from collections.abc import Iterable
from io import BytesIO
from typing import Any

import yaml
from pydantic import BaseModel

from anleitung.core.documents.base import FORMAT, DocumentPlace, Typed
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import write_checksums
from anleitung.core.formats.pictures import Kept
from anleitung.core.formats.read_bundle import INTRODUCTION
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.passage import Passage, taken_from
from anleitung.core.guide.walk import step_places, uses_of_passages


def write_bundle(bundle: Bundle, pictures: Iterable[Kept] = ()) -> dict[str, bytes]:
    """Name within the bundle → content. pictures: those that its steps show."""
    files: dict[str, str] = write_guide(bundle.guide, bundle.passages)
    files["device.yaml"] = _yaml(as_typed(bundle.device))
    files["builds.yaml"] = _yaml({"builds": [as_typed(b) for b in bundle.builds]})
    for package in bundle.packages:
        files[f"packages/{package.id}.yaml"] = _yaml(as_typed(package))
    for tool in bundle.tools:
        files[f"tools/{tool.id}.yaml"] = _yaml(as_typed(tool))
    for scheme in bundle.schemes:
        files[f"schemes/{scheme.id}.yaml"] = _yaml(as_typed(scheme))
    for program in bundle.programs:
        files[f"programs/{program.id}.yaml"] = _yaml(as_typed(program))
    for passage in bundle.passages:
        files[f"passages/{passage.id}.yaml"] = _yaml(as_typed(passage))
    for other in bundle.others:
        folder = f"codenames/{other.device.codename}"
        files[f"{folder}/device.yaml"] = _yaml(as_typed(other.device))
        files[f"{folder}/builds.yaml"] = _yaml({"builds": [as_typed(b) for b in other.builds]})
    digests = {p.name: p.sha256 for p in bundle.packages if p.sha256}
    if digests:
        files[CHECKSUMS] = write_checksums(digests)
    written = {name: text.encode() for name, text in files.items()}
    written |= {picture.name: picture.content for picture in pictures}
    return dict(sorted(written.items()))


def write_guide(guide: Guide, passages: Iterable[Passage] = ()) -> dict[str, str]:
    """The files of the guide alone, with its prose. passages: that it takes.

    Only the steps of a row that are those of its passage stand with that. Others are written out,
    so that reading refuses them, and nothing that was changed in them is lost unseen.
    """
    plain = as_typed(guide)
    prose: dict[str, str] = {}
    by_id = {passage.id: passage for passage in passages}
    taken = [
        at
        for at, row in uses_of_passages(guide).items()
        if row.passage in by_id and row == taken_from(by_id[row.passage], row)
    ]
    for name, place in step_places(guide).items():
        if any(place[: len(at)] == at and place != at for at in taken):
            continue  # it stands with the passage
        step = _at(plain, place)
        # Steps made of a stored one have its place; a step within a row keeps its prose inline.
        if step["id"] == name and step.get("prose"):
            prose[name] = step.pop("prose")
    for at in taken:
        row = _at(plain, at)
        row.pop("steps", None)
        row.pop("says", None)
    if guide.introduction:
        prose[INTRODUCTION] = plain.pop("introduction")
    texts = {f"prose/{name}.md": text + "\n" for name, text in prose.items()}
    return {"guide.yaml": _yaml(plain), **texts}


def write_zip(files: dict[str, bytes]) -> bytes:
    """A zip file with fixed times, so that the same bundle gives the same bytes."""
    stream = BytesIO()
    with zipfile.ZipFile(stream, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in sorted(files.items()):
            archive.writestr(zipfile.ZipInfo(name, (2000, 1, 1, 0, 0, 0)), content)
    return stream.getvalue()


def as_typed(document: BaseModel) -> Any:
    """Plain values, with each condition as its author typed it."""
    return _plain(document.model_dump(mode="python", exclude_defaults=True), document)


def _plain(value: Any, source: Any) -> Any:
    if isinstance(source, Typed):
        return source.typed
    if isinstance(source, BaseModel):
        return {name: _plain(inner, getattr(source, name)) for name, inner in value.items()}
    if isinstance(source, dict):
        return {key: _plain(value[key], inner) for key, inner in source.items()}
    if isinstance(source, tuple):
        return [_plain(inner, item) for inner, item in zip(value, source, strict=True)]
    return value


def _at(value: Any, place: DocumentPlace) -> Any:
    for part in place:
        value = value[part]
    return value


class _Dumper(getattr(yaml, "CSafeDumper", yaml.SafeDumper)):  # type: ignore[misc]
    def ignore_aliases(self, data: Any) -> bool:
        return True


def _yaml(value: Any) -> str:
    return yaml.dump(
        {"format": FORMAT, **value},
        Dumper=_Dumper,
        sort_keys=False,
        allow_unicode=True,
        width=96,
    )
