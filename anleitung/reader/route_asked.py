"""What a reader asks of routes, as an address holds it."""

from collections.abc import Iterator
from typing import Any
from urllib.parse import urlencode

from django.http import QueryDict

from anleitung.core.proof.explain.words import (
    fact_words,
    values_words,
)
from anleitung.core.routes.ground import Ground
from anleitung.core.routes.wishes import Wishes
from anleitung.reader.check import NOTHING_GIVEN, Given, read_build
from anleitung.routes.ask import WHEN, Asked

# Of the phone: what a reader is asked for, where phones of the codename differ in it.
ASKED = ("variant", "region", "carrier", "bootloader", "system", "host")
OWN = "own."  # what a codename asks of itself, a card for one
KEEP = ("apps", "media", "root", "warranty", "protected-content")
MOST_WITHOUT = 20  # moves that are left out, or gone through; tools that are not at hand
MOST_SEEN = 600  # letters of what an address says of the way that it was shared for
_PARTS = ("to", "when", "keep", "build", "way", "without", "with", "no", "seen", "lang")
MOST_LETTERS = 500  # of an aim that is typed as a condition


class Question:
    """What the address asks, as far as it can be."""

    def __init__(self, ground: Ground, query: QueryDict) -> None:
        self.ground = ground
        bundle = next(iter(ground.bundles.values()))
        self.given: Given = NOTHING_GIVEN
        if build := query.get("build", "")[:200]:
            self.given = read_build(bundle, build)
        self.aim = query.get("to", "")[:130]
        self.when = " ".join(query.get("when", "")[:MOST_LETTERS].split())
        if self.when:
            self.aim = f"{WHEN}{self.when}"
        self.keep = frozenset(k for k in query.getlist("keep")[:5] if k in KEEP)
        self.through = frozenset(w[:130] for w in query.getlist("with")[:MOST_WITHOUT])
        self.no_tools = frozenset(w[:130] for w in query.getlist("no")[:MOST_WITHOUT])
        self.seen = query.get("seen", "")[:MOST_SEEN]
        self.without = frozenset(w[:130] for w in query.getlist("without")[:MOST_WITHOUT])
        self.known: dict[str, str] = {}
        # What was said and means nothing here: never passed over.
        self.foreign = self._foreign(query)
        for fact in ground.space.facts:
            if (value := query.get(fact.name, "")) in fact.values:
                self.known[fact.name] = value
            elif value:
                self.foreign = self.foreign or f"{fact.name}: {value[:60]}"
        if self.given.build and not self.given.fault:
            self.known["base"] = self.given.build
        way = query.get("way", "")[:3]
        self.chosen = int(way) if way.isascii() and way.isdecimal() else 1

    def _foreign(self, query: QueryDict) -> str:
        """The first part of the address that cannot be taken as it stands, "" for none."""
        facts = {fact.name for fact in self.ground.space.facts}
        for name, values in query.lists():
            said = f"{name[:60]}: {', '.join(map(str, values))[:80]}"
            if name not in _PARTS and name not in facts:
                return said
            if name in facts and len(set(values)) > 1:
                return said
            if name == "keep" and not set(values) <= set(KEEP):
                return said
            if name in ("without", "with", "no") and len(values) > MOST_WITHOUT:
                return said
            if name == "no" and not set(values) <= self.ground.world.tools.keys():
                return said
            if name == "with" and not set(values) <= self.ground.bundles.keys():
                return said
            if name == "when" and len(str(values[-1])) > MOST_LETTERS:
                return said
        return self.given.fault

    def fields(self) -> Iterator[dict[str, Any]]:
        bundle = next(iter(self.ground.bundles.values()))
        own = (f.name for f in self.ground.space.facts if f.name.startswith(OWN))
        for name in (*ASKED, *own):
            if name not in self.ground.space.level_of:
                continue
            values = self.ground.space.facts[self.ground.space.level_of[name]].values
            if len(values) > 1:
                yield {
                    "name": name,
                    "words": fact_words(bundle, name),
                    "values": [
                        {
                            "id": v,
                            "words": values_words(bundle, name, (v,)),
                            "on": self.known.get(name) == v,
                        }
                        for v in values
                    ],
                }

    def asked(self) -> Asked:
        return Asked(
            self.aim,
            tuple(sorted(self.known.items())),
            Wishes(self.keep, self.without, self.through, self.no_tools),
        )

    def tools(self) -> list[dict[str, Any]]:
        """Host tools of the codename, each with whether it is not at hand."""
        return [
            {"id": tool.id, "name": tool.name, "on": tool.id in self.no_tools}
            for tool in self.ground.world.tools.values()
        ]

    def address(self, **more: Any) -> str:
        """This question with something else in it."""
        parts: list[tuple[str, str]] = [("when", self.when) if self.when else ("to", self.aim)]
        given = "base" if self.given.build else ""
        parts += [(k, v) for k, v in self.known.items() if k not in more and k != given]
        if self.given.build and not {"base", "build"} & more.keys():
            parts.append(("build", self.given.build))
        unbound = more.pop("unbound", False)  # without any wish
        if not more.pop("keep_nothing", False) and not unbound:
            parts += [("keep", k) for k in sorted(self.keep)]
        if unbound:
            return "?" + urlencode([*parts, *((k, str(v)) for k, v in more.items())])
        without = self.without | {more.pop("leave")} if "leave" in more else self.without
        without = without - {more.pop("take")} if "take" in more else without
        parts += [("without", w) for w in sorted(without)]
        through = self.through | {more.pop("pin")} if "pin" in more else self.through
        through = through - {more.pop("unpin")} if "unpin" in more else through
        parts += [("with", w) for w in sorted(through)]
        no_tools = self.no_tools - {more.pop("has")} if "has" in more else self.no_tools
        parts += [("no", w) for w in sorted(no_tools)]
        return "?" + urlencode([*parts, *((k, str(v)) for k, v in more.items())])
