"""Which changes of what a pen is made of are likely to help a verdict: told by what the rows say, before anything is framed."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.balance.questions import verdict_of
from ergamot.core.balance.search.asked import parameter_of
from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import Value


def promising(catalogue: Catalogue, design: Design, changes: Mapping[str, Value], what: str) -> bool:
    """Is a change likely to help a verdict?

    Only of rows of the catalogue something is known beforehand; whatever else is changed may help.

    Args: catalogue; design, as it is; changes of it; what, the verdict, or weight.
    Returns: False where it is not; a short search comes to it after all else.
    Source: as what each verdict says that `helps` it.

    >>> low = make_design(c, "low-pen", {"species": "spf"})
    >>> [promising(c, low, {"species": other}, "moving") for other in ("oak", "red-cedar")]
    [False, True]
    """
    helps = verdict_of(what).helps
    for name, value in changes.items():
        one = parameter_of(design.shape, name)
        if one is None or not one.table:
            continue
        rows = getattr(catalogue, one.table)
        old, new = rows.get(design.values[name]), rows.get(value)
        if old is not None and new is not None and not helps(old, new):
            return False
    return True
