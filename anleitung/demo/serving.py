"""The demo as it is served, on data of its own: for browser tests, pictures and benchmarks."""

import os
import shutil
import socket
import sqlite3
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

HOME = Path(__file__).parents[2]
MANAGE = (sys.executable, str(HOME / "manage.py"))
BUILT = HOME / "var" / "static"  # make static
PATIENCE = 120  # seconds
# Debian's package without windows is the quicker one; its package with windows does as well.
CHROMIUM = (
    os.environ.get("CHROMIUM")
    or shutil.which("chromium-headless-shell")
    or shutil.which("chromium")
    or "/usr/bin/chromium"
)


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
    return port


@contextmanager
def demo_site(data: Path, **environment: str) -> Iterator[str]:
    """Starts the demo below ``data``, with the built files of this tree, and gives its address.

    Raises RuntimeError with what it printed where it does not start.
    """
    env = os.environ | {
        "ANLEITUNG_DATA": str(data),
        "ANLEITUNG_SECRET_KEY": "only-for-a-demo-on-this-machine-0123456789",
        **environment,
    }
    shutil.copytree(BUILT, data / "static", dirs_exist_ok=True)
    port = free_port()
    address = f"http://127.0.0.1:{port}"
    with (data / "log").open("w") as log:
        site = subprocess.Popen(
            [*MANAGE, "start_demo", "--port", str(port)], env=env, stdout=log, stderr=log
        )
        try:
            _wait(address, site, data / "log")
            yield address
        finally:
            site.terminate()
            site.wait(20)


def _wait(address: str, site: subprocess.Popen[bytes], log: Path) -> None:
    until = time.monotonic() + PATIENCE
    while time.monotonic() < until and site.poll() is None:
        try:
            with urllib.request.urlopen(address, timeout=5):
                return
        except OSError:
            time.sleep(0.1)
    raise RuntimeError(f"The demo did not start:\n{log.read_text()}")


_GOING_THROUGH = (
    "select count(*) from django_tasks_database_dbtaskresult"
    " where task_path like '%go_through_guides' and status in ('READY', 'RUNNING')"
)


def wait_for_first_round(data: Path) -> None:
    """Until the demo below data has looked at its sources, drawn its maps and gone through its

    guides.

    A site that ends meanwhile takes its simulated mirror along, and what was looked at just then
    would be told as broken for ever; what is under way would be begun anew in every copy.
    """
    until = time.monotonic() + 120
    while time.monotonic() < until:
        with closing(sqlite3.connect(data / "anleitung.sqlite3")) as opened:
            checks, jobs = (
                {state for (state,) in opened.execute(f"select state from {table}")}
                for table in ("mirrors_check", "jobs_job")
            )
            tasks = opened.execute(_GOING_THROUGH).fetchone()
        if checks and not (checks | jobs) & {"waiting", "running"} and tasks == (0,):
            return
        time.sleep(0.5)
    raise RuntimeError("The demo did not come through its first round of all that waits.")
