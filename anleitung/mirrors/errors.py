"""What can go wrong when the watch is asked for something."""

from anleitung.core.errors import AnleitungError


class WatchRefused(AnleitungError):
    code = "watch-refused"
