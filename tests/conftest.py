"""Fixtures shared by the tests of the site."""

from datetime import UTC, datetime
from typing import Any

import pytest
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db import connections
from django.test import Client
from hypothesis import HealthCheck, settings

from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof import prove
from anleitung.core.proof.result import ProofOut
from anleitung.demo.bundles import bundle_files
from anleitung.guides.models import Revision
from anleitung.guides.services.bring_in import bring_in
from tests.kept_rows import made_once
from tests.people import made_maintainer
from tests.ready import publish

NOW = datetime(2026, 11, 1, 12, 0, tzinfo=UTC)

# How long an example takes says how busy the machine is; pace has benchmarks of its own.
settings.register_profile("any-pace", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("any-pace")


@pytest.fixture(scope="session")
def django_db_modify_db_settings(tmp_path_factory: pytest.TempPathFactory) -> None:
    """A file, as the site has one, of this process alone: runs beside one another share nothing."""
    name = str(tmp_path_factory.mktemp("database") / "test.sqlite3")
    connections["default"].settings_dict["TEST"]["NAME"] = name


@pytest.fixture(autouse=True)
def _quick(settings: Any) -> None:
    """Each client of a test would read the whole list of built files, and each log-in take a third

    of a second; the served site has tests of its own.
    """
    settings.WHITENOISE_AUTOREFRESH = True
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


_PROVED: dict[tuple[str, str], ProofOut] = {}


@pytest.fixture(autouse=True)
def _proved_once(monkeypatch: pytest.MonkeyPatch) -> None:
    """The site of each test proves anew; a bundle has one proof, whichever of them asks for it."""

    def proved(bundle: Bundle) -> ProofOut:
        key = (bundle.fingerprint, prove.MODEL_VERSION)
        if key not in _PROVED:
            _PROVED[key] = prove.prove(bundle)
        return _PROVED[key]

    monkeypatch.setattr("anleitung.guides.load.prove", proved)


@pytest.fixture(autouse=True)
def _no_worker(settings: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    """Jobs are done where they are asked for; the worker has tests of its own.

    Which guides lead to which is worked out where a test looks at it, not at every publication.
    """
    settings.JOBS_INLINE = True
    for place in ("review.services.publish", "routes.renew"):
        monkeypatch.setattr(f"anleitung.{place}.begin_for_site", lambda **_: None)
    monkeypatch.setattr("anleitung.routes.renew.begin_going_through", lambda *_, **__: None)


@pytest.fixture
def maintainer(db: None) -> Any:

    def make() -> None:
        made_maintainer("mira.f")

    made_once("maintainer", make)
    return get_user_model().objects.get(username="mira.f")


@pytest.fixture
def client_of_maintainer(maintainer: Any) -> Client:
    client = Client()
    client.force_login(maintainer)
    return client


@pytest.fixture
def demo(db: None) -> None:
    """The demo, but for most of its guides."""
    made_once("demo", lambda: call_command("load_demo", "--small"))


@pytest.fixture
def revision(maintainer: Any) -> Revision:
    """The published install guide of the demo."""

    def make() -> None:
        files = bundle_files("palstek", "clean-install")
        draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
        seen = draft.fingerprint
        publish(actor=maintainer, codename="palstek", slug="clean-install", seen=seen, now=NOW)

    made_once("revision", make)
    return Revision.objects.get()


@pytest.fixture
def two(maintainer: Any, revision: Revision) -> Revision:
    """Unlocking is published beside the install guide."""

    def make() -> None:
        files = bundle_files("palstek", "unlock")
        draft = bring_in(actor=maintainer, files=files, replaces="", now=NOW).draft
        seen = draft.fingerprint
        publish(actor=maintainer, codename="palstek", slug="unlock", seen=seen, now=NOW)

    made_once("unlock beside it", make)
    return Revision.objects.get(guide__slug="unlock")
