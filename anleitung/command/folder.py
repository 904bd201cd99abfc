"""Bundles on disk: a folder or a zip file, bounded while it is read."""

from pathlib import Path

from anleitung.core.formats.read_bundle import (
    MAX_BYTES,
    MAX_FILES,
    Fault,
    InvalidBundle,
    read_zip,
)


def load_files(path: Path) -> dict[str, bytes]:
    """Name within the bundle → content. Raises InvalidBundle; hidden files are passed over."""
    if path.is_dir():
        return _load_folder(path)
    if not path.is_file():
        raise InvalidBundle([Fault(str(path), 0, "there is no such folder or zip file")])
    if path.stat().st_size > MAX_BYTES:
        raise InvalidBundle(
            [Fault(str(path), 0, f"larger than {MAX_BYTES // 1_000_000} MB; a bundle is smaller")]
        )
    return read_zip(path.read_bytes())


def _load_folder(folder: Path) -> dict[str, bytes]:
    home = folder.resolve()
    files: dict[str, bytes] = {}
    left = MAX_BYTES
    for path in sorted(folder.rglob("*")):
        name = path.relative_to(folder).as_posix()
        if any(part.startswith(".") for part in path.relative_to(folder).parts):
            continue
        if not path.resolve().is_relative_to(home):
            raise InvalidBundle([Fault(name, 0, "this path leaves the folder of the bundle")])
        if not path.is_file():
            continue
        with path.open("rb") as stream:
            content = stream.read(left + 1)
        left -= len(content)
        if left < 0 or len(files) >= MAX_FILES:
            raise InvalidBundle(
                [
                    Fault(
                        str(folder),
                        0,
                        f"more than {MAX_BYTES // 1_000_000} MB or {MAX_FILES} files: "
                        "this is not the folder of a bundle",
                    )
                ]
            )
        files[name] = content
    return files
