"""What the hand-written pages of the docs say is held against the program."""

import re
from pathlib import Path

import pytest

from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.phone.actions import ACTIONS, name_of
from anleitung.core.proof.prove import prove

DOCS = Path(__file__).parents[1] / "docs"


def test_the_smallest_bundle_is_proved_clean_and_explained_line_by_line() -> None:
    text = (DOCS / "smallest-bundle.md").read_text()
    parts = re.findall(r"^## (\S+\.yaml)\n\n```yaml\n(.*?)```\n(.*?)(?=^## |\Z)", text, re.M | re.S)
    proof = prove(read_bundle({name: body.encode() for name, body, _ in parts}))
    assert (proof.finished, proof.findings, proof.phones.admitted) == (True, (), 128)
    for _, body, explained in parts:
        for field in re.findall(r"^(\w+):", body, re.M):
            assert f"`{field}" in explained or field in ("format", "codename", "maker", "builds")


def test_every_link_between_the_pages_leads_somewhere() -> None:
    for page in (*DOCS.glob("*.md"), DOCS.parent / "README.md"):
        for target in re.findall(r"\]\(([^)#\s]+)(?:#[^)]*)?\)", page.read_text()):
            assert (page.parent / target).exists(), f"{page.name}: {target}"


@pytest.mark.parametrize("page", ["contributing.md", "architecture.md"])
def test_files_that_a_page_names_are_there(page: str) -> None:
    home = DOCS.parent
    for name in re.findall(
        r"`((?:anleitung|tests|web/src|scripts|benchmarks|docs)/[\w./-]+)`",
        (DOCS / page).read_text(),
    ):
        assert (home / name).exists(), f"{page}: {name}"
    every = {str(path.relative_to(home)) for path in (home / "anleitung").rglob("*.py")}
    for name in re.findall(r"`(\w+/[\w/]+\.py)`", (DOCS / page).read_text()):
        assert (home / name).exists() or any(p.endswith(f"/{name}") for p in every), name


def test_the_glossary_is_in_order_and_knows_the_words_of_the_model() -> None:
    text = (DOCS / "glossary.md").read_text()
    words = re.findall(r"^\*\*(.+?)\*\*", text, re.M)
    assert words == sorted(words, key=str.lower)
    assert {"admission", "codename", "finding", "kind of phone", "slip", "stop", "witness"} <= set(
        words
    )
    assert len({name_of(action) for action in ACTIONS}) == len(ACTIONS)
