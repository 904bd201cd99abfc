"""Starting the demo: it keeps its data, needs nobody, and says what is wrong."""

import os
import re
import shutil
import subprocess
import threading
import urllib.error
import urllib.parse
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path

from anleitung.demo.serving import MANAGE, demo_site


def read(url: str) -> str:
    with urllib.request.urlopen(url, timeout=10) as answer:
        return answer.read().decode()


def test_second_start_keeps_the_data_and_prints_where_it_is(
    loaded_demo: Path, tmp_path: Path
) -> None:
    """The first start is the one that loaded the demo for all tests."""
    first = (loaded_demo / "log").read_text()
    shutil.copytree(loaded_demo, tmp_path, dirs_exist_ok=True)
    with demo_site(tmp_path) as address:
        front = read(address)
        again = (tmp_path / "log").read_text()
    assert "The demo is loaded." in first
    assert "its data is kept" in again
    for said in (first, again):
        assert re.search(r"http://127\.0\.0\.1:\d+/c/", said)
        assert "mudflats-at-low-tide" in said
    assert front == (loaded_demo / "front.html").read_text()


def test_port_in_use_is_said_before_anything_is_loaded(base_url: str, tmp_path: Path) -> None:
    key = "a-key-for-one-start-0123456789abcdef"
    env = os.environ | {"ANLEITUNG_DATA": str(tmp_path), "ANLEITUNG_SECRET_KEY": key}
    port = base_url.rsplit(":", 1)[1]
    done = subprocess.run(
        [*MANAGE, "start_demo", "--port", port], env=env, capture_output=True, check=False
    )
    assert done.returncode == 1
    assert f"make demo PORT={int(port) + 1}" in done.stderr.decode()
    assert not (tmp_path / "anleitung.sqlite3").exists()


class _Reader:
    """A browser without a screen: cookies, one page, one form."""

    def __init__(self, base: str) -> None:
        self.base = base
        opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        self.open = opener.open
        with self.open(f"{base}/c/palstek/guides/unlock") as answer:
            self.path = urllib.parse.urlsplit(answer.url).path
            page = answer.read().decode()
        self.token = re.search(r'csrfmiddlewaretoken" value="(\w+)"', page)[1]
        # What came in just now is counted by the worker, within a moment.
        counts = (
            r"(\d+) readers? ha(?:s|ve) reported",
            r"(\d+) new reports? (?:is|are) being counted",
        )
        self.runs = sum(int((re.search(each, page) or [0, 0])[1]) for each in counts)

    def report(self, key: str) -> int:
        form = {
            "csrfmiddlewaretoken": self.token,
            "key": key,
            "base": "PS-12.4.7-KU.r3",
            "variant": "M6",
            "ending": "worked",
        }
        body = urllib.parse.urlencode(form).encode()
        request = urllib.request.Request(
            f"{self.base}{self.path}/report", body, {"Accept": "application/json"}
        )
        try:
            with self.open(request) as answer:
                return answer.status
        except urllib.error.HTTPError as error:
            return error.code


def test_one_report_sent_at_once_by_many_presses_is_one(base_url: str) -> None:
    """Truly at once: the site writes from several threads, and one row is left."""
    readers = [_Reader(base_url) for _ in range(8)]
    before = readers[0].runs
    answers: list[int] = []
    threads = [
        threading.Thread(target=lambda r=reader: answers.append(r.report("at-once-0123456789")))
        for reader in readers
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert answers == [200] * 8
    assert _Reader(base_url).runs == before + 1


def test_files_are_sent_compressed_hashed_and_kept(base_url: str) -> None:
    page = read(f"{base_url}/")
    style = re.search(r'href="(/static/[^"]+\.css)"', page)[1]
    request = urllib.request.Request(base_url + style, headers={"Accept-Encoding": "br"})
    with urllib.request.urlopen(request) as answer:
        assert answer.headers["Content-Encoding"] == "br"
        assert "immutable" in answer.headers["Cache-Control"]
        assert re.search(r"-[A-Za-z0-9_-]{8}\.css$", style)
        sent = answer.read()
    assert len(sent) < 5_000


def test_admin_site_shows_revisions_and_changes_none(page: object, base_url: str) -> None:
    from playwright.sync_api import Page, expect

    assert isinstance(page, Page)
    page.goto("/login?next=/admin/")
    page.get_by_label("Name").fill("brueckenwart")
    page.get_by_label("Password").fill("lighthouse-keys-hang-here")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("heading", name="Site administration")).to_be_visible()
    expect(page.get_by_role("link", name="Users", exact=True)).to_be_visible()
    page.goto("/admin/guides/revision/1/change/")
    expect(page.get_by_role("button", name="Save")).to_have_count(0)
    expect(page.get_by_role("link", name="Delete")).to_have_count(0)
