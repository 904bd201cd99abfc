"""Reading a bundle: files by name in, checked documents out. All faults are reported at once."""

import re
import zipfile
from collections.abc import Container, Iterator, Mapping
from dataclasses import dataclass
from io import BytesIO
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from anleitung.core.documents.base import FORMAT, MAX_PROSE, normal_text
from anleitung.core.documents.build import BuildList
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.tool import Tool
from anleitung.core.errors import AnleitungError
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import InvalidList, read_checksums
from anleitung.core.formats.faults import Location, faults_of
from anleitung.core.formats.pictures import InvalidPicture, Kept, read_picture
from anleitung.core.formats.yaml_tree import InvalidYaml, Tree, read_yaml
from anleitung.core.guide.bundle import Bundle, OtherCodename
from anleitung.core.guide.check_bundle import check_bundle
from anleitung.core.guide.document import MAX_STEPS, Guide
from anleitung.core.guide.passage import Passage, filled
from anleitung.core.guide.walk import map_steps, rows_of, step_places

MAX_BYTES = 5_000_000
MAX_FILES = 500
INTRODUCTION = "_introduction"

_KNOWN = re.compile(
    r"guide\.yaml|device\.yaml|builds\.yaml|SHA256SUMS"
    r"|(packages|tools|schemes|programs|passages)/[a-z0-9-]+\.yaml"
    r"|codenames/[a-z0-9-]+/(device|builds)\.yaml|prose/(_introduction|[a-z0-9-]+)\.md"
)
_PICTURE = re.compile(r"pictures/[0-9a-f]{64}\.(png|webp)")
_Document = TypeVar("_Document", bound=BaseModel)


@dataclass(frozen=True, slots=True, order=True)
class Fault:
    """One fault of a bundle. line counts from 1; 0 where the fault is the file itself."""

    file: str
    line: int
    message: str

    def __str__(self) -> str:
        where = f"{self.file}, line {self.line}" if self.line else self.file
        return f"{where}: {self.message}"


class InvalidBundle(AnleitungError):
    """A bundle that cannot be read. Nothing of it is kept."""

    code = "invalid-bundle"

    def __init__(self, faults: list[Fault]) -> None:
        self.faults = tuple(sorted(set(faults)))
        super().__init__("\n".join(map(str, self.faults)))


def read_zip(data: bytes) -> dict[str, bytes]:
    """Unpacks in memory. Sizes are held against the limit while reading, not as declared."""
    if len(data) > MAX_BYTES:
        raise InvalidBundle([_too_large("the zip file")])
    try:
        archive = zipfile.ZipFile(BytesIO(data))
        entries = [entry for entry in archive.infolist() if not entry.is_dir()]
        if len(entries) > MAX_FILES:
            raise InvalidBundle([Fault("the zip file", 0, f"holds more than {MAX_FILES} files")])
        files: dict[str, bytes] = {}
        left = MAX_BYTES
        for entry in entries:
            require_inside(entry.filename)
            with archive.open(entry) as stream:
                content = stream.read(left + 1)
            left -= len(content)
            if left < 0:
                raise InvalidBundle([_too_large("the zip file, unpacked")])
            if entry.filename in files:
                raise InvalidBundle([Fault(entry.filename, 0, "stands twice in the zip file")])
            files[entry.filename] = content
    except (zipfile.BadZipFile, RuntimeError, NotImplementedError, OSError, EOFError) as error:
        raise InvalidBundle([Fault("the zip file", 0, f"cannot be unpacked: {error}")]) from error
    except Exception as error:  # zlib and its kin raise classes of their own
        if isinstance(error, InvalidBundle):
            raise
        raise InvalidBundle([Fault("the zip file", 0, f"cannot be unpacked: {error}")]) from error
    return _without_common_folder(files)


def require_inside(name: str) -> None:
    """Raises InvalidBundle for a path that leaves the folder of the bundle."""
    parts = name.replace("\\", "/").split("/")
    if name.startswith(("/", "\\")) or ".." in parts or ":" in name or "\\" in name:
        raise InvalidBundle(
            [Fault(name[:120], 0, "this path leaves the folder of the bundle; nothing was read")]
        )


def _too_large(what: str) -> Fault:
    return Fault(
        what, 0, f"larger than {MAX_BYTES // 1_000_000} MB; a bundle holds texts and small pictures"
    )


def _without_common_folder(files: dict[str, bytes]) -> dict[str, bytes]:
    """Packing a folder often puts it into the names; that one level is taken off."""
    tops = {name.partition("/")[0] for name in files if "/" in name}
    inside = all("/" in name for name in files)
    if inside and len(tops) == 1 and f"{next(iter(tops))}/guide.yaml" in files:
        return {name.partition("/")[2]: content for name, content in files.items()}
    return files


