"""A site as the command sees it: its API, with a token."""

import json
import time
import uuid
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from anleitung.core.errors import AnleitungError

# method, path, headers, body → status, what came.
Send = Callable[[str, str, Mapping[str, str], bytes], tuple[int, bytes]]
MOST = 40_000_000  # bytes of one answer
PATIENCE = 600  # seconds for the worker of the site
PAUSE = 0.5


class SiteRefused(AnleitungError):
    """What the site answered. code: its own, "" where it is no site of this kind."""

    def __init__(self, message: str, *, code: str = "", status: int = 0) -> None:
        super().__init__(message)
        self.code = code
        self.status = status


def over_network(base: str) -> Send:
    """Raises SiteRefused where the address is none, or would send the token in clear text."""
    import urllib3  # what speaks with no site does not wait for it

    parsed = urllib3.util.parse_url(base)
    if parsed.scheme not in ("http", "https") or not parsed.host:
        raise SiteRefused(f"{base} is no address of a site; it begins with https://")
    if parsed.scheme == "http" and parsed.host not in ("127.0.0.1", "localhost", "[::1]"):
        raise SiteRefused("A token is sent over https only, or to this computer itself.")
    pool = urllib3.PoolManager(retries=False, timeout=urllib3.Timeout(connect=10, read=60))

    def send(method: str, path: str, headers: Mapping[str, str], body: bytes) -> tuple[int, bytes]:
        try:
            answer = pool.request(
                method,
                base.rstrip("/") + path,
                headers=dict(headers),
                body=body,
                redirect=False,
                preload_content=False,
            )
            got = answer.read(MOST + 1)
            answer.release_conn()
        except urllib3.exceptions.HTTPError as error:
            raise SiteRefused(f"{base} cannot be reached: {error}") from error
        if len(got) > MOST:
            raise SiteRefused(f"{base} sends more than {MOST // 1_000_000} MB; it was not read.")
        return answer.status, got

    return send


@dataclass(slots=True)
class Site:
    token: str
    send: Send
    pause: float = PAUSE
    sleep: Callable[[float], None] = field(default=time.sleep)

    def get(self, path: str) -> Any:
        return self._json(*self._asked("GET", path, b"", {}))

    def download(self, path: str) -> bytes:
        status, got = self._asked("GET", path, b"", {})
        if status != 200:
            self._json(status, got)
        return got

    def post_bundle(self, content: bytes, replaces: str) -> Any:
        """Imports a zip file; waits for the worker."""
        mark = uuid.uuid4().hex
        head = f'--{mark}\r\nContent-Disposition: form-data; name="replaces"\r\n\r\n{replaces}\r\n'
        head += (
            f'--{mark}\r\nContent-Disposition: form-data; name="bundle"; filename="bundle.zip"\r\n'
            "Content-Type: application/zip\r\n\r\n"
        )
        body = head.encode() + content + f"\r\n--{mark}--\r\n".encode()
        kind = {"Content-Type": f"multipart/form-data; boundary={mark}"}
        status, got = self._asked("POST", "/api/bundles", body, kind)
        told = self._json(status, got)
        return self._waited(told) if status == 202 else told

    def page(self, path: str) -> Any:
        """A page that is perhaps still worked out: asked for again until it is there."""
        until = time.monotonic() + PATIENCE
        while time.monotonic() < until:
            status, got = self._asked("GET", path, b"", {})
            told = self._json(status, got)
            if status != 202:
                return told
            self._waited(told)
        raise SiteRefused("The site still works on it. Try again later.")

    def _waited(self, job: Any) -> Any:
        until = time.monotonic() + PATIENCE
        while time.monotonic() < until:
            now = self.get(f"/api/jobs/{job['id']}")
            if now["state"] == "done":
                return now["result"]
            if now["state"] not in ("waiting", "running"):
                problem = now.get("problem") or {}
                says = problem.get("message", "The site did not finish it.")
                raise SiteRefused(says, code=problem.get("code", ""))
            self.sleep(self.pause)
        raise SiteRefused("The site still works on it. Try again later.")

    def _asked(
        self, method: str, path: str, body: bytes, more: Mapping[str, str]
    ) -> tuple[int, bytes]:
        headers = {"Authorization": f"Bearer {self.token}", "Accept": "application/json", **more}
        return self.send(method, path, headers, body)

    def _json(self, status: int, got: bytes) -> Any:
        try:
            told = json.loads(got)
        except ValueError as error:
            raise SiteRefused(f"What answers there is no site of Anleitung ({status}).") from error
        if status >= 400:
            says = told.get("message", str(status)) if isinstance(told, dict) else str(status)
            at = told.get("at") or [] if isinstance(told, dict) else []
            lines = [f"{p['file']}:{p['line']}: {p['message']}" for p in at[:20]]
            code = told.get("code", "") if isinstance(told, dict) else ""
            raise SiteRefused("\n".join([says, *lines]), code=code, status=status)
        return told
