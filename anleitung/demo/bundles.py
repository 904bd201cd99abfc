"""The demo's bundles: documents that several guides share are kept once and put together here."""

from pathlib import Path

import yaml

from anleitung.core.formats.write_bundle import write_zip

DATA = Path(__file__).parent / "data"
CODENAME = "palstek"


def guide_names(codename: str) -> list[str]:
    return sorted(p.name for p in (DATA / codename / "guides").iterdir())


def bundle_files(codename: str, name: str) -> dict[str, bytes]:
    """The files of one bundle: the guide with its prose, and those documents that it needs."""
    home = DATA / codename
    guide_home = home / "guides" / name
    files = {
        str(path.relative_to(guide_home)): path.read_bytes()
        for path in sorted(guide_home.rglob("*"))
        if path.is_file()
    }
    guide = yaml.safe_load(files["guide.yaml"])
    for fixed in ("device.yaml", "builds.yaml"):
        files[fixed] = (home / fixed).read_bytes()
    scheme = yaml.safe_load(files["device.yaml"])["scheme"]
    for folder, ids in (
        (home / "packages", guide.get("files", [])),
        (DATA / "tools", guide.get("tools", [])),
        (DATA / "schemes", [scheme]),
    ):
        for each in ids:
            files[f"{folder.name}/{each}.yaml"] = (folder / f"{each}.yaml").read_bytes()
    return files


def write_demo_bundles(home: Path) -> list[Path]:
    """Every bundle of the demo as a zip file below ``home``, to try the site and command with."""
    folder = home / "demo-bundles"
    folder.mkdir(parents=True, exist_ok=True)
    found = []
    for name in guide_names(CODENAME):
        path = folder / f"{name}.zip"
        path.write_bytes(write_zip(bundle_files(CODENAME, name)))
        found.append(path)
    return found