def read_bundle(files: Mapping[str, bytes], held: Container[str] = frozenset()) -> Bundle:
    """files: name within the bundle → content. Raises InvalidBundle with every fault found.

    held: digests of pictures that are kept elsewhere and need not be among the files.
    """
    reader = _Reader()
    if sum(map(len, files.values())) > MAX_BYTES:
        raise InvalidBundle([_too_large("the bundle")])
    if len(files) > MAX_FILES:
        raise InvalidBundle([Fault("the bundle", 0, f"holds more than {MAX_FILES} files")])
    for name in files:
        require_inside(name)
    texts = {
        name: reader.text(name, content)
        for name, content in sorted(files.items())
        if not _PICTURE.fullmatch(name)
    }
    for name in ("guide.yaml", "device.yaml", "builds.yaml"):
        if name not in files:
            reader.fault(name, 0, "is missing from the bundle")
    device = reader.document("device.yaml", texts.get("device.yaml"), Device)
    builds = reader.document("builds.yaml", texts.get("builds.yaml"), BuildList)
    packages = reader.documents("packages/", texts, Package)
    tools = reader.documents("tools/", texts, Tool)
    schemes = reader.documents("schemes/", texts, NamingScheme)
    programs = reader.documents("programs/", texts, Program)
    passages = reader.documents("passages/", texts, Passage)
    reader.passages = {passage.id: passage for passage in passages}
    others = reader.other_codenames(texts)
    guide = reader.document("guide.yaml", texts.get("guide.yaml"), Guide)
    if reader.faults or guide is None or device is None or builds is None:
        raise InvalidBundle(reader.faults)
    guide = reader.with_prose(guide, texts)
    bundle = Bundle(
        guide, device, builds.builds, packages, tools, schemes, programs, others, passages
    )
    for mismatch in check_bundle(bundle):
        reader.fault_at(mismatch.file, mismatch.at, mismatch.message)
    reader.compare_checksums(texts.get(CHECKSUMS), packages)
    reader.compare_pictures(guide, files, held)
    if reader.faults:
        raise InvalidBundle(reader.faults)
    return bundle


def read_scheme(name: str, content: bytes) -> NamingScheme:
    """One scheme document by itself. Raises InvalidBundle."""
    if len(content) > MAX_BYTES:
        raise InvalidBundle([_too_large(name)])
    reader = _Reader()
    text = reader.decoded(name, content)
    scheme = reader.document(name, text, NamingScheme)
    if scheme is None:
        raise InvalidBundle(reader.faults)
    return scheme


