"""How many reports may come from one network address, and in all.

The address is kept only as a keyed hash, under a key that is random, changes every day and is
never written down. Neither leads to a person.
"""

import hmac
import secrets
import threading
from collections import deque
from datetime import date, datetime, timedelta
from hashlib import sha256

from anleitung.reports.errors import TooManyReports

HOUR = timedelta(hours=1)


class Throttle:
    """Counts within the last hour, in the memory of one process."""

    def __init__(self, *, per_address: int, per_hour: int) -> None:
        self.per_address = per_address
        self.per_hour = per_hour
        self._lock = threading.Lock()
        self._day: date | None = None
        self._key = b""
        self._times: dict[str, deque[datetime]] = {}
        self._all: deque[datetime] = deque()

    def require_room(self, address: str, *, now: datetime) -> None:
        """Counts one report, or raises TooManyReports and counts nothing."""
        with self._lock:
            if self._day != now.date():
                self._day, self._key = now.date(), secrets.token_bytes(32)
                self._times.clear()
            name = hmac.new(self._key, address.encode(), sha256).hexdigest()
            mine = self._times.setdefault(name, deque())
            for times in (mine, self._all):
                while times and now - times[0] >= HOUR:
                    times.popleft()
            if len(mine) >= self.per_address or len(self._all) >= self.per_hour:
                raise TooManyReports(
                    "Many reports came from here within the last hour. Yours is kept in this "
                    "browser: send it again later."
                )
            mine.append(now)
            self._all.append(now)
