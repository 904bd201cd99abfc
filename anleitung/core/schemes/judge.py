"""A decoded string held against a codename: each field named, and judged where it can be."""

from dataclasses import dataclass
from typing import Literal

from anleitung.core.documents.device import Device
from anleitung.core.documents.scheme import Fixed, NamingScheme
from anleitung.core.marked import gettext as _
from anleitung.core.schemes.decode import Decoded


@dataclass(frozen=True, slots=True)
class JudgedField:
    """verdict: fits, differs, or "" where the codename says nothing about it."""

    field: str
    value: str
    role: str
    verdict: Literal["fits", "differs", ""]
    says: str


def judge_fields(decoded: Decoded, scheme: NamingScheme, device: Device) -> tuple[JudgedField, ...]:
    """In the order in which the string names them; a respin that is absent is left out."""
    form = next(f for f in scheme.forms if f.id == decoded.form)
    expected = {
        "variant": [v.id for v in device.variants],
        "region": list(device.regions),
        "device": list(device.build_names),
    }
    found = []
    fields = decoded.fields  # made anew at each call
    for part in form.parts:
        if isinstance(part, Fixed) or not fields[part.field]:
            continue
        name, value = part.field.replace("-", " "), fields[part.field]
        known = expected.get(part.role) or []
        if not known:
            found.append(JudgedField(name, value, part.role, "", ""))
        elif value in known:
            found.append(JudgedField(name, value, part.role, "fits", ""))
        else:
            says = _("{field} {value}: {codename} has {known}").format(
                field=name,
                value=value,
                codename=device.codename,
                known=", ".join(known),
            )
            found.append(JudgedField(name, value, part.role, "differs", says))
    return tuple(found)
