"""Bundles for tests: those of the demo, with a few words of their text changed."""

from collections.abc import Iterable

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.demo.bundles import bundle_files

Edit = tuple[str, str, str]  # file, text that stands there, text instead

# What most guides of the demo say of their losses.
LOST = (
    '  loses: [{what: apps, no_copy: "The stock system copies no settings of apps; '
    'note what you must sign in to again"}, media]\n'
)


def edited_files(name: str, edits: Iterable[Edit] = ()) -> dict[str, bytes]:
    """Each text must stand there: an edit that misses would make a story say nothing."""
    files = bundle_files("palstek", name)
    for file, old, new in edits:
        text = files[file].decode()
        assert old in text, f"{file} does not hold {old!r}"
        files[file] = text.replace(old, new).encode()
    return files


def bundle(name: str = "clean-install", *edits: Edit) -> Bundle:
    return read_bundle(edited_files(name, edits))
