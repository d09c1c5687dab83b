"""What stands in rooms and outside them: measured materials, and a reflectance for a colour known by Lab alone."""

from __future__ import annotations

import csv
from dataclasses import dataclass
from difflib import get_close_matches
from functools import cache

import numpy as np
from numpy.typing import ArrayLike

from prism.spectrum import BANDS, DATA, Array, lab_to_xyz, weights

MIXED = {"garden": {"lawn": 0.7, "asphalt": 0.3}}
"""What lies before a house in parts. A garden is lawn but for paths, beds and the strip under the eaves, as dark as
lawn and hardly coloured: lawn alone made ceilings greener than anybody reports (decision 058)."""
_STEPS = 40
_CLOSE = 1e-7


@dataclass(frozen=True)
class Material:
    """A material of the shipped library: `origin` is `measured` or `estimated`; 31 fractions."""

    key: str
    group: str
    title: str
    origin: str
    reflectance: tuple[float, ...]


@cache
def library() -> dict[str, Material]:
    """Return the shipped materials by key. Source: `data/README.md`."""
    with (DATA / "materials.csv").open(newline="") as handle:
        rows = list(csv.reader(handle))[1:]
    materials = {row[0]: Material(row[0], row[1], row[2], row[3], tuple(float(v) for v in row[4:])) for row in rows}
    return materials | _everyday(materials)


def _everyday(measured: dict[str, Material]) -> dict[str, Material]:
    """Return materials by their everyday names: as a measured one, or estimated by a Lab of that kind of thing."""
    with (DATA / "everyday.csv").open(newline="") as handle:
        rows = list(csv.DictReader(handle))
    by_lab = [row for row in rows if row["a"]]
    spectra = smoothest(np.array([[float(row["as"]), float(row["a"]), float(row["b"])] for row in by_lab]))
    estimated = {row["name"]: tuple(own) for row, own in zip(by_lab, spectra.tolist(), strict=True)}
    everyday = {}
    for row in rows:
        name = row["name"]
        like = measured.get(row["as"])
        origin, own = (like.origin, like.reflectance) if like else ("estimated", estimated[name])
        everyday[name] = Material(name, row["group"], name, origin, own)
    return everyday


def named(text: str) -> Material | None:
    """Return the material that a key, a title or an everyday name stands for, in any letters; None for no such one."""
    wanted = " ".join(text.casefold().split())
    return next(
        (material for material in library().values() if wanted in (material.key, material.title.casefold())), None
    )


def nearest_names(text: str) -> list[str]:
    """Return up to three names of materials that are written much like a text."""
    return get_close_matches(" ".join(text.casefold().split()), list(library()), 3, 0.5)


def reflectance(key: str) -> Array:
    """Return the reflectance of a material or of what is `MIXED`, (31,). Raises `KeyError`."""
    if key in MIXED:
        mixed: Array = np.sum([part * reflectance(own) for own, part in MIXED[key].items()], axis=0)
        return mixed
    return np.asarray(library()[key].reflectance)


def smoothest(lab: ArrayLike) -> Array:
    """Return the reflectances, (..., 31), of Lab D65/10° (..., 3) that change least from band to band.

    Many reflectances share one Lab; this one stays between 0 and 1 and has no feature that the Lab does not ask for.
    Colours beyond what any reflectance reaches come as near as the search goes. Source: Burns, "Numerical methods for
    smoothest reflectance reconstruction", Color Research and Application 45 (2020), least hyperbolic tangent slope.
    """
    wanted = lab_to_xyz(lab).reshape(-1, 3) / 100
    table = weights() / 100
    count, bands = len(wanted), BANDS.size
    slope = 4 * np.eye(bands) - 2 * np.eye(bands, k=1) - 2 * np.eye(bands, k=-1)
    slope[0, 0] = slope[-1, -1] = 2
    level = np.clip(wanted[:, 1], 0.001, 0.999)
    z = np.repeat(np.arctanh(2 * level - 1)[:, None], bands, axis=1)
    multipliers = np.zeros((count, 3))
    system = np.zeros((count, bands + 3, bands + 3))
    for _ in range(_STEPS):
        tanh = np.tanh(z)
        sech2 = (1 - tanh**2) / 2
        pull = table[None] * sech2[:, :, None]
        residual = np.concatenate(
            [z @ slope + np.einsum("nbk,nk->nb", pull, multipliers), (tanh + 1) / 2 @ table - wanted], axis=1
        )
        if np.abs(residual[:, bands:]).max(initial=0) < _CLOSE and np.abs(residual).max(initial=0) < 1e-5:
            break
        bend = -2 * sech2 * tanh * np.einsum("bk,nk->nb", table, multipliers)
        system[:, :bands, :bands] = slope
        system[:, np.arange(bands), np.arange(bands)] += bend
        system[:, :bands, bands:] = pull
        system[:, bands:, :bands] = pull.transpose(0, 2, 1)
        system[:, np.arange(bands, bands + 3), np.arange(bands, bands + 3)] = -1e-12
        step = np.linalg.solve(system, -residual[..., None])[..., 0]
        step *= np.minimum(1, 1.5 / np.maximum(np.abs(step[:, :bands]).max(axis=1, keepdims=True), 1e-12))
        z = np.clip(z + step[:, :bands], -8, 8)
        multipliers = multipliers + step[:, bands:]
    reflectance: Array = (np.tanh(z) + 1) / 2
    return reflectance.reshape(*np.shape(lab)[:-1], bands)
