"""Towns: those of the coast, which are offered, and any other by its name."""

from __future__ import annotations

from prism.light import towns
from prism.light.sun import Place

TOWNS: dict[str, Place] = {
    "Skerry Point": Place(57.21, -2.06, "Europe/London"),
    "Harrow Haven": Place(57.48, -1.79, "Europe/London"),
    "Kettle Ness": Place(56.83, -2.28, "Europe/London"),
    "Marram": Place(56.35, -2.81, "Europe/London"),
    "Gullan Quay": Place(55.98, -2.52, "Europe/London"),
    "Ternmouth": Place(57.69, -2.95, "Europe/London"),
    "Old Slip": Place(58.44, -3.09, "Europe/London"),
    "Fennel Bay": Place(54.49, -0.61, "Europe/London"),
}


def named_town(text: str) -> tuple[str, Place]:
    """Return a town's name as it is written there, its country with it, and where it is. Raises `UnknownTownError`."""
    coast = next((name for name in TOWNS if name.casefold() == text.strip().casefold()), None)
    if coast:
        return coast, TOWNS[coast]
    town = towns.town(text)
    return f"{town.name}, {town.country}"[:80], town.place


def is_town(text: str, place: Place | None) -> bool:
    """Say whether a name leads to a place, so that it need not be shown as one of its own."""
    try:
        return named_town(text)[1] == place
    except towns.UnknownTownError:
        return False
