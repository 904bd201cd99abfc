"""How long readers wait while 200 sockets send slowly or not at all, against their usual time.

Prints the medians and their ratio, measured in turns in one run, and for how long a slow
socket is kept.
"""

import socket
import statistics
import tempfile
import threading
import time
from pathlib import Path
from urllib.parse import urlsplit

from anleitung.demo.serving import demo_site

SLOW = 200
ROUNDS = 6
PAGES = 25
KINDS = (
    b"GET /",  # a line that never ends
    b"GET / HTTP/1.1\r\nHost: x\r\nX-Slow: ",  # headers that never end
    b"POST /r/000000000000/report HTTP/1.1\r\nHost: x\r\nContent-Length: 400000\r\n\r\nkey=",
    b"",  # nothing at all
)


class Slow:
    """A crowd of sockets, each of which sends a byte now and then until it is shut out."""

    def __init__(self, host: str, port: int) -> None:
        self._place = (host, port)
        self._ended = threading.Event()
        self.lived: list[float] = []
        self._threads = [threading.Thread(target=self._one, args=(i,)) for i in range(SLOW)]

    def __enter__(self) -> "Slow":
        for each in self._threads:
            each.start()
        time.sleep(1)
        return self

    def __exit__(self, *_: object) -> None:
        self._ended.set()
        for each in self._threads:
            each.join()

    def _one(self, number: int) -> None:
        while not self._ended.is_set():
            began = time.monotonic()
            try:
                with socket.create_connection(self._place, timeout=5) as wire:
                    wire.settimeout(0.05)
                    wire.sendall(KINDS[number % len(KINDS)])
                    self._drip(wire, quiet=not KINDS[number % len(KINDS)])
            except OSError:
                self.lived.append(time.monotonic() - began)

    def _drip(self, wire: socket.socket, *, quiet: bool) -> None:
        while not self._ended.wait(1):
            if not quiet:
                wire.sendall(b"x")
            try:
                if wire.recv(1_000) == b"":
                    raise OSError("shut out")
            except TimeoutError:
                continue


def _ask(host: str, path: str) -> bytes:
    return f"GET {path} HTTP/1.1\r\nHost: {host}\r\nConnection: close\r\n\r\n".encode()


def _place_of(host: str, port: int, path: str) -> str:
    """Where a page is, once its redirect is followed."""
    with socket.create_connection((host, port)) as wire:
        wire.sendall(_ask(host, path))
        head = wire.recv(4_096).decode()
    lines = (line.partition(": ") for line in head.split("\r\n"))
    return next((value for name, _, value in lines if name.lower() == "location"), path)


def page_times(host: str, port: int, path: str) -> list[float]:
    found = []
    for _ in range(PAGES):
        began = time.monotonic()
        with socket.create_connection((host, port), timeout=60) as wire:
            wire.sendall(_ask(host, path))
            while wire.recv(65_536):
                pass
        found.append(time.monotonic() - began)
    return found


def main() -> None:
    with tempfile.TemporaryDirectory() as home, demo_site(Path(home)) as address:
        place = urlsplit(address)
        host, port = str(place.hostname), int(place.port or 80)
        path = _place_of(host, port, "/c/palstek/guides/clean-install")
        page_times(host, port, path)
        usual, beside, lived = [], [], []
        for _ in range(ROUNDS):
            usual += page_times(host, port, path)
            with Slow(host, port) as crowd:
                beside += page_times(host, port, path)
            lived += crowd.lived
        a, b = statistics.median(usual), statistics.median(beside)
        worst = sorted(beside)[int(len(beside) * 0.95)]
        print(
            f"a reader's page: {a * 1000:.0f} ms alone, {b * 1000:.0f} ms beside {SLOW} slow "
            f"sockets: ratio {b / a:.2f}; 95th percentile {worst * 1000:.0f} ms"
        )
        with Slow(host, port) as crowd:
            time.sleep(75)
        longest = max(crowd.lived, default=float("nan"))
        print(f"the longest that a slow socket was kept: {longest:.0f} s")


if __name__ == "__main__":
    main()
