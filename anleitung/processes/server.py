"""The server: several processes, each of which receives a request whole before a thread sees it.

gunicorn starts, watches and restarts the processes; waitress receives, within each, with one loop
for all sockets. A socket that sends slowly, or nothing, costs no thread, and is closed at its
deadline. Response bodies are handed over whole too, so a slow reader holds no thread either.
"""

import gc
import os
import time
from typing import Any

from gunicorn.app.base import BaseApplication
from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.adjustments import Adjustments
from waitress.channel import HTTPChannel
from waitress.server import TcpWSGIServer
from waitress.task import ThreadedTaskDispatcher

# A bundle of 5 MB and the form around it.
MOST_BYTES = 5_500_000
HEADER_SECONDS = 10  # from its first byte until the headers of a request are there
BODY_SECONDS = 60  # until all of it is there
IDLE_SECONDS = 20  # a connection on which nothing moves
MOST_CONNECTIONS = 2_000  # of one process
MOST_HEADER_BYTES = 32_768


class _Channel(HTTPChannel):  # type: ignore[misc]
    """One connection. began: when the request that is being received began, None for none."""

    began: float | None = None

    def received(self, data: bytes) -> bool:
        if self.began is None:
            self.began = time.time()
        found: bool = super().received(data)
        if self.request is None:
            self.began = None
        return found

    def is_late(self, now: float) -> bool:
        if self.began is None or self.request is None:
            return False
        most = BODY_SECONDS if self.request.headers_finished else HEADER_SECONDS
        return now - self.began > most


class _Server(TcpWSGIServer):  # type: ignore[misc]
    channel_class = _Channel

    def maintenance(self, now: float) -> None:
        super().maintenance(now)
        for channel in self.active_channels.values():
            if channel.is_late(now):
                channel.will_close = True


class ReceivingWorker(Worker):  # type: ignore[misc]
    """A process of gunicorn whose sockets are waitress's."""

    def run(self) -> None:
        sockets: dict[int, Any] = {}
        dispatcher = ThreadedTaskDispatcher()
        dispatcher.set_thread_count(self.cfg.threads)
        settings = Adjustments(
            threads=self.cfg.threads,
            connection_limit=MOST_CONNECTIONS,
            channel_timeout=IDLE_SECONDS,
            cleanup_interval=1,
            max_request_header_size=MOST_HEADER_BYTES,
            # What is a little too large is refused in words by the site itself (site/bounds.py).
            max_request_body_size=2 * MOST_BYTES,
            asyncore_use_poll=True,
            # Whose word counts is the site's matter (limits/addresses.py).
            clear_untrusted_proxy_headers=False,
            ident=None,
        )
        for listener in self.sockets:
            sock = listener.sock
            sock.setblocking(False)
            about = (sock.family, sock.type, sock.proto, sock.getsockname())
            _Server(
                self.wsgi,
                sockets,
                True,
                sock,
                dispatcher=dispatcher,
                adj=settings,
                bind_socket=False,
                sockinfo=about,
            )
        while self.alive and os.getppid() == self.ppid:
            self.notify()
            wasyncore.loop(timeout=1, use_poll=True, map=sockets, count=1)
        dispatcher.shutdown(cancel_pending=False, timeout=5)
        # What was made is still sent to who waits for it.
        wasyncore.loop(timeout=0.2, use_poll=True, map=sockets, count=5)


class Site(BaseApplication):  # type: ignore[misc]
    """The application, loaded once and then forked."""

    def __init__(self, bind: str, *, processes: int, threads: int, application: Any) -> None:
        self._set = {
            "bind": bind,
            "workers": processes,
            "threads": threads,
            "worker_class": "anleitung.processes.server.ReceivingWorker",
            "preload_app": True,
            "loglevel": "warning",
            "timeout": 120,
            "graceful_timeout": 10,
        }
        self._application = application
        super().__init__()

    def load_config(self) -> None:
        for name, value in self._set.items():
            self.cfg.set(name, value)

    def load(self) -> Any:
        return self._application

    def run(self) -> None:
        # What was read beforehand stays: no process needs to look through it, or copy it for that.
        gc.collect()
        gc.freeze()
        super().run()
