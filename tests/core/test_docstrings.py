"""Every public function of the core says what it answers, of what, and where it comes from."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
from types import FunctionType

import pytest

import ergamot.core


def public_functions() -> list[FunctionType]:
    found = []
    for module in pkgutil.walk_packages(ergamot.core.__path__, "ergamot.core."):
        loaded = importlib.import_module(module.name)
        found += [
            function
            for name, function in inspect.getmembers(loaded, inspect.isfunction)
            if function.__module__ == module.name and not name.startswith("_")
        ]
    return found


@pytest.mark.parametrize("function", public_functions(), ids=lambda f: f"{f.__module__}.{f.__name__}")
def test_docstring_is_whole(function):
    text = inspect.getdoc(function) or ""
    signature = inspect.signature(function)
    assert text.splitlines()[0].rstrip().endswith((".", "?"))
    assert "Source:" in text
    if signature.parameters:
        told = text.split("Args:", 1)[1].split("Returns:")[0]
        assert all(name in told for name in signature.parameters)
    if signature.return_annotation not in ("None", None):
        assert "Returns:" in text
    if "raise " in inspect.getsource(function) or "require_range(" in inspect.getsource(function):
        assert "Raises:" in text
