"""The demo as the browser tests begin with it: python -m tests.browser.loaded FOLDER."""

import sqlite3
import sys
import time
import urllib.request
from contextlib import closing
from pathlib import Path

from anleitung.demo.serving import demo_site


def load_into(data: Path) -> None:
    """data: a folder that is not there yet; it is there once all is loaded."""
    begun = data.with_name(f"{data.name}-begun")
    begun.mkdir(parents=True)
    with demo_site(begun) as address, urllib.request.urlopen(address, timeout=30) as front:
        (begun / "front.html").write_bytes(front.read())
        _let_the_round_end(begun / "anleitung.sqlite3")
    begun.rename(data)


def _let_the_round_end(database: Path) -> None:
    """The demo looks at its sources when it starts; a site that ends meanwhile takes its simulated

    mirror along, and what was looked at just then would be told as broken for ever. The worker
    draws the maps of its codenames as well: what is under way would be begun in every copy.
    """
    until = time.monotonic() + 120
    while time.monotonic() < until:
        with closing(sqlite3.connect(database)) as opened:
            checks, jobs = (
                {state for (state,) in opened.execute(f"select state from {table}")}
                for table in ("mirrors_check", "jobs_job")
            )
        if checks and not (checks | jobs) & {"waiting", "running"}:
            return
        time.sleep(0.5)
    raise AssertionError("the demo did not come through its round of sources and its maps")


if __name__ == "__main__":
    load_into(Path(sys.argv[1]))
