"""A pytest plugin (-p tests.mutant_loader): one module of the core is loaded from another source, named in the
environment. Nothing on disk is changed, so many can be tried side by side."""

from __future__ import annotations

import importlib.abc
import importlib.util
import os
import sys
from importlib.machinery import ModuleSpec
from pathlib import Path
from types import ModuleType

MODULE, SOURCE = "MUTANT_MODULE", "MUTANT_SOURCE"


class _Loader(importlib.abc.Loader):
    def __init__(self, file: str):
        self.file = file

    def exec_module(self, module: ModuleType) -> None:
        exec(compile(Path(os.environ[SOURCE]).read_text("utf-8"), self.file, "exec"), module.__dict__)


class _Finder(importlib.abc.MetaPathFinder):
    def find_spec(self, fullname: str, path: object, target: object = None) -> ModuleSpec | None:
        if fullname != os.environ.get(MODULE):
            return None
        file = str(Path(__file__).parents[1].joinpath(*fullname.split(".")).with_suffix(".py"))
        return importlib.util.spec_from_loader(fullname, _Loader(file), origin=file)


if MODULE in os.environ:
    sys.meta_path.insert(0, _Finder())
