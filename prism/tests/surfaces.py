"""Measured surfaces of an open library: reflectances that no part of this product had a hand in.

The library (earthlib, MIT licence) is a development requirement; only its spectra are read, 400-700 nm at 10 nm.
"""

import csv
from functools import cache
from importlib.util import find_spec
from pathlib import Path

import numpy as np

BANDS_IN_FILE, BANDS_USED = 180, 31
PLANTS = ("canopy",)


@cache
def _library():
    spec = find_spec("earthlib")
    assert spec is not None and spec.origin, "the development requirements are not installed"
    data = Path(spec.origin).parent / "data"
    spectra = np.fromfile(data / "spectra.sli", dtype="<f4").reshape(-1, BANDS_IN_FILE)[:, :BANDS_USED]
    with (data / "spectra.csv").open(newline="", encoding="utf-8") as handle:
        kinds = np.array([row["LEVEL_3"] for row in csv.DictReader(handle)])
    return kinds, spectra.astype(np.float64)


def measured_paints():
    """Return the reflectances of painted surfaces, (76, 31)."""
    kinds, spectra = _library()
    return spectra[kinds == "paint"]


def measured_surfaces():
    """Return the reflectances of all else that is built or bare, neither paint nor plant, (n, 31)."""
    kinds, spectra = _library()
    sound = (spectra.min(axis=1) > 0.005) & (spectra.max(axis=1) <= 1)
    return spectra[sound & ~np.isin(kinds, ("paint", *PLANTS))]
