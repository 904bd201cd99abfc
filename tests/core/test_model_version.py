"""The version of the model moves with any of its sources, and with nothing else."""

from pathlib import Path
from shutil import copytree

import pytest

from anleitung.core import model_version
from anleitung.core.model_version import MODEL_VERSION, version_of

CORE = Path(model_version.__file__).parent


@pytest.mark.parametrize(
    ("where", "moves"),
    [
        ("phone/boot.py", True),
        ("proof/findings/data/no_copy_of_apps.py", True),
        ("conditions/text.py", True),
        ("marked.py", False),
    ],
)
def test_a_change_of_the_model_is_another_version(tmp_path: Path, where: str, moves: bool) -> None:
    home = tmp_path / "core"
    copytree(CORE, home)
    assert version_of(home) == MODEL_VERSION
    with (home / where).open("a") as module:
        module.write("# changed\n")
    assert (version_of(home) != MODEL_VERSION) == moves
