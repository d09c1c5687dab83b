"""The demo world: three invented makers whose colours are all recipes, from which everything else follows."""

from __future__ import annotations

import csv
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import numpy as np

from prism import messages, screen
from prism.choosing.deck import Deck, number_strips
from prism.formats.tint_system import read as read_system
from prism.method import Method
from prism.spectrum import to_lab, to_lrv
from prism.stimulus import Stimulus
from prism.tint.recipe import Recipe
from prism.tint.system import TintSystem

HERE = Path(__file__).parent
PROVENANCE = "reading-average"


@dataclass(frozen=True)
class DeckColour:
    """A catalogue colour: who makes it, where it stands on its strip, its recipe, and the colour that makes."""

    maker: str
    code: str
    name: str
    strip: str
    step: int | None
    recipe: Recipe
    colour: Stimulus


@cache
def tint_system() -> TintSystem:
    """Return the bases and colorants of the demo makers."""
    return read_system((HERE / "tinting.json").read_bytes())


@cache
def deck() -> tuple[DeckColour, ...]:
    """Return every colour of the demo makers, in catalogue order."""
    with (HERE / "deck.csv").open(newline="", encoding="utf-8") as handle:
        rows = list(csv.DictReader(handle))
    recipes = [Recipe(row["base"], _amounts(row["colorants_ml_per_l"])) for row in rows]
    spectra = tint_system().reflectance(recipes)
    lab, lrv = to_lab(spectra), to_lrv(spectra)
    rgb, inside = screen.reflectance_to_screen(spectra)
    shown = screen.to_hex(rgb)
    return tuple(
        DeckColour(
            maker=row["maker"],
            code=row["code"],
            name=row["name"],
            strip=row["strip"],
            step=int(row["step"]) if row["step"] else None,
            recipe=recipes[i],
            colour=Stimulus(
                lab=(float(lab[i, 0]), float(lab[i, 1]), float(lab[i, 2])),
                lrv=float(lrv[i]),
                screen=shown[i],
                in_gamut=bool(inside[i]),
                provenance=PROVENANCE,
                given=messages.sources.catalogue_given(row["maker"], row["code"]),
                reflectance=tuple(np.asarray(spectra[i]).tolist()),
                maker=row["maker"],
            ),
        )
        for i, row in enumerate(rows)
    )


def offered(chosen: Method, entries: Sequence[DeckColour] = ()) -> Deck:
    """Return the demo deck, or another, as the core chooses from it, with the uncertainties of a method."""
    entries = entries or deck()
    sources = sorted({entry.colour.source for entry in entries})
    return Deck(
        np.array([entry.colour.lab for entry in entries]),
        np.array([entry.colour.lrv for entry in entries]),
        np.array([chosen.doubt(entry.colour) for entry in entries]),
        number_strips([entry.maker for entry in entries], [entry.strip for entry in entries]),
        np.array([sources.index(entry.colour.source) for entry in entries]),
        tuple(sources),
    )


@cache
def _by_code() -> dict[str, DeckColour]:
    return {entry.code.casefold(): entry for entry in deck()}


def find(code: str) -> DeckColour | None:
    """Return the demo colour with this code, upper or lower case."""
    return _by_code().get(code.strip().casefold())


def _amounts(text: str) -> dict[str, float]:
    return {code: float(amount) for code, amount in (part.split("=") for part in text.split())}
