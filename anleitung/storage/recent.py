"""The last few values by a key under which they never change."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

_Key = TypeVar("_Key", bound=Hashable)
_Value = TypeVar("_Value")


class Kept(Generic[_Key, _Value]):
    """Safe between threads. Two that miss at once may both make the value; one is kept."""

    def __init__(self, most: int = 64) -> None:
        self._most = most
        self._values: OrderedDict[_Key, _Value] = OrderedDict()
        self._lock = Lock()

    def __contains__(self, key: _Key) -> bool:
        with self._lock:
            return key in self._values

    def get_or(self, key: _Key, make: Callable[[], _Value]) -> _Value:
        with self._lock:
            if key in self._values:
                self._values.move_to_end(key)
                return self._values[key]
        value = make()
        with self._lock:
            self._values[key] = value
            while len(self._values) > self._most:
                self._values.popitem(last=False)
        return value
