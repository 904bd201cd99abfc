"""How long readers wait while the worker imports and proves one bundle after the other.

Prints the medians and their ratio, measured in turns in one run.
"""

import json
import re
import statistics
import tempfile
import threading
import time
import urllib.error
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from urllib.parse import urlencode, urlsplit
from uuid import uuid4

from anleitung.core.formats.write_bundle import write_zip
from anleitung.demo.bundles import bundle_files
from anleitung.demo.serving import demo_site
from benchmarks.slow_sockets import _place_of, page_times

ROUNDS = 5
LOG_IN = ("tonnenleger", "mudflats-at-low-tide")  # of the demo, as it prints them


class Importer(threading.Thread):
    """A maintainer who imports without a pause; each bundle has another title."""

    def __init__(self, address: str) -> None:
        super().__init__()
        self._address = address
        self.ended = threading.Event()
        self.count = 0
        self._jar = CookieJar()
        self._open = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self._jar)).open
        page = self._open(f"{address}/login").read().decode()
        token = re.search(r'csrfmiddlewaretoken" value="(\w+)"', page)
        name, password = LOG_IN
        form = {"username": name, "password": password, "csrfmiddlewaretoken": token and token[1]}
        self._open(f"{address}/login", urlencode(form).encode()).read()

    def run(self) -> None:
        while not self.ended.is_set():
            files = bundle_files("palstek", "return-to-stock")
            text = files["guide.yaml"].decode()
            files["guide.yaml"] = text.replace("title: ", f"title: {uuid4().hex} ", 1).encode()
            self._wait(self._send(write_zip(files)))
            self.count += 1

    def _send(self, content: bytes) -> dict[str, object]:
        edge = uuid4().hex
        standing = b""
        for _ in range(2):
            body = b"".join(
                f'--{edge}\r\nContent-Disposition: form-data; name="{name}"{more}\r\n\r\n'.encode()
                + value
                + b"\r\n"
                for name, more, value in (
                    ("replaces", "", standing),
                    ("bundle", '; filename="b.zip"', content),
                )
            )
            answer = self._post("/api/bundles", body + f"--{edge}--\r\n".encode(), edge)
            if not answer.get("standing"):
                return answer
            standing = str(answer["standing"]).encode()
        return answer

    def _post(self, path: str, body: bytes, edge: str) -> dict[str, object]:
        token = next(c.value for c in self._jar if c.name == "csrftoken")
        headers = {
            "Content-Type": f"multipart/form-data; boundary={edge}",
            "X-CSRFToken": str(token),
        }
        request = urllib.request.Request(self._address + path, body, headers)
        try:
            return json.loads(self._open(request).read())  # type: ignore[no-any-return]
        except urllib.error.HTTPError as error:
            return json.loads(error.read())  # type: ignore[no-any-return]

    def _wait(self, answer: dict[str, object]) -> None:
        while answer.get("state") in ("waiting", "running") and not self.ended.is_set():
            time.sleep(0.1)
            answer = json.loads(self._open(f"{self._address}/api/jobs/{answer['id']}").read())


def main() -> None:
    with (
        tempfile.TemporaryDirectory() as home,
        demo_site(Path(home), ANLEITUNG_JOBS_PER_HOUR="100000") as address,
    ):
        place = urlsplit(address)
        host, port = str(place.hostname), int(place.port or 80)
        path = _place_of(host, port, "/c/palstek/guides/clean-install")
        time.sleep(20)  # until the workers have done what the start left them
        page_times(host, port, path)
        usual, beside, count = [], [], 0
        for _ in range(ROUNDS):
            usual += page_times(host, port, path)
            importer = Importer(address)
            importer.start()
            beside += page_times(host, port, path)
            beside += page_times(host, port, path)
            importer.ended.set()
            importer.join()
            count += importer.count
        a, b = statistics.median(usual), statistics.median(beside)
        print(
            f"a reader's page: {a * 1000:.0f} ms alone, {b * 1000:.0f} ms beside {count} imports "
            f"that are proved: ratio {b / a:.2f}"
        )


if __name__ == "__main__":
    main()
