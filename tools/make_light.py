"""Write the tables of `prism.light`: light.csv (daylight, lamps, eye), sky.csv (atmosphere), materials.csv.

Run once by hand with the development requirements installed (`python -m tools.make_light`); the results are committed,
so the application needs none of the libraries they come from. `prism/data/README.md` says where each comes from.
"""

from __future__ import annotations

import csv
import warnings
from importlib.util import find_spec
from pathlib import Path

import numpy as np

warnings.simplefilter("ignore")

import colour  # noqa: E402
from colour.colorimetry.datasets import SDS_BASIS_FUNCTIONS_CIE_ILLUMINANT_D_SERIES as DAYLIGHT  # noqa: E402
from pvlib.spectrum.spectrl2 import _SPECTRL2_COEFFS  # noqa: E402

OUT = Path(__file__).resolve().parent.parent / "prism" / "data"
BANDS = np.arange(400, 701, 10)
LAMPS = (
    "LED-B1", "LED-B2", "LED-B3", "LED-B4", "LED-B5", "LED-RGB1", "LED-V1", "LED-V2",
    "FL1", "FL2", "FL4", "FL7", "FL10", "FL11", "FL12",
)  # fmt: skip
MATERIALS = (
    # key, group, title, rows of the library that are averaged
    ("oak-fresh", "wood", "wood, fresh across the grain", (4284,)),
    ("wood-bleached", "wood", "wood, bleached pale", (4288,)),
    ("wood-golden", "wood", "wood, golden brown", (4290,)),
    ("wood-brown", "wood", "wood, brown", (4297, 4298)),
    ("wood-grey", "wood", "wood, weathered grey", (4303, 4307)),
    ("wood-red", "wood", "wood, dark red", (4344, 4346)),
    ("wood-dark", "wood", "wood, dark", (4348, 4349)),
    ("bark-pale", "wood", "rustic wood, warm pale", (4337, 4335)),
    ("shingle-wood", "wood", "cedar-like shingle, brown", (5241,)),
    ("tile-red", "tile", "clay tile, red", (5217, 5216)),
    ("tile-red-pale", "tile", "clay tile, paler red", (5226, 5224)),
    ("tile-concrete", "tile", "concrete tile, grey", (4758, 4760)),
    ("tile-concrete-dark", "tile", "concrete tile, dark", (4764, 4768)),
    ("brick-red", "brick", "brick paving, red", (4833, 4831)),
    ("brick-rose", "brick", "brick paving, rose", (4836, 4840)),
    ("brick-yellow", "brick", "brick paving, yellowish", (4830,)),
    ("stone-dark", "stone", "dark mineral grey, as of slate", (4628,)),
    ("stone-warm", "stone", "pale stone slab, warm", (5176, 5170)),
    ("stone-pale", "stone", "pale stone slab, nearly white", (5193, 5197)),
    ("stone-red", "stone", "paving, red", (5196, 5203)),
    ("gravel-warm", "stone", "gravel, warm", (4177,)),
    ("gravel-pale", "stone", "gravel, pale", (4185, 4186)),
    ("sand", "stone", "sand", (4200, 4207)),
    ("asphalt", "stone", "asphalt", (4373, 4377)),
    ("metal-green", "metal", "metal, weathered green", (4814, 4817)),
    ("metal-grey", "metal", "metal, grey", (4812, 4814)),
    ("metal-blue", "metal", "metal, dark blue-grey", (4822, 4823)),
    ("metal-brown", "metal", "metal, dark brown", (4824, 4825)),
    ("lawn", "plants", "lawn", (6868, 6343)),
    ("trees", "plants", "trees in leaf", (6343, 7141)),
    ("grass-dry", "plants", "dry grass", (4364,)),
)


def banded(values: np.ndarray) -> np.ndarray:
    """Return band values (31,) of values at 1 nm, 380-720: means under triangles of 10 nm either side, which keep the
    energy of narrow lines."""
    wavelengths = np.arange(380, 721)
    kernel = np.maximum(0, 1 - np.abs(wavelengths[None] - BANDS[:, None]) / 10)
    return kernel @ values / kernel.sum(axis=1)


def spectrum(sd: colour.SpectralDistribution) -> np.ndarray:
    return banded(sd.copy().align(colour.SpectralShape(380, 720, 1)).values)


def write(name: str, heading: list[str], rows: list[list[str]]) -> None:
    with (OUT / name).open("w", newline="") as handle:
        writer = csv.writer(handle, lineterminator="\n")
        writer.writerow(heading)
        writer.writerows(rows)


def light() -> None:
    fine = colour.SpectralShape(380, 720, 1)
    d65 = colour.SDS_ILLUMINANTS["D65"].copy().align(colour.SpectralShape(360, 780, 1))
    y = (
        colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
        .copy()
        .align(colour.SpectralShape(360, 780, 1))
        .values[:, 1]
    )
    lumens = 683.0 * float(np.sum(d65.values * y))  # of D65 at its table's scale, W/nm over all wavelengths
    columns = {"D65": spectrum(colour.SDS_ILLUMINANTS["D65"]) / lumens}
    for key in ("S0", "S1", "S2"):
        columns[key] = banded(DAYLIGHT[key].copy().align(fine).values)
    for lamp in LAMPS:
        columns[lamp] = spectrum(colour.SDS_ILLUMINANTS[lamp])
    rows = [[str(nm), *(f"{column[i]:.6e}" for column in columns.values())] for i, nm in enumerate(BANDS)]
    write("light.csv", ["nm", *columns], rows)


def sky() -> None:
    table = _SPECTRL2_COEFFS
    keep = (table["wavelength"] >= 390) & (table["wavelength"] <= 715)
    rows = [[f"{float(v):g}" for v in row] for row in table[keep]]
    write("sky.csv", ["nm", "extraterrestrial", "water", "ozone", "mixed"], rows)


def materials() -> None:
    spec = find_spec("earthlib")
    assert spec is not None and spec.origin
    data = Path(spec.origin).parent / "data"
    spectra = np.fromfile(data / "spectra.sli", dtype="<f4").reshape(-1, 180)[:, :31].astype(float)
    rows = []
    for key, group, title, indices in MATERIALS:
        mean = spectra[list(indices)].mean(axis=0)
        rows.append([key, group, title, "measured", *(f"{v:.4f}" for v in mean)])
    snow = np.interp(BANDS, (400, 550, 700), (0.93, 0.92, 0.88))
    sea = np.interp(BANDS, (400, 470, 550, 620, 700), (0.085, 0.09, 0.075, 0.062, 0.058))
    rows.append(["snow", "ground", "snow", "estimated", *(f"{v:.4f}" for v in snow)])
    rows.append(["sea", "ground", "sea", "estimated", *(f"{v:.4f}" for v in sea)])
    write("materials.csv", ["key", "group", "title", "origin", *map(str, BANDS)], rows)


if __name__ == "__main__":
    light()
    sky()
    materials()
