"""Every public function of the core says what it answers, of what, and where it comes from."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
import re
from types import FunctionType

import pytest

import ergamot.core


def public_functions() -> list[FunctionType]:
    found = []
    for module in pkgutil.walk_packages(ergamot.core.__path__, "ergamot.core."):
        loaded = importlib.import_module(module.name)
        told = ((name, inspect.unwrap(one)) for name, one in inspect.getmembers(loaded, inspect.isroutine))
        found += [
            function  # also one whose answers are kept
            for name, function in told
            if inspect.isfunction(function)
            and function.__module__ == module.name
            and not name.startswith("_")
        ]
    return found


FIGURES = ("float", "int", "Flat", "Point", "tuple[float, ...]", "list[float]")
UNIT_IN_NAME = re.compile(
    r"_(mm|m|m2|cm|kg|n|ms|pa|kpa|mpa|deg|s|c|day|percent|share|kg_m2|kg_m3|n_m2|kcal_g)$"
)
SAID = re.compile(
    r"[°%]|\b(mm|cm|m|m²|mm²|mm³|kg|kg/m²|kg/m³|N|N m|N/m|Pa|kPa|MPa|GPa|m/s|degrees?|radians|s|share|days?|birds?|times"
    r"|number|no unit|pieces?|seconds?|from 0|to \d+|or more|above 0|at least|at most|between|whole)(?![\w/])"
)


@pytest.mark.parametrize("function", public_functions(), ids=lambda f: f"{f.__module__}.{f.__name__}")
def test_every_figure_taken_has_its_unit_or_its_range(function):
    """In its name (span_mm), or in words beside it."""
    text = inspect.getdoc(function) or ""
    told = text.split("Args:", 1)[-1].split("Returns:")[0].split("Raises:")[0]
    for name, one in inspect.signature(function).parameters.items():
        if one.annotation in FIGURES and not UNIT_IN_NAME.search(name):
            beside = " ".join(part for part in told.split(";") if re.search(rf"\b{name}\b", part))
            assert SAID.search(beside), f"{name}: {beside.strip()}"


@pytest.mark.parametrize("function", public_functions(), ids=lambda f: f"{f.__module__}.{f.__name__}")
def test_a_figure_answered_has_its_unit_or_its_range(function):
    if inspect.signature(function).return_annotation in ("float", "int") and not UNIT_IN_NAME.search(
        function.__name__
    ):
        told = (
            (inspect.getdoc(function) or "").split("Returns:", 1)[-1].split("Raises:")[0].split("Source:")[0]
        )
        assert SAID.search(told) or re.search(r"\d", told), told.strip()


@pytest.mark.parametrize("function", public_functions(), ids=lambda f: f"{f.__module__}.{f.__name__}")
def test_a_small_example_calls_it(function):
    """Run with all the other tests, as doctests; those that build a pen name it as conftest.py does."""
    examples = [
        line for line in (inspect.getdoc(function) or "").splitlines() if line.startswith((">>>", "..."))
    ]
    assert examples
    if function.__name__ != "finish":  # what every shape ends with: its example is a whole pen
        assert any(function.__name__ in line for line in examples)


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
