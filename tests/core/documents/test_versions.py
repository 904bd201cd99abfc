"""Which versions of a program may be used."""

import pytest
from pydantic import ValidationError

from anleitung.core.documents.file_rules import VersionRule
from anleitung.core.documents.package import Package
from anleitung.core.files.words import version_words


@pytest.mark.parametrize(
    ("rule", "allowed", "refused", "says"),
    [
        ({"exact": ("4.2",)}, ["4.2", "4.2.0"], ["4.2.1", "4.1", "4"], "version 4.2"),
        ({"exact": ("1.0", "3")}, ["1", "3.0"], ["2"], "version 1.0 or 3"),
        ({"least": "4.9"}, ["4.9", "4.10", "5"], ["4.8.9", "4"], "version 4.9 or newer"),
        ({"most": "2.1"}, ["2.1", "2.0.9", "1"], ["2.1.1", "3"], "version 2.1 or older"),
        (
            {"least": "1.2", "most": "1.4", "never": ("1.3",), "because": "it forgets the slot"},
            ["1.2", "1.3.1", "1.4.0"],
            ["1.3", "1.3.0", "1.4.1", "1.1"],
            "version 1.2 to 1.4, not 1.3: it forgets the slot",
        ),
        ({"never": ("7",)}, ["6", "7.1"], ["7", "7.0.0"], "any version, not 7"),
    ],
)
def test_what_a_rule_allows(
    rule: dict[str, object], allowed: list[str], refused: list[str], says: str
) -> None:
    made = VersionRule.model_validate(rule)
    assert [v for v in allowed + refused if made.allows(v)] == allowed
    assert version_words(made) == says


@pytest.mark.parametrize(
    ("rule", "says"),
    [
        ({}, "say which versions"),
        ({"least": "2", "most": "1.9"}, "least is newer than most"),
        ({"exact": ("1",), "least": "1"}, "exclude each other"),
        ({"exact": ("1.0",), "never": ("1",)}, "may not be used"),
        ({"least": "4.x"}, "pattern"),
    ],
)
def test_a_rule_that_makes_no_sense_is_refused(rule: dict[str, object], says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        VersionRule.model_validate(rule)


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"role": "system", "versions": {"least": "1"}}, "belong to a host tool"),
        ({"version": "0.9", "versions": {"least": "1"}}, "none of the versions allowed"),
    ],
)
def test_versions_belong_to_tools_and_fit_the_file(more: dict[str, object], says: str) -> None:
    tool = {"id": "lotse", "name": "lotse.zip", "role": "host-tool", "size": 9}
    with pytest.raises(ValidationError, match=says):
        Package.model_validate(tool | more)
