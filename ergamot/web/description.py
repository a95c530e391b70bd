"""What every operation may answer beside its own: refusals, as one kind of answer; and the header edits carry."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Any

from apiflask import APIFlask
from werkzeug.routing import AnyConverter, IntegerConverter, Rule

JSON = "application/json"
KIND = "application/problem+json"
PROBLEM = {
    "type": "object",
    "required": ["type", "title", "status", "detail"],
    "properties": {
        "type": {"type": "string"},
        "title": {"type": "string"},
        "status": {"type": "integer"},
        "detail": {"type": "string"},
        "field": {"type": "string", "description": "which input"},
        "value": {"description": "what it held"},
        "allowed": {"type": "string", "description": "what it may hold"},
        "revision": {"type": "integer", "description": "of 412: the newest revision"},
        "theirs": {"type": "object", "description": "of 412: what stands now"},
        "base": {"type": "object", "description": "of 412: what the edit started from"},
    },
}
IF_MATCH = {
    "name": "If-Match",
    "in": "header",
    "required": True,
    "description": 'The revision the change starts from, in quotes; "0" for the first of a row.',
    "schema": {"type": "string", "pattern": '^"[0-9]{1,9}"$'},
    "example": '"1"',
}
REFUSALS = {
    "400": "The request could not be read",
    "403": "Asked from a page that is not this farm's own",
    "404": "There is no such thing",
    "405": "That address takes no such request",
    "409": "It cannot be done as things stand",
    "412": "Changed by someone else meanwhile; both sides are in the answer",
    "413": "The body is too large",
    "415": "The body is not JSON",
    "421": "Asked by a name this farm does not answer to",
    "422": "A value is refused, by field, with what is allowed",
    "428": "The change does not say which revision it starts from",
    "429": "Many ask at once, or long work is under way already; nothing was done, Retry-After says when to ask again",
    "507": "The disk is full; nothing was kept of this step",
    "503": "The store is out of reach; Retry-After says when to ask again",
}
PART = re.compile(r"<(?:[^<>]*:)?([^<>:]+)>")  # what a rule of the app calls a part of a path
ALWAYS = ("400", "403", "421", "429", "503", "507")


def describe_refusals(app: APIFlask) -> None:
    """Complete the description of every operation."""

    @app.spec_processor
    def complete(spec: dict[Any, Any] | str) -> dict[Any, Any] | str:
        assert isinstance(spec, dict)  # a text only where YAML was asked for
        spec.setdefault("components", {}).setdefault("schemas", {})["Problem"] = PROBLEM
        for path, method, operation in _operations(spec):
            rule = _rule(app, path, method)
            view = app.view_functions[rule.endpoint]
            edits = getattr(view, "starts_from_revision", False)
            if edits:
                operation.setdefault("parameters", []).append(IF_MATCH)
            _name_choices(operation, rule)
            answers = operation["responses"]
            media = getattr(view, "media_type", None)
            if media:
                whole = (
                    {"type": "object"} if media.endswith("json") else {"type": "string", "format": "binary"}
                )
                answers["200"]["content"] = {media: {"schema": whole}}
            for old in [code for code in answers if not code.startswith("2")]:
                del answers[old]
            if "requestBody" in operation:
                operation["requestBody"]["required"] = True
            for code in _refusals(path, method, operation, edits):
                answers[code] = {
                    "description": REFUSALS[code],
                    "content": {KIND: {"schema": {"$ref": "#/components/schemas/Problem"}}},
                }
        return spec


def _refusals(path: str, method: str, operation: dict[str, Any], edits: bool) -> Iterator[str]:
    yield from ALWAYS
    if path.startswith("/api/pens") or "{" in path or "parameters" in operation or "requestBody" in operation:
        yield from ("404", "422")
    if method != "get":
        yield from ("405", "409", "413", "415")
    if edits:
        yield from ("412", "428")


def _operations(spec: dict[str, Any]) -> Iterator[tuple[str, str, dict[str, Any]]]:
    for path, methods in spec["paths"].items():
        for method, operation in methods.items():
            if method in ("get", "post", "put", "patch", "delete"):
                yield path, method, operation


def _name_choices(operation: dict[str, Any], rule: Rule) -> None:
    """Parts of the path that are one of a few words, and numbers that are not below 0."""
    for one in operation.get("parameters", []):
        converter = rule._converters.get(one["name"])
        if isinstance(converter, AnyConverter):
            one["schema"] = {"type": "string", "enum": sorted(converter.items)}
        elif isinstance(converter, IntegerConverter):
            one["schema"] = {"type": "integer", "minimum": 0, "maximum": 2**31 - 1}


def _rule(app: APIFlask, path: str, method: str) -> Rule:
    """The rule behind a described path."""
    for rule in app.url_map.iter_rules():
        if PART.sub(r"{\1}", rule.rule) == path and method.upper() in (rule.methods or ()):
            return rule
    raise LookupError(f"no rule is described as {method} {path}")
