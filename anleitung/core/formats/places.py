"""Where in the files of a bundle a step or a document stands: file and line, for other programs."""

from collections.abc import Iterator, Mapping

import yaml

GUIDE = "guide.yaml"
# A file of a bundle was read and bounded before; this only guards against being asked elsewhere.
MAX_DEPTH = 60


class Places:
    """files: name within the bundle → content, as they were read without a fault."""

    def __init__(self, files: Mapping[str, bytes]) -> None:
        self._lines: dict[str, tuple[str, int]] = {}
        names = [n for n in sorted(files) if n == GUIDE or n.startswith("passages/")]
        for name in sorted(names, key=lambda n: n != GUIDE):
            for step, line in _ids(files[name].decode("utf-8-sig")):
                self._lines.setdefault(step, (name, line))
        self._documents = {
            name.rpartition("/")[2].removesuffix(".yaml"): name
            for name in sorted(files)
            if name.startswith("packages/") and name.endswith(".yaml")
        }

    def of(self, step: str, subject: str) -> tuple[str, int]:
        """(file, line from 1): of the step, else of the package it is about, else the guide.

        A step of a passage has the id of the row that uses it before its own: row.step.
        """
        for name in (step, step.rpartition(".")[2], step.partition(".")[0]):
            if name and name in self._lines:
                return self._lines[name]
        if subject in self._documents:
            return self._documents[subject], 1
        return GUIDE, 1


def _ids(text: str) -> Iterator[tuple[str, int]]:
    node = yaml.compose(text, Loader=yaml.SafeLoader)
    if node is not None:
        yield from _walk(node, 0)


def _walk(node: yaml.Node, depth: int) -> Iterator[tuple[str, int]]:
    if depth > MAX_DEPTH:
        return
    if isinstance(node, yaml.SequenceNode):
        for each in node.value:
            yield from _walk(each, depth + 1)
    if isinstance(node, yaml.MappingNode):
        for key, value in node.value:
            if key.value == "id" and isinstance(value, yaml.ScalarNode) and depth:
                yield value.value, node.start_mark.line + 1
            yield from _walk(value, depth + 1)
