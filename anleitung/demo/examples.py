"""The examples of the findings as bundles: small procedures and changed guides on palstek."""

from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import Any

import yaml

from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.proof import findings
from anleitung.core.proof.findings.catalogue import THEMES
from anleitung.core.proof.findings.examples import Changed, Example, Small, read_example
from anleitung.demo.bundles import CODENAME, bundle_files

HOME = Path(findings.__file__).parent


@cache
def common() -> dict[str, Any]:
    found: dict[str, Any] = yaml.safe_load((HOME / "common.yaml").read_text("utf-8"))
    return found


@cache
def examples() -> dict[str, Example]:
    """Finding → its example. Raises FileNotFoundError where one has none."""
    found = {}
    for finding, theme in THEMES.items():
        path = HOME / theme / f"{finding.replace('-', '_')}.yaml"
        found[finding] = read_example(finding, yaml.safe_load(path.read_text("utf-8")), common())
    return found


def bundle_of(side: Small | Changed) -> Bundle:
    if isinstance(side, Changed):
        return read_bundle(changed_files(side))
    return small_bundle(side.steps, **side.setting)


def changed_files(side: Changed) -> dict[str, bytes]:
    """Each text must stand there: a change that misses would make an example say nothing."""
    files = bundle_files(CODENAME, side.of)
    for file, old, new in side.change:
        text = files[file].decode()
        if old not in text:
            raise ValueError(f"{file} of {side.of} does not hold {old!r}")
        files[file] = text.replace(old, new).encode()
    return files


@cache
def full() -> Bundle:
    """The bundle that lends the small procedures its documents."""
    return read_bundle(bundle_files(CODENAME, "clean-install"))


def small_bundle(
    steps: Any,
    *,
    admission: str = "",
    loses: Any = ("apps", "media"),
    promise: str = "not mode is dead",
    device: Any = None,
    partitions: Any = None,
    modes: Any = (),
    packages: Any = None,
    files: Any = (),
    programs: Any = (),
    tools: Any = (),
    options: Any = (),
) -> Bundle:
    """See ``Small`` for what each may hold; documents may be given as such, too."""
    usual = full()
    changed = packages or {}
    beside = (*map(_package, common()["files"]), *map(_package, files))
    held = tuple(_with(p, changed.get(p.id, {})) for p in (*usual.packages, *beside))
    own_tools, own_programs = tuple(map(_tool, tools)), tuple(map(_program, programs))
    guide = usual.guide.model_dump(mode="python") | {
        "admission": admission or common()["admission"],
        "promise": {"holds": [promise], "loses": list(loses)},
        "options": list(options),
        "files": [p.id for p in held],
        "programs": [p.id for p in own_programs],
        "tools": [*(t.id for t in own_tools), *usual.guide.tools],
        "steps": [{"id": f"s{i}", **step} for i, step in enumerate(steps, 1)],
    }
    return Bundle(
        Guide.model_validate(guide),
        _device(device or {}, partitions or {}, modes),
        usual.builds,
        held,
        (*own_tools, *usual.tools),
        usual.schemes,
        own_programs,
    )


_KEY = {"press": ["up"], "seconds": 1}


def _device(change: dict[str, Any], partitions: dict[str, Any], modes: Any) -> Device:
    plain = full().device.model_dump(mode="json", exclude_defaults=True)
    known = {p["name"]: p for p in plain["layout"]["partitions"]}
    for name, more in partitions.items():
        known[name] = {"name": name, **known.get(name, {}), **more}
    plain["layout"]["partitions"] = list(known.values())
    if modes:
        plain["modes"] = [{"mode": mode, "told_apart_by": "words"} for mode in modes]
    for name, value in change.items():
        part, _, field = name.partition(".")
        plain[part] = {**plain.get(part, {}), field: value} if field else value
    if "chords" not in change:
        reached = {chord["reaches"] for chord in plain["chords"]}
        missing = [m["mode"] for m in plain["modes"] if m["mode"] not in reached]
        plain["chords"] += [
            {"id": f"to-{mode}", "begins": "off", "reaches": mode, "moments": [_KEY]}
            for mode in missing
        ]
    return Device.model_validate(plain)


def _with(package: Package, change: dict[str, Any]) -> Package:
    if not change:
        return package
    return Package.model_validate(package.model_dump(mode="python") | change)


def _package(value: Any) -> Package:
    if isinstance(value, Package):
        return value
    usual = {
        "name": f"{value['id']}.img",
        "size": 1_000,
        "sha256": sha256(value["id"].encode()).hexdigest(),
    }
    return Package.model_validate(usual | value)


def _program(value: Any) -> Program:
    if isinstance(value, Program):
        return value
    return Program.model_validate({"name": value["id"].capitalize()} | value)


def _tool(value: Any) -> Tool:
    if isinstance(value, Tool):
        return value
    change = {"of": value} if isinstance(value, str) else dict(value)
    usual = common()["tools"].get(change.pop("of", ""), {})
    return Tool.model_validate(usual | change)
