"""What the generator of the API description leaves wrong, put right."""

from typing import Any

FAULT = {
    "type": "object",
    "required": ["message", "position"],
    "properties": {
        "message": {"type": "string", "description": "What went wrong and what to do, as one sentence."},
        "position": {"type": ["integer", "null"], "description": "The 0-based character it is about, if any."},
    },
}


def mend(spec: dict[Any, Any] | str) -> dict[Any, Any] | str:
    """Request bodies are required; nested models stand once, under their own name."""
    assert isinstance(spec, dict)
    schemas: dict[str, Any] = spec.get("components", {}).get("schemas", {})
    for name in [n for n in schemas if "." in n]:
        schemas.setdefault(name.rpartition(".")[2], schemas[name])
        del schemas[name]
    for path in spec["paths"].values():
        for operation in path.values():
            if isinstance(operation, dict) and "requestBody" in operation:
                operation["requestBody"]["required"] = True
    mended: dict[Any, Any] = _short_references(spec)
    return mended


def _short_references(node: Any) -> Any:
    if isinstance(node, dict):
        return {
            key: _reference(value)
            if key == "$ref"
            else {k: _reference(v) for k, v in value.items()}
            if key == "mapping"
            else _short_references(value)
            for key, value in node.items()
        }
    if isinstance(node, list):
        return [_short_references(item) for item in node]
    return node


def _reference(target: str) -> str:
    name = target.rpartition("/")[2].rpartition(".")[2]
    return f"#/components/schemas/{name}"
