"""A database that is locked for long: readers read on, no report is lost."""

import json
import shutil
import sqlite3
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path
from statistics import median

from anleitung.demo.serving import demo_site
from tests.browser.test_start import _Reader

LOCKED = 9  # seconds, longer than anybody waits


def read(address: str) -> float:
    """Seconds until the page is there."""
    began = time.monotonic()
    with urllib.request.urlopen(address, timeout=30) as page:
        assert page.status == 200
    return time.monotonic() - began


def test_readers_read_on_and_reports_are_taken_or_told_to_try_again(
    loaded_demo: Path, tmp_path: Path
) -> None:
    shutil.copytree(loaded_demo, tmp_path, dirs_exist_ok=True)
    with demo_site(tmp_path, ANLEITUNG_REPORTS_PER_ADDRESS="500") as address:
        readers = [_Reader(address) for _ in range(6)]
        page = f"{address}{readers[0].path}"
        usual = median(read(page) for _ in range(7))
        held = sqlite3.connect(tmp_path / "anleitung.sqlite3", isolation_level=None, timeout=30)
        held.execute("BEGIN IMMEDIATE")
        until = time.monotonic() + LOCKED
        answers: dict[int, int] = {}
        threads = [
            threading.Thread(
                target=lambda i=i: answers.__setitem__(i, readers[i].report(f"locked-{i:012}"))
            )
            for i in range(6)
        ]
        for each in threads:
            each.start()
        waited = []
        while time.monotonic() < until:
            waited.append(read(page))
        held.execute("ROLLBACK")
        held.close()
        for each in threads:
            each.join()
        # Nobody waits for the lock (5 s); how long a page takes otherwise depends on the machine.
        assert median(waited) < min(max(0.5, 3 * usual), 4)
        assert set(answers.values()) <= {200, 503}
        assert 503 in answers.values()
        for i, status in answers.items():
            if status != 200:
                assert readers[i].report(f"locked-{i:012}") == 200
        with sqlite3.connect(tmp_path / "anleitung.sqlite3") as look:
            sent = "SELECT COUNT(*) FROM reports_report WHERE key LIKE 'locked-%'"
            assert look.execute(sent).fetchone() == (6,)
            # The workers outlived it as well: what came in is counted.
            counted = "SELECT body FROM jobs_outcome WHERE kind = 'evidence'"
            until = time.monotonic() + 30
            while time.monotonic() < until:
                runs = [json.loads(row[0])["evidence"]["runs"] for row in look.execute(counted)]
                if 6 in runs:
                    break
                time.sleep(0.3)
            assert 6 in runs
