"""The demo's bundles: documents that several guides share are kept once and put together here."""

import re
from functools import lru_cache
from pathlib import Path
from typing import Any

import yaml

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.write_bundle import write_zip
from anleitung.core.guide.bundle import Bundle

_LOADER: Any = getattr(yaml, "CSafeLoader", yaml.SafeLoader)
DATA = Path(__file__).parent / "data"
CODENAME = "palstek"
# Drafts beside the faulty ones that are made from the published guides.
DRAFTS = ("clean-install-one-slot", "install-from-storage", "base-update")


def guide_names(codename: str) -> list[str]:
    return sorted(p.name for p in (DATA / codename / "guides").iterdir())


def shared_guides() -> list[tuple[str, str]]:
    """(further codename, guide) of the guides for several codenames, faulty drafts among them."""
    found = []
    for home in _homes():
        for name in (*guide_names(home), *faults(home)):
            guide = _plain(bundle_files(home, name)["guide.yaml"])
            found += [(other, name) for other in guide.get("also_for", [])]
    return found


def demo_bundle(codename: str, name: str) -> Bundle:
    """One guide or faulty draft as it is for one of its codenames."""
    home = codename
    if name not in (*guide_names(codename), *faults(codename)):
        home = next(h for h in _homes() if name in (*guide_names(h), *faults(h)))
    return read_bundle(bundle_files(home, name)).for_codename(codename)


def _homes() -> list[str]:
    return sorted(path.parent.name for path in DATA.glob("*/faults.yaml"))


def faults(codename: str) -> dict[str, dict[str, Any]]:
    """Slug of a faulty draft → the guide it is made of, its slip, and the finding it shows."""
    path = DATA / codename / "faults.yaml"
    return _plain(path.read_bytes())


@lru_cache(maxsize=256)
def _plain(content: bytes) -> dict[str, Any]:
    """Not to be changed by whoever asks."""
    found: dict[str, Any] = yaml.load(content, Loader=_LOADER)
    return found


_PASSAGE = re.compile(r"\bpassage: ([a-z0-9-]+)")


def bundle_files(codename: str, name: str) -> dict[str, bytes]:
    """The files of one bundle: the guide with its prose, and those documents that it needs.

    name: of a guide, or of a faulty draft.
    """
    home = DATA / codename
    fault = None if (home / "guides" / name).is_dir() else faults(codename)[name]
    guide_home = home / "guides" / (fault["of"] if fault else name)
    files = {
        str(path.relative_to(guide_home)): path.read_bytes()
        for path in sorted(guide_home.rglob("*"))
        if path.is_file()
    }
    if fault is not None:
        files["guide.yaml"] = _with_slip(files["guide.yaml"].decode(), name, fault).encode()
        files = {n: c for n, c in files.items() if not n.startswith(("prose/", "pictures/"))}
    guide = _plain(files["guide.yaml"])
    schemes = set()
    for other in ("", *guide.get("also_for", [])):
        for fixed in ("device.yaml", "builds.yaml"):
            name = f"codenames/{other}/{fixed}" if other else fixed
            files[name] = (DATA / (other or codename) / fixed).read_bytes()
            if fixed == "device.yaml":
                schemes.add(_plain(files[name])["scheme"])
    for folder, ids in (
        (home / "packages", guide.get("files", [])),
        (DATA / "tools", guide.get("tools", [])),
        (DATA / "programs", guide.get("programs", [])),
        (DATA / "schemes", sorted(schemes)),
        (DATA / "passages", sorted(set(_PASSAGE.findall(files["guide.yaml"].decode())))),
    ):
        for each in ids:
            place = f"{folder.name}/{each}.yaml"
            if place not in files:  # a guide may bring its own
                files[place] = (folder / f"{each}.yaml").read_bytes()
    return files


def _with_slip(guide: str, name: str, fault: dict[str, Any]) -> str:
    """Each text must stand there: a slip that misses would make the draft say nothing."""
    for old, new in fault["change"]:
        if old not in guide:
            raise ValueError(f"{name}: the guide {fault['of']} does not hold {old[:60]!r}")
        guide = guide.replace(old, new)
    guide = re.sub(r"^id: .*$", f"id: {name}", guide, count=1, flags=re.M)
    guide = re.sub(r"^title: .*$", f"title: {fault['title']}", guide, count=1, flags=re.M)
    return re.sub(r"\n    pictures:\n      - sha256: .*?\n(?=  - )", "\n", guide, flags=re.S)


def write_demo_bundles(home: Path) -> list[Path]:
    """Every bundle of the demo as a zip file below ``home``, to try the site and command with."""
    folder = home / "demo-bundles"
    folder.mkdir(parents=True, exist_ok=True)
    found = []
    for codename in _homes():
        for name in (*guide_names(codename), *faults(codename)):
            path = folder / f"{codename}-{name}.zip"
            path.write_bytes(write_zip(bundle_files(codename, name)))
            found.append(path)
    return found
