"""What goes with what on a codename: all files of its guides, kept until a document changes."""

import pytest
from django.contrib.auth.models import User

from anleitung.guides.asked import ask_goes_with
from anleitung.guides.goes_with import files_of, goes_with_of, key_of
from anleitung.guides.models import Guide
from anleitung.guides.services.bring_in import bring_in
from anleitung.jobs.models import Job
from tests.conftest import NOW
from tests.core.bundles import edited_files

pytestmark = pytest.mark.django_db


def _add(maintainer: User, name: str, *edits: tuple[str, str, str]) -> None:
    files = edited_files("clean-install", edits)
    guide = files["guide.yaml"].replace(b"id: clean-install", f"id: {name}".encode())
    bring_in(actor=maintainer, files={**files, "guide.yaml": guide}, replaces="", now=NOW)


def test_it_is_worked_out_once_for_the_same_documents(maintainer: User) -> None:
    _add(maintainer, "one")
    first = ask_goes_with(actor=maintainer, codename="palstek", now=NOW)
    again = ask_goes_with(actor=maintainer, codename="palstek", now=NOW)
    assert first == again
    assert Job.objects.filter(kind="goes-with").count() == 1
    assert first.systems[0].name == "stock"
    assert first.rows


def test_an_id_that_means_two_files_is_left_out_and_said(maintainer: User) -> None:
    _add(maintainer, "one")
    bundle, several = files_of("palstek")
    assert bundle is not None
    key = key_of(bundle, several)
    _add(maintainer, "two", ("packages/radio-m6.yaml", "size: ", "size: 1"))
    other, now_several = files_of("palstek")
    assert other is not None
    assert (several, now_several) == ([], ["radio-m6"])
    assert key_of(other, now_several) != key
    told = goes_with_of("palstek")
    assert told.left_out == ["radio-m6"]
    assert "radio-12.4.7-m6.img" not in {row.file for row in told.rows}


def test_without_guides_there_is_nothing_to_tell(maintainer: User) -> None:
    _add(maintainer, "one")
    Guide.objects.all().delete()
    assert goes_with_of("palstek").rows == []
