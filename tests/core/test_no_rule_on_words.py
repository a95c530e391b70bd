"""Words are for reading: nothing in the program compares, prefixes or matches a role, a label or a key's spelling."""

from __future__ import annotations

import ast
import re
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
# Attributes that are for reading, or that only point at a row
READ = {
    "role",
    "label",
    "title",
    "why",
    "closed_by",
    "resists",
    "note",
    "rule",
    "source",
    "covering",
    "row",
    "leaf",
}
MATCHES = {"startswith", "endswith", "removeprefix", "removesuffix", "split", "partition", "find", "index"}
# Where a key's spelling was what told rows apart, before they had columns of their own
ROWS_OF_OLD = {"timber.py", "coverings.py", "wares.py"}
WORDS_MATCHED = re.compile(
    r"\.(?:role|label|title|material|closed_by)\b(?:\?\.|!?\.)?(?:startsWith|endsWith|includes|match|indexOf|split)\("
    r"|\.test\(\w+\.(?:role|label|title|material)\b"
    r"|\.(?:role|title|material)\s*[!=]==\s*[\"'`]"
)


def _is_text(node: ast.expr) -> bool:
    """A word, or a list of words, written out."""
    if isinstance(node, ast.Constant):
        return isinstance(node.value, str)
    if isinstance(node, ast.JoinedStr):
        return True
    return isinstance(node, ast.Tuple | ast.List | ast.Set) and any(_is_text(one) for one in node.elts)


def _reads(node: ast.expr) -> bool:
    """Does it read words or the key of a row, or something worked from them?"""
    if isinstance(node, ast.Attribute):
        return node.attr in READ | {"key"} or _reads(node.value)
    if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute):
        return _reads(node.func.value)
    return False


def rules_on_words(source: str) -> list[int]:
    """Lines of a module that compare or match words."""
    found = []
    for node in ast.walk(ast.parse(source)):
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            if any(map(_reads, sides)) and any(map(_is_text, sides)):
                found.append(node.lineno)
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr in MATCHES:
            keyed = isinstance(node.func.value, ast.Name) and node.func.value.id in ("key", "role", "label")
            if keyed or _reads(node.func.value):
                found.append(node.lineno)
    return found


@pytest.mark.parametrize("folder", ["core", "operations", "web", "exchange", "demo"])
def test_nothing_is_ruled_by_words(folder):
    for file in sorted((ROOT / "ergamot" / folder).rglob("*.py")):
        if file.name not in ROWS_OF_OLD:
            assert not rules_on_words(file.read_text("utf-8")), file


def test_nothing_drawn_on_the_screen_is_ruled_by_words():
    for file in sorted((ROOT / "ui" / "src").rglob("*.ts*")):
        if ".test." not in file.name and file.name != "schema.d.ts":
            lines = file.read_text("utf-8").splitlines()
            assert not [line for line in lines if WORDS_MATCHED.search(line)], file


@pytest.mark.parametrize(
    "rule",
    [
        'x = [m for m in members if m.role == "rafter"]',
        'y = panel.covering in ("tarp", "vinyl")',
        'z = section.key.startswith("pvc")',
        'label = row.label.removesuffix(" (per metre)")',
        'kind = joint.fixing.key.split("-")[0]',
    ],
)
def test_the_search_finds_what_it_looks_for(rule):
    assert rules_on_words(rule) == [1]
