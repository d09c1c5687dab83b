"""Towns of the coast: where a place is chosen from, beside typing its coordinates."""

from __future__ import annotations

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
