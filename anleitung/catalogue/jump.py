"""One box for everything: a codename, market name, build string or file name, even partly typed."""

from collections.abc import Container, Iterator
from dataclasses import dataclass
from urllib.parse import quote

from anleitung.catalogue.load import load_builds, load_devices, load_readers, load_tools
from anleitung.core.documents.device import Device
from anleitung.core.drawn.names import variants_sold_as
from anleitung.core.schemes.decode import CannotDecode, Decoded, Reader, clean
from anleitung.core.schemes.judge import JudgedField, judge_fields

MOST = 12
LONGEST = 200


@dataclass(frozen=True, slots=True)
class JumpPlace:
    """kind: codename, name, build, file or tool. about: what it is, and how to tell if unclear."""

    kind: str
    name: str
    about: str
    path: str
    codename: str = ""
    fields: tuple[JudgedField, ...] = ()


def find_catalogue_places(text: str) -> list[JumpPlace]:
    """The best first: what is named exactly stands before what only holds the typed letters."""
    typed = " ".join(text[:LONGEST].split())
    if not typed:
        return []
    devices = load_devices()
    found = [*_names(typed, devices), *_builds(typed, devices), *_tools(typed)]
    first: dict[tuple[str, str], JumpPlace] = {}
    for place in found:
        first.setdefault((place.name, place.path), place)
    unique = list(first.values())
    exact = [p for p in unique if p.name.casefold() == typed.casefold()]
    return (exact + [p for p in unique if p not in exact])[:MOST]


def _names(typed: str, devices: list[Device]) -> Iterator[JumpPlace]:
    want = typed.casefold()
    for device in devices:
        path = f"/c/{device.codename}"
        if want in device.codename:
            names = ", ".join(device.market_names)
            yield JumpPlace(
                "codename", device.codename, f"{device.maker} {names}", path, device.codename
            )
    for device in devices:
        for name in device.market_names:
            if want in name.casefold() or want in f"{device.maker} {name}".casefold():
                sharing = variants_sold_as(device, name)
                tell = (
                    ""
                    if len(sharing) == 1
                    else f", {len(sharing)} variants: {'; '.join(v.told_apart_by for v in sharing)}"
                )
                yield JumpPlace(
                    "name",
                    name,
                    f"{device.codename}{tell}",
                    f"/c/{device.codename}",
                    device.codename,
                )


def _builds(typed: str, devices: list[Device]) -> Iterator[JumpPlace]:
    try:
        want, _notes = clean(typed)
    except CannotDecode:
        return
    folded = want.casefold()
    decoded = [(reader, found) for reader in load_readers() if (found := _decode(reader, typed))]
    for device in devices:
        builds = load_builds(device)
        for reader, found in decoded:
            if device.scheme != reader.scheme.id:
                continue
            fields = judge_fields(found, reader.scheme, device)
            if any(f.role == "device" and f.verdict == "differs" for f in fields):
                continue
            yield _decoded_place(device, reader, found, fields, builds)
        if len(folded) < 3:
            continue
        for name, build in builds.items():
            if folded in name.casefold():
                about = f"build of {device.codename}"
                yield JumpPlace("build", name, about, _path(device, name), device.codename)
            for package in build.shipped:
                if folded in package.name.casefold():
                    about = f"{package.kind} package of {name}, {device.codename}"
                    yield JumpPlace(
                        "file", package.name, about, _path(device, name), device.codename
                    )


def _decoded_place(
    device: Device,
    reader: Reader,
    found: Decoded,
    fields: tuple[JudgedField, ...],
    builds: Container[str],
) -> JumpPlace:
    build = reader.build_string(found)
    differs = "; ".join(f.says for f in fields if f.verdict == "differs")
    known = build in builds
    about = f"build of {device.codename}" if known else f"{device.codename}, not in the catalogue"
    path = _path(device, build)
    about = "; ".join(filter(None, (about, differs)))
    return JumpPlace("build", build, about, path, device.codename, fields)


def _decode(reader: Reader, text: str) -> Decoded | None:
    try:
        return reader.decode(text)
    except CannotDecode:
        return None


def _path(device: Device, build: str) -> str:
    return f"/c/{device.codename}/builds?build={quote(build, safe='')}"


def _tools(typed: str) -> Iterator[JumpPlace]:
    for tool in load_tools():
        if typed.casefold() in tool.name.casefold():
            yield JumpPlace("tool", tool.name, "host tool", f"/tools/{tool.id}")
