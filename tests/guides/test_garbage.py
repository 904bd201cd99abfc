"""Whatever stands in a column, the desk, the front page and the pages of another guide answer."""

import pytest
from django.apps import apps
from django.db import connection
from django.db.models import CharField, JSONField, Model, TextField
from django.test import Client

from anleitung.guides.services.bring_in import bring_in
from anleitung.mirrors.models import Change
from anleitung.reports.evidence import ask_for_evidence
from anleitung.reports.models import Report
from tests.conftest import NOW
from tests.core.bundles import edited_files
from tests.guides.test_stored_otherwise import _edit
from tests.kept_rows import made_once

OURS = ("catalogue", "guides", "mirrors", "reports", "jobs")
COLUMNS = [
    (model, field.column)
    for app in OURS
    for model in apps.get_app_config(app).get_models()
    for field in model._meta.local_fields
    if isinstance(field, CharField | TextField | JSONField)
]


@pytest.mark.parametrize(
    ("model", "column"), COLUMNS, ids=[f"{m._meta.db_table}.{c}" for m, c in COLUMNS]
)
def test_garbage_in_one_column_takes_nothing_down(
    model: type[Model],
    column: str,
    revision: object,
    maintainer: object,
    client_of_maintainer: Client,
) -> None:
    def make() -> None:
        bring_in(actor=maintainer, files=edited_files("unlock"), replaces="", now=NOW)
        common = {"key": "k" * 16, "base": "b", "variant": "M6", "options": {}, "at": NOW}
        Report.objects.create(revision=revision, ending="dead", **common)
        ask_for_evidence(revision, now=NOW)  # type: ignore[arg-type]
        about = {"name": "n", "size": 1, "before": {}, "after": {}, "says": "s", "at": NOW}
        Change.objects.create(address="https://mirror.example/x", standing="gone", **about)

    made_once("all that garbage may stand in", make)
    client_of_maintainer.raise_request_exception = False
    is_json = isinstance(model._meta.get_field(column.removesuffix("_id")), JSONField)
    with connection.cursor() as cursor:
        key = model._meta.pk.column if model._meta.pk else "id"
        row = cursor.execute(f"SELECT MIN({key}) FROM {model._meta.db_table}").fetchone()
    _edit(
        f"UPDATE {model._meta.db_table} SET {column} = %s WHERE {key} = %s",
        '{"x": [1]}' if is_json else "\u202e{]",
        row[0],
    )
    for path in ("/", "/c/palstek", "/api/drafts/palstek/unlock", "/api/work"):
        status = client_of_maintainer.get(path).status_code
        assert status < 500 or status == 503, (path, status)
    assert client_of_maintainer.get("/api/home").status_code == 200
