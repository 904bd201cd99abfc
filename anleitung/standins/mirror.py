"""The simulated file host: serves the demo's small files, and plays what real hosts do to files.

``python -m anleitung.standins.mirror --port N``. Listens on 127.0.0.1 only.
"""

import argparse
import time
from collections.abc import Mapping
from dataclasses import dataclass
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from threading import Lock
from typing import Any, Literal

import yaml

from anleitung.processes.end_with_parent import end_with_parent
from anleitung.standins.files import file_content

PLAYS = Path(__file__).with_name("mirror.yaml")
HOSTS = ("mirror.example", "spiegel.example")
PAGE = b"<!doctype html><title>Too many downloads</title><p>Come back tomorrow.</p>"
PAUSE = 0.2  # seconds between two chunks of the slow one

Play = Literal[
    "right", "moved", "replaced", "cut-short", "page", "slow", "endless", "gone", "private", "busy"
]


@dataclass(frozen=True, slots=True)
class Served:
    """name and size: what the bytes are made from, as in standins.files."""

    name: str
    size: int
    play: Play = "right"


def load_served(path: Path = PLAYS) -> dict[str, Served]:
    """Path on the host → what is served there."""
    listed = yaml.safe_load(path.read_text("utf-8"))
    return {where: Served(**what) for where, what in listed.items()}


class Mirror(ThreadingHTTPServer):
    """most_at_once: how many requests were ever being answered at the same moment.

    delay: seconds before each answer, as a distant host has them.
    """

    daemon_threads = True
    request_queue_size = 128

    def __init__(self, port: int, served: Mapping[str, Served], delay: float = 0.0) -> None:
        super().__init__(("127.0.0.1", port), _Handler)
        self.served = dict(served)
        self.delay = delay
        self.most_at_once = self.now = 0
        self.lock = Lock()

    def count(self, by: int) -> None:
        with self.lock:
            self.now += by
            self.most_at_once = max(self.most_at_once, self.now)


class _Handler(BaseHTTPRequestHandler):
    server: Mirror

    def log_message(self, *_: Any) -> None:
        pass

    def do_GET(self) -> None:
        self._answer()

    def do_HEAD(self) -> None:
        self._answer()

    def _answer(self) -> None:
        self.server.count(1)
        try:
            time.sleep(self.server.delay)
            served = self.server.served.get(self.path.partition("?")[0])
            if served is None:
                self.send_error(404)
            else:
                self._play(served)
        except (BrokenPipeError, ConnectionResetError):
            pass
        finally:
            self.server.count(-1)

    def _play(self, served: Served) -> None:
        content = file_content(served.name, served.size)
        match served.play:
            case "right":
                self._send(content)
            case "replaced":
                self._send(file_content(f"{served.name} once more", served.size))
            case "cut-short":
                self._send(content[: served.size * 2 // 3])
            case "page":
                self._send(PAGE, "text/html; charset=utf-8")
            case "gone":
                self.send_error(410)
            case "busy":
                self.send_error(503)
            case "moved":
                self._redirect(301, f"/archive{self.path}")
            case "private":
                self._redirect(302, "http://192.168.0.1/admin")
            case "slow":
                self._drip(content)
            case "endless":
                self._endless(content)

    def _head(self, length: int | None, kind: str = "application/octet-stream") -> bool:
        self.send_response(200)
        self.send_header("Content-Type", kind)
        if length is not None:
            self.send_header("Content-Length", str(length))
        self.end_headers()
        return self.command == "GET"

    def _send(self, content: bytes, kind: str = "application/octet-stream") -> None:
        if self._head(len(content), kind):
            self.wfile.write(content)

    def _redirect(self, status: int, where: str) -> None:
        self.send_response(status)
        self.send_header("Location", where)
        self.send_header("Content-Length", "0")
        self.end_headers()

    def _drip(self, content: bytes) -> None:
        if self._head(len(content)):
            for at in range(0, len(content), 64):
                self.wfile.write(content[at : at + 64])
                time.sleep(PAUSE)

    def _endless(self, content: bytes) -> None:
        if self._head(None):
            while True:
                self.wfile.write(content)


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--port", type=int, required=True)
    end_with_parent()
    with Mirror(parser.parse_args().port, load_served()) as mirror:
        mirror.serve_forever()


if __name__ == "__main__":
    main()
