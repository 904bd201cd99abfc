"""The real interface: the site as it is served, in Debian's Chromium, with no other host."""

import fcntl
import os
import re
import shutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from anleitung.core.formats.write_bundle import write_zip
from anleitung.demo.serving import CHROMIUM, demo_site
from tests.browser.gate import sign_in
from tests.browser.loaded import load_into
from tests.core.bundles import Edit, edited_files

QUIET = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]

# Two sites, two browsers and their workers may share two cores, which are slow in some hours.
PATIENCE = 60_000
expect.set_options(timeout=PATIENCE)


# What takes longest comes first, so that no worker is left alone with it at the end.
LONGEST = (
    *("writing", "catalogue", "every_view", "workbench", "writing_many", "reader"),
    *("writing_pace", "writing_kept", "locked", "start", "route"),
)


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    place = {f"test_{name}": at for at, name in enumerate(LONGEST)}

    def order(item: pytest.Item) -> int:
        """The other tests stay as they are, before those of the browser."""
        if item.get_closest_marker("browser") is None:
            return -1
        return place.get(item.path.stem, len(place))

    for item in items:
        if "tests/browser" in item.path.as_posix():
            item.add_marker(pytest.mark.browser)
    items.sort(key=order)


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    return browser_type_launch_args | {"executable_path": CHROMIUM, "args": QUIET}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return browser_context_args | {"viewport": {"width": 1280, "height": 800}}


@pytest.fixture(scope="session")
def loaded_demo(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Data of the demo as it is loaded, once for all workers; to be copied, never to be served."""
    if loaded := os.environ.get("ANLEITUNG_LOADED_DEMO"):
        return Path(loaded)
    home = tmp_path_factory.getbasetemp()
    if "PYTEST_XDIST_WORKER" in os.environ:
        home = home.parent
    data = home / "loaded-demo"
    with (home / "loading").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not data.exists():
            load_into(data)
    return data


@pytest.fixture(scope="session")
def base_url(loaded_demo: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """The demo, served on data of its own."""
    data = tmp_path_factory.mktemp("site")
    shutil.copytree(loaded_demo, data, dirs_exist_ok=True)
    with demo_site(
        data, ANLEITUNG_REPORTS_PER_ADDRESS="500", ANLEITUNG_JOB_PATIENCE="0.02"
    ) as address:
        yield address


@pytest.fixture(autouse=True)
def _nothing_leaves_and_nothing_breaks(
    request: pytest.FixtureRequest, context: BrowserContext, base_url: str
) -> Iterator[None]:
    """Any request to another host fails the test, and so does any error in the page that the test

    does not bring about itself: ``breaks(pattern)``.
    """
    foreign: list[str] = []
    broken: list[str] = []
    context.set_default_timeout(PATIENCE)
    context.on(
        "request",
        lambda r: (
            foreign.append(r.url) if not re.match(f"{base_url}/|data:|blob:", r.url) else None
        ),
    )
    context.on("weberror", lambda e: broken.append(str(e.error)))
    context.on(
        "console",
        lambda m: (
            broken.append(m.text)
            if m.type == "error" and "Failed to load resource" not in m.text
            else None
        ),
    )
    yield
    assert foreign == []
    meant = request.node.get_closest_marker("breaks")
    assert [told for told in broken if not (meant and re.search(meant.args[0], told))] == []


@pytest.fixture
def bench(page: Page) -> Page:
    """A page signed in as the demo's maintainer; nothing is opened yet."""
    sign_in(page.context, 0)
    return page


def packed(home: Path, name: str, *edits: Edit) -> Path:
    path = home / "bundle.zip"
    path.write_bytes(write_zip(edited_files(name, edits)))
    return path


def no_sideways_scroll(page: Page) -> bool:
    return bool(
        page.evaluate(
            "document.documentElement.scrollWidth <= document.documentElement.clientWidth"
        )
    )
