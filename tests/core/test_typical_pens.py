"""The app says of twelve typical pens what a practical person would, or a reason is given."""

from __future__ import annotations

import pytest

from ergamot.core.balance.questions import word_of
from tests.typical_pens import ASKED, PAGE, TYPICAL, page


@pytest.mark.parametrize("one", TYPICAL, ids=lambda one: one.name)
def test_the_app_says_what_is_expected_or_the_page_says_why_not(one):
    said = {finding.what: word_of(finding.what, finding.verdict) for finding in one.judged.findings}
    differing = {what for what, expected in zip(ASKED, one.expected, strict=True) if said[what] != expected}
    assert differing == set(one.why), {what: said[what] for what in ASKED}


def test_the_page_is_as_the_app_says():
    assert PAGE.read_text(encoding="utf-8") == page()


def test_between_them_they_show_every_grade():
    words = {word_of(finding.what, finding.verdict) for one in TYPICAL for finding in one.judged.findings}
    assert words >= {"short", "hard", "tight", "close", "right", "to spare"}
