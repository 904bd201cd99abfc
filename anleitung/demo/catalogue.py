"""The demo's catalogue: codenames, builds, schemes, tools and known bugs, from their files."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

from anleitung.core.formats.yaml_tree import read_yaml
from anleitung.demo.bundles import DATA

Document = tuple[str, str, Any]  # kind, codename, plain values


def codenames() -> list[str]:
    return sorted(path.parent.name for path in DATA.glob("*/device.yaml"))


def catalogue_files() -> Iterator[Document]:
    """In the order in which they can be entered: what is named stands before what names it."""
    for kind in ("scheme", "tool", "program", "passage"):
        for path in sorted((DATA / f"{kind}s").glob("*.yaml")):
            yield kind, "", _read(path)
    for codename in codenames():
        home = DATA / codename
        yield "device", codename, _read(home / "device.yaml")
        for name in ("builds.yaml", "later-builds.yaml"):
            if (home / name).exists():
                for build in _read(home / name)["builds"]:
                    yield "build", codename, build
        for path in sorted((home / "systems").glob("*.yaml")):
            yield "system", codename, _read(path)


def _read(path: Path) -> Any:
    value = read_yaml(path.read_text("utf-8")).value
    value.pop("format")
    return value
