"""What can go wrong with a translation, each with a code that never changes."""

from anleitung.core.errors import AnleitungError
from anleitung.guides.errors import NotThere


class TranslationRefused(AnleitungError):
    code = "translation-refused"


class TranslationMoved(AnleitungError):
    code = "translation-moved"


class NoSuchLanguage(NotThere):
    code = "no-such-language"
