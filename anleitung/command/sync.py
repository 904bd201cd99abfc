"""A folder of bundles, such as a community's own repository, into the drafts of a site and back.

Beside the bundles ``.anleitung.json`` keeps which state of each was last the same on both sides: so
nothing that somebody else wrote meanwhile is written over, on either side, without being asked.
"""

import json
import shutil
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Literal

from anleitung.command.folder import load_files
from anleitung.command.site import Site, SiteRefused
from anleitung.core.errors import AnleitungError
from anleitung.core.formats.read_bundle import InvalidBundle, read_bundle, read_zip
from anleitung.core.formats.write_bundle import write_zip

KEPT = ".anleitung.json"
Outcome = Literal["same", "sent", "fetched", "published", "clash", "refused"]


class SyncRefused(AnleitungError):
    """A folder that is none, or a record of it that cannot be read."""


@dataclass(frozen=True, slots=True)
class Synced:
    """guide: codename/slug. stops, warnings: of the draft's proof on the site, -1 where unknown."""

    guide: str
    outcome: Outcome
    says: str
    stops: int = -1
    warnings: int = -1
    findings: tuple[str, ...] = ()


@dataclass(slots=True)
class Folder:
    """home: as it was given. known: guide → fingerprint that was last the same on both sides."""

    home: Path
    known: dict[str, str] = field(default_factory=dict)

    @classmethod
    def at(cls, home: Path) -> "Folder":
        if home.exists() and not home.is_dir():
            raise SyncRefused(f"{home} is no folder.")
        try:
            told = json.loads((home / KEPT).read_text("utf-8"))
            known = {str(k): str(v) for k, v in told["guides"].items()}
        except FileNotFoundError:
            known = {}
        except (ValueError, KeyError, AttributeError) as error:
            raise SyncRefused(f"{home / KEPT} cannot be read. Delete it to begin anew.") from error
        return cls(home, known)

    def keep(self, guide: str, fingerprint: str) -> None:
        self.known[guide] = fingerprint
        body = json.dumps({"guides": dict(sorted(self.known.items()))}, indent=2)
        (self.home / KEPT).write_text(body + "\n", "utf-8")

    def bundles(self) -> Iterator[Path]:
        """The folder itself, or every folder below it that holds a guide."""
        if (self.home / "guide.yaml").is_file():
            yield self.home
            return
        for guide in sorted(self.home.rglob("guide.yaml")):
            below = guide.relative_to(self.home).parts
            if not any(part.startswith(".") for part in below):
                yield guide.parent


def push(site: Site, home: Path, *, replace: bool = False) -> Iterator[Synced]:
    """Each bundle into its draft. replace: also over what somebody wrote on the site meanwhile."""
    if not home.is_dir():
        raise SyncRefused(f"There is no folder {home}.")
    folder = Folder.at(home)
    for path in folder.bundles():
        try:
            files = load_files(path)
            bundle = read_bundle(files)
        except InvalidBundle as error:
            yield Synced(path.relative_to(home).as_posix(), "refused", str(error))
            continue
        guide = f"{bundle.device.codename}/{bundle.guide.id}"
        try:
            yield _push_one(site, folder, guide, files, bundle.fingerprint, replace=replace)
        except SiteRefused as error:
            yield Synced(guide, "refused", str(error))


def _push_one(
    site: Site, folder: Folder, guide: str, files: dict[str, bytes], mine: str, *, replace: bool
) -> Synced:
    standing = _draft_of(site, guide)
    if standing == mine:
        folder.keep(guide, mine)
        return _proved(site, guide, "same", "is the draft already")
    if standing and standing != folder.known.get(guide) and not replace:
        says = "the draft was changed on the site since. Pull it first, or push with --replace"
        return Synced(guide, "clash", says)
    try:
        site.post_bundle(write_zip(files), standing)
    except SiteRefused as error:
        if error.code == "already-published":
            folder.keep(guide, mine)
            return Synced(guide, "published", "is published already, word for word")
        raise
    folder.keep(guide, mine)
    return _proved(site, guide, "sent", "is the draft now")


def _draft_of(site: Site, guide: str) -> str:
    """The fingerprint of the draft, "" for none."""
    try:
        told = site.page(f"/api/drafts/{guide}")
    except SiteRefused as error:
        if error.status == 404:
            return ""
        raise
    return str(told["fingerprint"])


def _proved(site: Site, guide: str, outcome: Outcome, says: str) -> Synced:
    """The proof is the answer."""
    sheet = site.page(f"/api/drafts/{guide}")["sheet"]
    if not sheet["finished"]:
        return Synced(guide, outcome, f"{says}; its proof is not finished")
    found = [*sheet["general"], *(f for row in sheet["rows"] for f in row["findings"])]
    asked = [f for f in found if f["severity"] in ("stop", "warn")]
    lines = tuple(f"{f['severity']} {f['step'] or 'guide'}: {f['message']}" for f in asked)
    return Synced(guide, outcome, says, sheet["stops"], sheet["warnings"], lines)


def pull(site: Site, home: Path, *, replace: bool = False) -> Iterator[Synced]:
    """Every draft that the token's person may read, as codename/slug below the folder.

    Without a draft the newest published state. replace: also over what was changed in the folder.
    """
    home.mkdir(parents=True, exist_ok=True)
    folder = Folder.at(home)
    for codename in site.get("/api/home")["codenames"]:
        for line in codename["guides"]:
            guide = f"{codename['codename']}/{line['slug']}"
            at = f"drafts/{guide}" if line["has_draft"] else f"revisions/{line['short']}"
            if line["fault"] or (not line["has_draft"] and not line["short"]):
                yield Synced(guide, "refused", line["fault"] or "it holds nothing")
                continue
            try:
                files = read_zip(site.download(f"/api/{at}/bundle.zip"))
                bundle = read_bundle(files)
            except (SiteRefused, InvalidBundle) as error:
                yield Synced(guide, "refused", str(error))
                continue
            # A guide for several codenames stands in one place only.
            if guide == f"{bundle.device.codename}/{bundle.guide.id}":
                yield _pull_one(folder, guide, files, bundle.fingerprint, replace=replace)


def _pull_one(
    folder: Folder, guide: str, files: dict[str, bytes], theirs: str, *, replace: bool
) -> Synced:
    path = folder.home / guide
    mine = _fingerprint_at(path)
    if mine == theirs:
        folder.keep(guide, theirs)
        return Synced(guide, "same", "is the same here")
    if mine and mine != folder.known.get(guide) and not replace:
        says = "was changed here since. Push it first, or pull with --replace"
        return Synced(guide, "clash", says)
    if path.exists():
        shutil.rmtree(path)
    for name, content in files.items():
        target = path / name
        target.parent.mkdir(parents=True, exist_ok=True)
        target.write_bytes(content)
    folder.keep(guide, theirs)
    return Synced(guide, "fetched", "was fetched")


def _fingerprint_at(path: Path) -> str:
    """Nothing stands: "". What is not a bundle any more counts as changed here."""
    if not path.exists():
        return ""
    try:
        return str(read_bundle(load_files(path)).fingerprint)
    except InvalidBundle:
        return "unreadable"


def as_line(done: Synced) -> dict[str, Any]:
    return {
        "guide": done.guide,
        "outcome": done.outcome,
        "says": done.says,
        "stops": done.stops,
        "warnings": done.warnings,
        "findings": list(done.findings),
    }
