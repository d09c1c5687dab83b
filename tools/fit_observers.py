"""Print the linear maps to D65/10° of `prism/adaptation.py`, and how far each leaves colours from the truth.

Run by hand with the development requirements installed (`python -m tools.fit_observers`). Fitted over the measured
surfaces of the open library without its paints and plants: wood, tile, concrete, metal, soil. Paints and the demo deck
are only judged by it. Each map keeps white white, since the rows of XYZ over white sum to 1.
"""

from __future__ import annotations

import numpy as np

from prism import demo
from prism.adaptation import FROM_D50_2, FROM_D65_2, adapt
from prism.difference import delta_e
from prism.method import load
from prism.neutral import WorkingNeutral
from prism.sectors import hue_of
from prism.spectrum import to_lab, to_xyz, white_point, xyz_to_lab
from prism.tests.surfaces import measured_paints, measured_surfaces


def fit(condition: str, reflectance: np.ndarray) -> np.ndarray:
    """Return the map (3, 3) of XYZ over white, weighted so that light and dark count alike in Lab."""
    x = to_xyz(reflectance, condition) / white_point(condition)
    y = to_xyz(reflectance) / white_point()
    weight = np.maximum(y[:, 1], 0.01) ** (-2 / 3)
    against = np.stack([x[:, 0] - x[:, 1], x[:, 2] - x[:, 1]], axis=1) * weight[:, None]
    ellipse = np.zeros((3, 3))
    for row in range(3):
        first, last = np.linalg.lstsq(against, (y[:, row] - x[:, 1]) * weight, rcond=None)[0]
        ellipse[row] = first, 1 - first - last, last
    return ellipse


def judged(name: str, estimate: np.ndarray, reflectance: np.ndarray, neutral: WorkingNeutral) -> str:
    """Return how far estimated Lab lies from the truth, and how often another undertone is the nearest."""
    truth = to_lab(reflectance)
    error = delta_e(truth, estimate)
    u, estimated = neutral.undertone(truth), neutral.undertone(estimate)
    index = load().undertone.index
    has_one = np.hypot(*u.T) >= load().passive_below
    wrong = (index(hue_of(u)) != index(hue_of(estimated)))[has_one].mean()
    rms, high = float(np.sqrt((error**2).mean())), float(np.percentile(error, 95))
    return f"  {name:28}ΔE00 rms {rms:.2f}, 95th percentile {high:.2f}, another undertone {wrong:.1%}"


def main() -> None:
    surfaces, neutral = measured_surfaces(), load().neutral
    deck = np.array([entry.colour.reflectance for entry in demo.deck()])
    for condition, in_use in (("D65/2", FROM_D65_2), ("D50/2", FROM_D50_2)):
        fitted = fit(condition, surfaces)
        print(
            condition,
            np.round(fitted, 4).tolist(),
            "in use" if np.allclose(fitted, in_use, atol=1e-4) else "NOT in use",
        )
        for name, reflectance in (("surfaces", surfaces), ("paints", measured_paints()), ("deck", deck)):
            xyz, white = to_xyz(reflectance, condition), white_point(condition)
            print(judged(f"{name}, adapted", xyz_to_lab(adapt(xyz, white, white_point())), reflectance, neutral))
            print(judged(f"{name}, mapped", xyz_to_lab(xyz / white @ fitted.T * white_point()), reflectance, neutral))


if __name__ == "__main__":
    main()
