"""The packages whose figures are moved, and the tests that are their own."""

from __future__ import annotations

from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
CORE = ROOT / "ergamot" / "core"
BY_HAND = "tests/core/test_whole_pens.py"
# Modules of a package, and the tests that are its own: the examples in its docstrings, and files of tests/core
PACKAGES: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "weather": (
        ("weather/*.py",),
        (
            "ergamot/core/weather",
            BY_HAND,
            "tests/core/test_weather_by_hand.py",
            "tests/core/test_pressure.py",
            "tests/core/test_wind.py",
            "tests/core/test_wind_told.py",
            "tests/core/test_anchors.py",
            "tests/core/test_ties.py",
            "tests/core/test_pocket.py",
            "tests/core/test_cloth.py",
        ),
    ),
    "strength": (
        ("strength/*.py", "frame/bending.py"),
        (
            "ergamot/core/strength",
            "ergamot/core/frame/bending.py",
            "tests/core/test_splices.py",
            "tests/core/test_knee_walls.py",
            BY_HAND,
            "tests/core/test_strength_by_hand.py",
            "tests/core/test_strength.py",
            "tests/core/test_strength_together.py",
            "tests/core/test_pocket.py",
            "tests/core/test_grades.py",
            "tests/core/test_pipe_kit.py",
            "tests/core/test_pole.py",
            "tests/core/test_steel_base.py",
            "tests/core/test_standing.py",
            "tests/core/test_racking.py",
        ),
    ),
    "gear": (
        ("gear/*.py",),
        (
            "ergamot/core/gear",
            BY_HAND,
            "tests/core/test_gear_by_hand.py",
            "tests/core/test_gear_edges.py",
            "tests/core/test_moving_by_hand.py",
            "tests/core/test_carried.py",
            "tests/core/test_moving.py",
            "tests/core/test_raising.py",
            "tests/core/test_moving_chart.py",
            "tests/core/test_way.py",
            "tests/core/test_passing.py",
            "tests/core/test_grades.py",
        ),
    ),
    "ground": (
        ("ground/*.py",),
        (
            "ergamot/core/ground",
            BY_HAND,
            "tests/core/test_ground_by_hand.py",
            "tests/core/test_ground.py",
            "tests/core/test_field.py",
            "tests/core/test_season.py",
        ),
    ),
    "stock": (
        ("stock/*.py",),
        (
            "ergamot/core/stock",
            "tests/core/test_nesting.py",
            "tests/core/test_plates.py",
            "tests/core/test_shed.py",
            BY_HAND,
            "tests/core/test_stock_by_hand.py",
            "tests/core/test_stock.py",
            "tests/core/test_covering.py",
        ),
    ),
    "mass": (
        ("frame/mass.py", "frame/fixings.py"),
        (
            "ergamot/core/frame/mass.py",
            "ergamot/core/frame/fixings.py",
            BY_HAND,
            "tests/core/test_mass_by_hand.py",
            "tests/core/test_fixings.py",
            "tests/core/test_shapes_by_hand.py",
        ),
    ),
}


def modules(package: str) -> list[Path]:
    """The files of a package."""
    return sorted(
        file for pattern in PACKAGES[package][0] for file in CORE.glob(pattern) if file.name != "__init__.py"
    )


def name_of(file: Path) -> str:
    """A file's name as it is imported."""
    return ".".join(file.relative_to(ROOT).with_suffix("").parts)
