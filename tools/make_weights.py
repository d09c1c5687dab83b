"""Write prism/data/weights.csv: ASTM E2022 weighting tables, 10 nm, 400-700 nm.

Run once by hand with the development requirements installed (`python tools/make_weights.py`); the result is
committed, so the application never needs the library that made it. Weights outside 400-700 nm are added to the
end bands, as ASTM E308 prescribes for instruments that stop there.
"""

from __future__ import annotations

import csv
import warnings
from pathlib import Path

import numpy as np

warnings.simplefilter("ignore")

import colour  # noqa: E402
from colour.colorimetry import tristimulus_weighting_factors_ASTME2022  # noqa: E402

OUT = Path(__file__).resolve().parent.parent / "prism" / "data" / "weights.csv"
OBSERVERS = {"10": "CIE 1964 10 Degree Standard Observer", "2": "CIE 1931 2 Degree Standard Observer"}
CONDITIONS = (
    ("D65", "10"), ("D65", "2"), ("D50", "2"), ("A", "10"), ("FL2", "10"), ("FL11", "10"), ("LED-B1", "10"),
    ("LED-B3", "10"), ("LED-RGB1", "10"), ("LED-V1", "10"),
)  # fmt: skip
"""Illuminant and observer. Names of lamps as the CIE gives them."""


def folded(observer: str, illuminant: str) -> np.ndarray:
    """Return the (31, 3) table for one observer and illuminant, Y summing to 100."""
    fine = colour.SpectralShape(360, 780, 1)
    table = tristimulus_weighting_factors_ASTME2022(
        colour.MSDS_CMFS[observer].copy().align(fine),
        colour.SDS_ILLUMINANTS[illuminant].copy().align(fine),
        colour.SpectralShape(360, 780, 10),
    )
    inside = table[4:35].copy()
    inside[0] += table[:4].sum(axis=0)
    inside[-1] += table[35:].sum(axis=0)
    return inside


def write_ends() -> None:
    """Write how much light beyond 400 and 700 nm counts: Z there for short waves, X for long ones, D65/10°."""
    fine = colour.SpectralShape(360, 780, 1)
    table = tristimulus_weighting_factors_ASTME2022(
        colour.MSDS_CMFS[OBSERVERS["10"]].copy().align(fine),
        colour.SDS_ILLUMINANTS["D65"].copy().align(fine),
        colour.SpectralShape(360, 780, 10),
    )
    with (OUT.parent / "ends.csv").open("w", newline="") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(["nm", "weight"])
        for nm, (x, _, z) in zip(range(360, 781, 10), table, strict=True):
            writer.writerow([nm, f"{max(z if nm <= 400 else x, 0) if nm <= 400 or nm >= 700 else 0:.8f}"])


def main() -> None:
    write_ends()
    tables = {f"{lamp}/{observer}": folded(OBSERVERS[observer], lamp) for lamp, observer in CONDITIONS}
    with OUT.open("w", newline="") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(["nm", *(f"{key} {axis}" for key in tables for axis in "XYZ")])
        for row, nm in enumerate(range(400, 701, 10)):
            writer.writerow([nm, *(f"{value:.6f}" for table in tables.values() for value in table[row])])


if __name__ == "__main__":
    main()
