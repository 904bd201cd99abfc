"""Where the rows that a row holds stand in it, as plain values."""

from typing import Any

from anleitung.core.documents.base import DocumentPlace


def list_at(plain: Any, at: DocumentPlace) -> Any:
    """[] where the list may be filled, None where its place is gone."""
    here = plain
    for part in at[:-1]:
        try:
            here = here[part]
        except (KeyError, IndexError, TypeError):
            return None
    last = at[-1]
    return here.get(last, [] if last in ("then", "otherwise", "steps") else None)


def put_list(plain: Any, at: DocumentPlace, steps: list[dict[str, Any]]) -> None:
    here = plain
    for part in at[:-1]:
        here = here[part]
    here[at[-1]] = steps


def place_now(at: DocumentPlace, before: Any, now: Any) -> DocumentPlace | None:
    """Where a list stands after answers came, went or changed places: each is known by its id.

    One that was only called otherwise keeps its place. None where its answer is gone.
    """
    found: list[str | int] = []
    for part in at:
        if isinstance(part, int) and isinstance(now, list):
            ids = [each.get("id") for each in now]
            known = {each.get("id") for each in before}
            mine = before[part].get("id")
            if mine in ids:
                place = ids.index(mine)
            elif part < len(ids) and ids[part] not in known:
                place = part
            else:
                return None
            found.append(place)
            before, now = before[part], now[place]
            continue
        found.append(part)
        before, now = _into(before, part), _into(now, part)
    return tuple(found)


def _into(value: Any, part: str | int) -> Any:
    return value.get(part) if isinstance(value, dict) else None
