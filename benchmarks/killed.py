"""Acknowledged reports, held against what is stored after the site was killed again and again."""

import os
import signal
import sqlite3
import subprocess
import tempfile
import threading
import time
import urllib.request
from contextlib import suppress
from http.client import HTTPException
from pathlib import Path

from anleitung.demo.serving import MANAGE, free_port

KILLS = 12
SENDERS = 4
KEY = "only-for-a-demo-on-this-machine-0123456789"


class Sender(threading.Thread):
    """Sends one report after the other by its own connection; notes those that were taken."""

    def __init__(self, number: int, address: str, ended: threading.Event) -> None:
        super().__init__()
        self._number, self._address, self._ended = number, address, ended
        self.taken: list[str] = []

    def run(self) -> None:
        from tests.browser.test_start import _Reader

        count = 0
        while not self._ended.is_set():
            key = f"killed-{self._number:02}-{count:09}"
            try:
                if _Reader(self._address).report(key) == 200:
                    self.taken.append(key)
                    count += 1
            except (OSError, HTTPException, TypeError):
                time.sleep(0.05)  # it is down, or was killed in the middle of a page


def _wait(address: str) -> None:
    for _ in range(600):
        with suppress(OSError), urllib.request.urlopen(address, timeout=5):
            return
        time.sleep(0.2)


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        port = free_port()
        env = os.environ | {
            "ANLEITUNG_DATA": home,
            "ANLEITUNG_SECRET_KEY": KEY,
            "ANLEITUNG_REPORTS_PER_ADDRESS": "1000000",
            "ANLEITUNG_REPORTS_PER_HOUR": "1000000",
        }
        subprocess.run([*MANAGE, "collectstatic", "--noinput", "-v0"], env=env, check=True)
        ended = threading.Event()
        senders = [Sender(i, f"http://127.0.0.1:{port}", ended) for i in range(SENDERS)]
        for number in range(KILLS + 1):
            site = subprocess.Popen(
                [*MANAGE, "start_demo", "--port", str(port)],
                env=env,
                stdout=subprocess.DEVNULL,
                stderr=subprocess.DEVNULL,
                start_new_session=True,
            )
            _wait(f"http://127.0.0.1:{port}")
            if number == 0:
                for each in senders:
                    each.start()
            time.sleep(2 + number % 3 / 2)
            os.killpg(site.pid, signal.SIGKILL)
            site.wait()
        ended.set()
        for each in senders:
            each.join()
        taken = {key for each in senders for key in each.taken}
        with sqlite3.connect(Path(home) / "anleitung.sqlite3") as look:
            stored = {row[0] for row in look.execute("SELECT key FROM reports_report")}
            whole = look.execute("PRAGMA integrity_check").fetchone()[0]
        print(
            f"{len(taken & stored)} of {len(taken)} acknowledged reports kept over {KILLS + 1} "
            f"kills; the database is {whole}"
        )


if __name__ == "__main__":
    main()
