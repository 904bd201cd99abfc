"""YAML read as text: bounded, without aliases or tags, every scalar a string, with positions.

``2219e3``, ``12.10`` and ``no`` stay what they are; the models give them a type afterwards.
"""

from dataclasses import dataclass, field
from typing import Any

import yaml

MAX_NESTING = 30
MAX_NODES = 200_000

Location = tuple[str | int, ...]


class InvalidYaml(Exception):
    """line and column count from 1."""

    def __init__(self, message: str, line: int, column: int) -> None:
        super().__init__(message)
        self.message = message
        self.line = line
        self.column = column


@dataclass(slots=True)
class Tree:
    """value: dicts, lists and strings; lines: where each of them begins, by its location."""

    value: Any = None
    lines: dict[Location, int] = field(default_factory=dict)

    def line_of(self, at: Location) -> int:
        """The line of the nearest enclosing value that the text holds."""
        while at and at not in self.lines:
            at = at[:-1]
        return self.lines.get(at, 1)


_LOADER: Any = getattr(yaml, "CSafeLoader", yaml.SafeLoader)


def read_yaml(text: str) -> Tree:
    """Raises InvalidYaml. Reads events one by one, so a bomb is refused before it unfolds."""
    tree = Tree()
    # Each open container: [value, location, pending key]; a key of None waits for a key.
    stack: list[list[Any]] = []
    documents = nodes = 0
    try:
        for event in yaml.parse(text, Loader=_LOADER):
            mark = event.start_mark
            line, column = (mark.line + 1, mark.column + 1) if mark else (1, 1)
            if isinstance(event, yaml.AliasEvent):
                raise InvalidYaml("aliases (*name) are not used in a bundle", line, column)
            if isinstance(event, yaml.DocumentStartEvent):
                documents += 1
                if documents > 1:
                    raise InvalidYaml("one document per file", line, column)
            if isinstance(event, yaml.NodeEvent):
                nodes += 1
                if nodes > MAX_NODES:
                    raise InvalidYaml(f"more than {MAX_NODES} values", line, column)
                if event.anchor is not None:
                    raise InvalidYaml("anchors (&name) are not used in a bundle", line, column)
                if getattr(event, "tag", None) is not None:
                    raise InvalidYaml("tags (!name) are not used in a bundle", line, column)
            if isinstance(event, yaml.ScalarEvent):
                _put(tree, stack, str(event.value), line, column)
            elif isinstance(event, yaml.MappingStartEvent | yaml.SequenceStartEvent):
                if len(stack) >= MAX_NESTING:
                    raise InvalidYaml(f"nested deeper than {MAX_NESTING}", line, column)
                value: Any = {} if isinstance(event, yaml.MappingStartEvent) else []
                at = _put(tree, stack, value, line, column)
                stack.append([value, at, None])
            elif isinstance(event, yaml.MappingEndEvent | yaml.SequenceEndEvent):
                stack.pop()
    except yaml.MarkedYAMLError as error:
        fault = error.problem_mark or error.context_mark
        raise InvalidYaml(
            f"not YAML: {error.problem or error.context}",
            fault.line + 1 if fault else 1,
            fault.column + 1 if fault else 1,
        ) from error
    except yaml.reader.ReaderError as error:
        line = text.count("\n", 0, error.position) + 1
        raise InvalidYaml(f"not YAML: {error.reason}", line, 1) from error
    if documents == 0 or tree.value is None:
        raise InvalidYaml("the file is empty", 1, 1)
    return tree


def _put(tree: Tree, stack: list[list[Any]], value: Any, line: int, column: int) -> Location:
    """Places a value in the innermost container and returns where it stands."""
    if not stack:
        tree.value = value
        tree.lines[()] = line
        return ()
    container, at, key = stack[-1]
    if isinstance(container, list):
        here: Location = (*at, len(container))
        container.append(value)
    elif key is None:
        if not isinstance(value, str):
            raise InvalidYaml("a key is one word, not a list or mapping", line, column)
        if value in container:
            raise InvalidYaml(f"the key {value!r} stands twice", line, column)
        stack[-1][2] = value
        container[value] = None
        tree.lines[(*at, value)] = line
        return (*at, value)
    else:
        here = (*at, key)
        container[key] = value
        stack[-1][2] = None
        return here
    tree.lines[here] = line
    return here
