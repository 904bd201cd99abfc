"""The last few values by a key under which they never change."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

from anleitung.core.marked import speaking, spoken

_Key = TypeVar("_Key", bound=Hashable)
_Value = TypeVar("_Value")


class Kept(Generic[_Key, _Value]):
    """Safe between threads. Two that miss at once may both make the value; one is kept.

    What is kept is for everybody, so it is made in English, whoever asks first; with
    ``per_language`` it is made and kept for each language by itself.
    """

    def __init__(self, most: int = 64, *, per_language: bool = False) -> None:
        self._most = most
        self._per_language = per_language
        self._values: OrderedDict[tuple[str, _Key], _Value] = OrderedDict()
        self._lock = Lock()

    def __contains__(self, key: _Key) -> bool:
        with self._lock:
            return self._name(key) in self._values

    def get_or(self, key: _Key, make: Callable[[], _Value]) -> _Value:
        name = self._name(key)
        with self._lock:
            if name in self._values:
                self._values.move_to_end(name)
                return self._values[name]
        if self._per_language:
            value = make()
        else:
            with speaking():
                value = make()
        with self._lock:
            self._values[name] = value
            while len(self._values) > self._most:
                self._values.popitem(last=False)
        return value

    def _name(self, key: _Key) -> tuple[str, _Key]:
        return (spoken() if self._per_language else "", key)
