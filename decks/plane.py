"""The undertone plane: colours of the decks by how they lie from the neutral line, as compact data for a canvas."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

from decks.catalogue import Catalogue
from prism import words
from prism.method import Method

PLACES = 2
"""Decimals of a* and b* on the plane; a hundredth is far less than can be drawn."""


def plane(catalogue: Catalogue, rows: NDArray[np.intp], chosen: Method) -> dict[str, Any]:
    """Return rows of the catalogue as columns, with the rings and sectors of the method they are read under.

    `a`, `b` are distances from the neutral line of each colour's own lightness; `fill` holds six digits a colour.
    """
    u = np.round(catalogue.classified(chosen).u[rows], PLACES)
    return {
        "ids": catalogue.ids[rows].tolist(),
        "a": u[:, 0].tolist(),
        "b": u[:, 1].tolist(),
        "fill": b"".join(catalogue.screens[rows].tolist()).decode().replace("#", ""),
        "rings": [
            {"radius": edge, "word": word}
            for edge, word in zip(
                (*chosen.undertone_strength.edges, None), chosen.undertone_strength.words, strict=True
            )
        ],
        "sectors": [
            {
                "edge": edge,
                "middle": chosen.undertone.centre(word),
                "word": words.readings.hue(word, words.readings.PINK_FROM),
            }
            for edge, word in zip(chosen.undertone.edges, chosen.undertone.words, strict=True)
        ],
        "said": words.places.plane_text(len(rows)),
    }
