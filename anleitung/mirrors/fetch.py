"""One look at one source: bounded in time, size and redirects, and to pinned public addresses."""

import hashlib
import socket
import ssl
import time
from collections.abc import Callable, Mapping
from contextlib import suppress
from dataclasses import dataclass, field
from http.client import HTTPException
from threading import Timer
from urllib.parse import urljoin

from urllib3.connection import HTTPConnection, HTTPSConnection
from urllib3.exceptions import HTTPError

from anleitung.core.files.match import HEAD_BYTES, looks_like_page
from anleitung.core.files.watched import Seen, Wanted
from anleitung.mirrors.addresses import (
    AddressRefused,
    NoAnswer,
    Resolve,
    Target,
    find_target,
    resolve_name,
)

CHUNK = 1 << 16
FOR_GOOD = frozenset({301, 308})
REDIRECTS = FOR_GOOD | {302, 303, 307}
NO_HEAD = frozenset({403, 405, 501})  # hosts that answer a HEAD so may still give the file


@dataclass(frozen=True, slots=True)
class Limits:
    """Seconds, bytes and counts. least_rate: bytes a second below which a look is given up."""

    connect: float = 8.0
    silence: float = 15.0
    seconds: float = 30.0
    least_rate: int = 200_000
    redirects: int = 4
    slack: int = 1_000_000
    largest: int = 16 * 2**30

    def deadline(self, wanted: Wanted, reads: bool) -> float:
        return self.seconds + (wanted.size / self.least_rate if reads else 0)

    def most(self, wanted: Wanted) -> int:
        """Bytes that are read at most: twice the size on record and a little, for a new release."""
        return min(2 * wanted.size + self.slack, self.largest)


@dataclass(frozen=True)
class Asking:
    """How to look. reads: to the end, for the digest. stop: asked between two chunks."""

    reads: bool
    limits: Limits = Limits()
    stand_ins: Mapping[str, tuple[str, int]] = field(default_factory=dict)
    resolve: Resolve = resolve_name
    stop: Callable[[], bool] = lambda: False


class _Stopped(Exception):
    pass


def look_at(wanted: Wanted, asking: Asking) -> Seen:
    """Never raises for what a host does: that is what it tells of."""
    until = time.monotonic() + asking.limits.deadline(wanted, asking.reads)
    here, lasting = wanted.address, True
    method = "GET" if asking.reads else "HEAD"
    try:
        for _ in range(asking.limits.redirects + 1):
            target = find_target(here, asking.stand_ins, asking.resolve)
            with _Answer(target, method, asking, until) as answer:
                if method == "HEAD" and answer.response.status in NO_HEAD:
                    method = "GET"
                    continue
                where = answer.response.headers.get("Location", "")
                if answer.response.status in REDIRECTS and where:
                    lasting = lasting and answer.response.status in FOR_GOOD
                    here = urljoin(here, where)
                    continue
                return _seen(answer, wanted, here, lasting and here != wanted.address)
        why = f"more than {asking.limits.redirects} redirects"
        return Seen(fault="too-many-redirects", why=why)
    except AddressRefused as error:
        led = "" if here == wanted.address else "a redirect leads away: "
        return Seen(fault="refused-address", why=f"{led}{error}", final=here)
    except NoAnswer as error:
        return Seen(fault="unreachable", why=str(error), final=here)
    except _Stopped:
        return Seen(fault="cancelled", why="the check was stopped", final=here)
    except (HTTPError, HTTPException, OSError, ValueError) as error:
        if time.monotonic() >= until:
            says = f"not through after {asking.limits.deadline(wanted, asking.reads):.0f} s"
            return Seen(fault="too-slow", why=says, final=here)
        return Seen(fault="unreachable", why=_plain(error), final=here)


class _Answer:
    """A response from the pinned address. A timer ends the connection when its time is over,

    since a host that sends a byte now and then would hold it for ever.
    """

    def __init__(self, target: Target, method: str, asking: Asking, until: float) -> None:
        self.asking = asking
        self.until = until
        self._target, self._method = target, method
        left = max(until - time.monotonic(), 0.001)
        timeout = min(asking.limits.connect, left)
        if target.scheme == "https":
            self._connection: HTTPConnection = HTTPSConnection(
                target.ip,
                target.port,
                timeout=timeout,
                ssl_context=ssl.create_default_context(),
                server_hostname=target.host,
                assert_hostname=target.host,
            )
        else:
            self._connection = HTTPConnection(target.ip, target.port, timeout=timeout)
        self._timer = Timer(left, self._cut)
        self._timer.daemon = True
        self._socket: socket.socket | None = None

    def __enter__(self) -> "_Answer":
        try:
            self._connection.connect()
            self._socket = self._connection.sock
            self._socket.settimeout(self.asking.limits.silence)
            self._timer.start()
            self._connection.request(
                self._method,
                self._target.path,
                headers={
                    "Host": self._target.host,
                    "User-Agent": "Anleitung mirror watch",
                    "Accept-Encoding": "identity",
                },
                preload_content=False,
            )
            self.response = self._connection.getresponse()
        except BaseException:
            self.__exit__()
            raise
        return self

    def __exit__(self, *_: object) -> None:
        self._timer.cancel()
        if hasattr(self, "response"):
            self.response.close()
        self._connection.close()

    def _cut(self) -> None:
        """From the timer's thread: only a shutdown wakes a read that waits."""
        if self._socket is not None:
            with suppress(OSError):
                self._socket.shutdown(socket.SHUT_RDWR)


def _seen(answer: _Answer, wanted: Wanted, here: str, lasting: bool) -> Seen:
    response = answer.response
    told = response.headers.get("Content-Length", "")
    announced = int(told) if told.isascii() and told.isdigit() and len(told) < 19 else None
    is_page = response.headers.get("Content-Type", "").lower().startswith("text/html")
    if response.status != 200:
        return Seen(response.status, None, "", here, lasting)
    if not answer.asking.reads:
        return Seen(response.status, announced, "", here, lasting, is_page)
    size, head, running = 0, b"", hashlib.sha256()
    most = answer.asking.limits.most(wanted)
    while chunk := response.read1(CHUNK):
        if answer.asking.stop():
            raise _Stopped
        if time.monotonic() >= answer.until:
            raise TimeoutError
        head = head or chunk[:HEAD_BYTES]
        size += len(chunk)
        if size > most:
            return Seen(200, None, "", here, lasting, False, over=True)
        running.update(chunk)
    if time.monotonic() >= answer.until:
        raise TimeoutError
    page = looks_like_page(head)
    # A body that ends before its announced length was cut on the way: it has no digest.
    whole = announced is None or size >= announced
    return Seen(200, size, running.hexdigest() if whole else "", here, lasting, page)


def _plain(error: Exception) -> str:
    says = str(error).rpartition("): ")[2] or type(error).__name__
    return f"the host does not answer as it should: {says[:200]}"
