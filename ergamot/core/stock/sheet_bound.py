"""No sheets cost less than these: by the area of what is cut, and by how pieces stand in each other's way.

A function that is never larger for two lengths together than for them apart in a row turns the sides of all pieces into
others that lie on a sheet just as well. So the areas of the pieces turned so are no more than those of the sheets.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from decimal import Decimal

import numpy as np
from scipy.optimize import LinearConstraint, milp

from ergamot.core.stock.plate import Plate
from ergamot.core.stock.rectangles import FITS_MM, Rectangle

MOST_SIDES = 6  # the sides of pieces the functions are made for, each way; may move: more prove a little more
SAFE = 1e-9  # of a side: what arithmetic may be off

Turned = Callable[[np.ndarray], np.ndarray]


def least_cost(pieces: Sequence[Rectangle], stocks: Sequence[Plate], kerf_mm: float) -> Decimal:
    """Work out what the sheets for some pieces cost at the least, however they are cut.

    Args: pieces; stocks, sheets on sale and in hand; kerf_mm, 0 to 10.
    Returns: money; 0 where nothing is cut, or where these sheets are too few for it.
    Source: dual feasible functions, Fekete & Schepers (2004), Carlier, Clautiaux & Moukrim (2007); HiGHS MIP.

    >>> from ergamot.core.stock.plate import Plate
    >>> ply = Plate(2440, 1220, Decimal("38"))
    >>> least_cost([Rectangle("a", 1300, 700)] * 3, [ply], 3.0)
    Decimal('114.00')
    """
    if not pieces:
        return Decimal("0.00")
    long = max(one.long_mm for one in stocks) + kerf_mm
    wide = max(one.wide_mm for one in stocks) + kerf_mm
    sheets = _sides([(one.long_mm, one.wide_mm) for one in stocks], kerf_mm, long, wide)
    lying = _sides([way for one in pieces for way in one.ways()], kerf_mm, long, wide)
    room, asked = [], []
    too_large = (lying > 1 + SAFE).any(axis=1)
    starts = np.cumsum([0, *(len(one.ways()) for one in pieces)])[:-1]
    for turn_x in _functions(lying[:, 0]):
        for turn_y in _functions(lying[:, 1]):
            areas = turn_x(lying[:, 0] - SAFE) * turn_y(lying[:, 1] - SAFE)
            areas[too_large] = np.inf
            asked.append(float(np.minimum.reduceat(areas, starts).sum()))
            room.append(
                turn_x(np.minimum(1, sheets[:, 0] + SAFE)) * turn_y(np.minimum(1, sheets[:, 1] + SAFE))
            )
    cents = np.array([int(one.price * 100) for one in stocks])
    most = np.array([np.inf if one.count is None else one.count for one in stocks])
    solved = milp(
        cents,
        constraints=[
            LinearConstraint(np.array(room), lb=np.array(asked) - FITS_MM),
            LinearConstraint(np.eye(len(stocks)), ub=most),
        ],
        integrality=np.ones(len(stocks), dtype=int),
    )
    return Decimal(round(solved.fun)).scaleb(-2) if solved.x is not None else Decimal("0.00")


def _sides(sizes: Sequence[tuple[float, float]], kerf: float, long: float, wide: float) -> np.ndarray:
    """Measure sides with the saw cut beside each, as shares of the largest sheet's: array (sizes, 2)."""
    return (np.array(sizes) + kerf) / (long, wide)


def _functions(sides: np.ndarray) -> list[Turned]:
    """List what sides may be turned into; whatever they are, and those made for the sides that come most often."""
    found: list[Turned] = [lambda x: x]
    short, often = np.unique(np.round(np.minimum(sides, 1 - sides), 6), return_counts=True)
    worth = short[np.argsort(-often, kind="stable")]
    for side in [one for one in (*worth, 0.5) if 0.02 < one <= 0.5][:MOST_SIDES]:
        found += [_all_or_none(side), _in_steps(side)]
    return found


def _all_or_none(share: float) -> Turned:
    """Make sides shorter than a share nothing, those that leave less than it all there is (Martello & Toth)."""
    return lambda x: np.where(x > 1 - share, 1.0, np.where(x < share, 0.0, x))


def _in_steps(share: float) -> Turned:
    """Count sides in whole numbers of a share, those over the half by what they leave (Carlier, Clautiaux & Moukrim)."""
    whole = np.floor(1 / share)

    def turn(x: np.ndarray) -> np.ndarray:
        over = 1 - np.floor((1 - x) / share) / whole
        return np.where(x > 0.5, over, np.where(x < 0.5, np.floor(x / share) / whole, 0.5))

    return turn
