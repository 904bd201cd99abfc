"""Which guides carry a document, and finding guides by their words."""

from typing import Any

import pytest

from anleitung.demo.bundles import bundle_files
from anleitung.guides.find import find_guide_places
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from anleitung.guides.uses import guides_with
from tests.conftest import NOW

INSTALL, UPDATE = "Install Wattläufer 5 1.0.0", "Bring the firmware base to 12.4.7 draft"


@pytest.fixture
def both(maintainer: Any, revision: Revision) -> None:
    files = bundle_files("palstek", "base-update")
    files["builds.yaml"] = files["builds.yaml"].split(b"  - build: PS-13.0.2")[0]
    bring_in(actor=maintainer, files=files, replaces="", now=NOW)


@pytest.mark.usefixtures("both")
@pytest.mark.parametrize(
    ("kind", "codename", "name", "carried"),
    [
        ("device", "palstek", "palstek", [INSTALL, UPDATE]),
        ("scheme", "", "tidewerk", [INSTALL, UPDATE]),
        ("tool", "", "lotse", [INSTALL, UPDATE]),
        ("build", "palstek", "PS-13.0.2-KU.r4", [INSTALL]),
        ("build", "palstek", "PS-12.4.7-KU.r3", [INSTALL, UPDATE]),
        ("build", "poller", "PS-12.4.7-KU.r3", []),
        ("tool", "", "schleuse", []),
        ("device", "poller", "poller", []),
    ],
)
def test_guides_that_carry_a_document(
    kind: str, codename: str, name: str, carried: list[str]
) -> None:
    assert guides_with(kind, codename, name) == carried


@pytest.mark.usefixtures("both")
@pytest.mark.parametrize(
    ("typed", "paths"),
    [
        ("wattläufer", ["clean-install"]),
        ("WATTLÄUFER palstek", ["clean-install"]),
        ("base 12.4.7", ["base-update"]),
        ("palstek", ["base-update", "clean-install"]),
        ("wattläufer base", []),
        ("", []),
        (" ", []),
    ],
)
def test_guides_are_found_by_every_word(typed: str, paths: list[str]) -> None:
    found = [place.path.rpartition("/")[2] for place in find_guide_places(typed)]
    assert found == paths


@pytest.mark.usefixtures("both")
def test_place_says_codename_and_state() -> None:
    assert [p.about for p in find_guide_places("palstek")] == ["palstek draft", "palstek 1.0.0"]
