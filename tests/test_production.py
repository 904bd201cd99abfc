"""The production form: everything over TLS, and the word of nobody but named proxies for it."""

import json
import os
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

ASK = """
import json, django
django.setup()
from django.test import Client
from django.conf import settings
def ask(**more):
    answer = Client().get("/login", SERVER_NAME="localhost", **more)
    return [answer.status_code, answer.headers.get("Location", ""),
            answer.headers.get("Strict-Transport-Security", "")]
print(json.dumps({
    "plain": ask(),
    "claims": ask(HTTP_X_FORWARDED_PROTO="https"),
    "proxy": ask(HTTP_X_FORWARDED_PROTO="https", REMOTE_ADDR="10.0.0.1"),
    "cookies": [settings.SESSION_COOKIE_SECURE, settings.CSRF_COOKIE_SECURE],
}))
"""


@pytest.fixture(scope="module")
def answers(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    data: Path = tmp_path_factory.mktemp("data")
    env = os.environ | {
        "DJANGO_SETTINGS_MODULE": "anleitung.site.settings",
        "ANLEITUNG_DATA": str(data),
        "ANLEITUNG_SECRET_KEY": "a-key-for-one-test-0123456789abcdef",
        "ANLEITUNG_SECURE": "1",
        "ANLEITUNG_PROXIES": "10.0.0.0/8",
    }
    subprocess.run([sys.executable, "manage.py", "migrate", "-v0"], env=env, check=True)
    done = subprocess.run([sys.executable, "-c", ASK], env=env, capture_output=True, check=True)
    found: dict[str, Any] = json.loads(done.stdout)
    return found


def test_without_tls_one_is_sent_to_it(answers: dict[str, Any]) -> None:
    assert answers["plain"][:2] == [301, "https://localhost/login"]
    assert answers["claims"][:2] == [301, "https://localhost/login"]


def test_through_a_named_proxy_it_is_served_and_kept_to(answers: dict[str, Any]) -> None:
    assert answers["proxy"] == [200, "", "max-age=31536000"]
    assert answers["cookies"] == [True, True]
