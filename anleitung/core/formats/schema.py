"""JSON Schemas of the documents in a bundle and of the proof, made from the models."""

from typing import Any

from pydantic import BaseModel

from anleitung.core.documents.base import FORMAT
from anleitung.core.documents.build import Build, BuildList
from anleitung.core.documents.device import Device
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.scheme import NamingScheme
from anleitung.core.documents.system import SystemState
from anleitung.core.documents.tool import Tool
from anleitung.core.formats.schema_gaps import ALSO, GAPS
from anleitung.core.guide.document import Guide
from anleitung.core.guide.passage import Passage
from anleitung.core.proof.result import ProofOut

DOCUMENTS: dict[str, type[BaseModel]] = {
    "guide": Guide,
    "device": Device,
    "builds": BuildList,
    "package": Package,
    "tool": Tool,
    "scheme": NamingScheme,
    "build": Build,
    "system": SystemState,
    "program": Program,
    "passage": Passage,
}
DIALECT = "https://json-schema.org/draft/2020-12/schema"
NAMES = (*DOCUMENTS, "proof")


def json_schema(name: str) -> dict[str, Any]:
    """Raises KeyError for a name that is not in NAMES."""
    if name == "proof":
        return {"$schema": DIALECT, **ProofOut.model_json_schema()}
    schema = {"$schema": DIALECT, **DOCUMENTS[name].model_json_schema()}
    for model, says in GAPS.items():
        if model in schema.get("$defs", {}):
            schema["$defs"][model]["$comment"] = says
    own = DOCUMENTS[name].__name__
    also = " ".join([f"{GAPS[own]}." if own in GAPS else "", *ALSO])
    schema["$comment"] = f"Refused beyond this schema: {also.strip()}"
    # The format line belongs to the file, not to the document.
    schema["properties"] = {"format": {"const": FORMAT}, **schema["properties"]}
    schema["required"] = ["format", *schema.get("required", [])]
    return schema