class _Reader:
    """Collects faults while it reads."""

    def __init__(self) -> None:
        self.faults: list[Fault] = []
        self.trees: dict[str, Tree] = {}
        self.passages: dict[str, Passage] = {}

    def fault(self, file: str, line: int, message: str) -> None:
        self.faults.append(Fault(file, line, message))

    def fault_at(self, file: str, at: Location, message: str) -> None:
        tree = self.trees.get(file)
        where = ".".join(str(p) for p in at if isinstance(p, str))
        self.fault(
            file, tree.line_of(at) if tree else 0, f"{where}: {message}" if where else message
        )

    def text(self, name: str, content: bytes) -> str | None:
        if not _KNOWN.fullmatch(name):
            self.fault(name[:120], 0, "a bundle has no such file; see docs/guide-format.md")
            return None
        return self.decoded(name, content)

    def decoded(self, name: str, content: bytes) -> str | None:
        try:
            text = content.decode("utf-8-sig")
        except UnicodeDecodeError as error:
            line = content.count(b"\n", 0, error.start) + 1
            self.fault(name, line, "not UTF-8; save the file as UTF-8")
            return None
        return text.replace("\r\n", "\n").replace("\r", "\n")

    def document(self, name: str, text: str | None, kind: type[_Document]) -> _Document | None:
        if text is None:
            return None
        try:
            tree = self.trees[name] = read_yaml(text)
        except InvalidYaml as error:
            self.fault(name, error.line, f"{error.message} (column {error.column})")
            return None
        value = tree.value
        if not isinstance(value, dict):
            self.fault(name, 1, "expected fields (name: value), got a list or a word")
            return None
        if value.pop("format", None) != FORMAT:
            self.fault(
                name, tree.line_of(("format",)), f"expected the line 'format: {FORMAT}' first"
            )
            return None
        if kind is Guide:
            value = filled(value, self.passages)
        if kind is Guide and _count_steps(value) > MAX_STEPS:
            self.fault(name, tree.line_of(("steps",)), f"more than {MAX_STEPS} steps")
            return None
        twice = list(_used_twice(value, (), set())) if kind is Guide else []
        for at, name_twice in twice:
            self.fault_at(name, at, f"step id {name_twice!r} is used twice; each needs its own")
        if twice:
            return None
        try:
            return kind.model_validate(value)
        except ValidationError as error:
            for at, message in faults_of(error, value):
                self.fault_at(name, at, message)
            return None

    def documents(
        self, folder: str, texts: Mapping[str, str | None], kind: type[_Document]
    ) -> tuple[_Document, ...]:
        found = []
        for name, text in texts.items():
            if not name.startswith(folder):
                continue
            document = self.document(name, text, kind)
            if document is None:
                continue
            expected = f"{folder}{document.id}.yaml"  # type: ignore[attr-defined]
            if name != expected:
                self.fault_at(name, ("id",), f"this id belongs into a file named {expected}")
            found.append(document)
        return tuple(found)

    def other_codenames(self, texts: Mapping[str, str | None]) -> tuple[OtherCodename, ...]:
        """The documents of each further codename stand in a folder of its name."""
        found = []
        for codename in sorted({n.split("/")[1] for n in texts if n.startswith("codenames/")}):
            names = [f"codenames/{codename}/{name}.yaml" for name in ("device", "builds")]
            for name in names:
                if name not in texts:
                    self.fault(name, 0, "is missing from the bundle")
            device = self.document(names[0], texts.get(names[0]), Device)
            builds = self.document(names[1], texts.get(names[1]), BuildList)
            if device is not None and device.codename != codename:
                says = f"this codename belongs into codenames/{device.codename}/device.yaml"
                self.fault_at(names[0], ("codename",), says)
            elif device is not None and builds is not None:
                found.append(OtherCodename(device, builds.builds))
        return tuple(found)

    def with_prose(self, guide: Guide, texts: Mapping[str, str | None]) -> Guide:
        """The guide with the Markdown files of the bundle put to their steps."""
        prose = {
            name.removeprefix("prose/").removesuffix(".md"): normal_text((text or "").strip())
            for name, text in texts.items()
            if name.startswith("prose/")
        }
        places = step_places(guide)
        for name in prose:
            if name != INTRODUCTION and name not in places:
                self.fault(f"prose/{name}.md", 0, f"the guide has no step {name}")
        for name, text in prose.items():
            if len(text) > MAX_PROSE:
                self.fault(f"prose/{name}.md", 0, f"longer than {MAX_PROSE:,} characters")

        def put(step: Any) -> Any:
            if step.id not in prose:
                return step
            if step.prose:
                self.fault(f"prose/{step.id}.md", 0, f"step {step.id} has prose in guide.yaml too")
            return step.model_copy(update={"prose": prose[step.id]})

        introduction = prose.get(INTRODUCTION, guide.introduction)
        return map_steps(guide, put).model_copy(update={"introduction": introduction})

    def compare_pictures(
        self, guide: Guide, files: Mapping[str, bytes], held: Container[str]
    ) -> None:
        """Every picture that a step names is there, is what the step says, and none is idle."""
        there: dict[str, tuple[str, Kept]] = {}
        for name, content in files.items():
            if name.startswith("pictures/"):
                try:
                    kept = read_picture(content)
                except InvalidPicture as error:
                    self.fault(name, 0, str(error))
                    continue
                if kept.name != name:
                    self.fault(name, 0, f"by its bytes it belongs into {kept.name}")
                there[kept.digest] = (name, kept)
        if self.faults:
            return
        places = step_places(guide)
        for row in rows_of(guide):
            for i, picture in enumerate(row.step.pictures):
                at = (*places[row.step.id], "pictures", i)
                if picture.sha256 not in there:
                    if picture.sha256 not in held:
                        says = f"the bundle holds no picture pictures/{picture.sha256[:12]}…"
                        self.fault_at("guide.yaml", at, says)
                    continue
                _, kept = there[picture.sha256]
                if (kept.width, kept.height) != (picture.width, picture.height):
                    says = f"the picture has {kept.width} by {kept.height} pixels"
                    self.fault_at("guide.yaml", at, says)
        named = {p.sha256 for row in rows_of(guide) for p in row.step.pictures}
        for digest, (name, _) in there.items():
            if digest not in named:
                self.fault(name, 0, "no step shows this picture")

    def compare_checksums(self, text: str | None, packages: tuple[Package, ...]) -> None:
        if text is None:
            return
        try:
            read = read_checksums(text)
        except InvalidList as error:
            self.fault(CHECKSUMS, 0, str(error))
            return
        for fault in read.faults:
            self.fault(CHECKSUMS, fault.line, fault.message)
        listed = read.digests("sha256")
        digests = {p.name: p.sha256 for p in packages}
        for name, digest in listed.items():
            if name not in digests:
                self.fault(CHECKSUMS, 0, f"no package of the bundle has the file name {name[:120]}")
            elif digests[name] != digest:
                self.fault(
                    CHECKSUMS,
                    0,
                    f"{name}: the list says {digest[:12]}…, the package "
                    f"{(digests[name] or 'nothing')[:12]}…; one of them is wrong",
                )


def _count_steps(value: Any) -> int:
    """Mappings with an action, at any depth (the tree is at most 30 deep)."""
    if isinstance(value, dict):
        return ("action" in value) + sum(map(_count_steps, value.values()))
    return sum(map(_count_steps, value)) if isinstance(value, list) else 0


def _used_twice(value: Any, at: Location, seen: set[str]) -> Iterator[tuple[Location, str]]:
    """Where a step has the id of an earlier one."""
    if isinstance(value, dict):
        name = value.get("id")
        if "action" in value and isinstance(name, str):
            if name in seen:
                yield (*at, "id"), name
            seen.add(name)
        for key, inner in value.items():
            yield from _used_twice(inner, (*at, key), seen)
    elif isinstance(value, list):
        for i, inner in enumerate(value):
            yield from _used_twice(inner, (*at, i), seen)
