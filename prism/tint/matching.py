"""Amounts of a few colorants that make a colour, by damped Newton steps: many colours or many sets at once."""

from __future__ import annotations

import numpy as np
from numpy.typing import ArrayLike, NDArray

from prism.spectrum import Array, to_lab, weights, white_point, xyz_to_lab
from prism.tint.optics import opaque, surface, surface_slope

LEAST, MOST = 1e-4, 120.0
"""mL per litre between which amounts are looked for."""
LAB_OF_F = np.array([[0.0, 116.0, 0.0], [500.0, -500.0, 0.0], [0.0, 200.0, -200.0]])
"""L*, a*, b* by f(X), f(Y), f(Z)."""


class Sets:
    """Sets of m colorants in a base: K and S (n, m, 31) of the colorants, (31,) of the base."""

    def __init__(self, k: Array, s: Array, base_k: Array, base_s: Array) -> None:
        self._k, self._s, self._base_k, self._base_s = k, s, base_k, base_s

    def __getitem__(self, rows: NDArray[np.intp]) -> Sets:
        return Sets(self._k[rows], self._s[rows], self._base_k, self._base_s)

    def lab(self, amounts: Array) -> Array:
        """Return Lab (n, 3) of amounts (n, m), mL per litre."""
        whole_k, whole_s = self._mixed(amounts, self._k, self._base_k), self._mixed(amounts, self._s, self._base_s)
        return to_lab(surface(opaque(whole_k, whole_s)))

    def steps(self, lab: ArrayLike, logs: Array, count: int) -> tuple[Array, Array]:
        """Return logarithms of amounts (n, m) after some Newton steps towards Lab (3,) or (n, 3), and how far off in
        Lab (n, 3) they were before the last of them. Of more than three, all change as little as they can."""
        off = np.zeros_like(logs)
        for _ in range(count):
            now, slopes = self._slopes(np.exp(logs))
            off = now - np.asarray(lab)
            back = np.swapaxes(slopes, 1, 2)
            change = (back @ np.linalg.solve(slopes @ back + 1e-3 * np.eye(3), off[..., None]))[..., 0]
            logs = np.clip(logs - np.clip(change, -1.5, 1.5), np.log(LEAST), np.log(MOST))
        return logs, off

    def _slopes(self, amounts: Array) -> tuple[Array, Array]:
        """Return Lab (n, 3), and how it changes with the logarithm of each amount, (n, 3, m).

        The chain of derivatives: K/S by amount, inner reflectance by K/S, measured by inner, XYZ by band, Lab by XYZ.
        """
        whole_s = self._mixed(amounts, self._s, self._base_s)
        ratio = self._mixed(amounts, self._k, self._base_k) / whole_s
        root = np.sqrt(ratio * (ratio + 2))
        r = 1 / (1 + ratio + root)
        by_ratio = -r / np.maximum(root, 1e-9) * surface_slope(r)
        by_amount = amounts[..., None] * (self._k - ratio[:, None] * self._s) * (by_ratio / whole_s)[:, None]
        xyz = surface(r) @ weights()
        ratio_xyz = xyz / white_point()
        # of f in CIE 15:2018, 8.2.1: t^(1/3), and a straight line below (6/29)³
        f_slope = np.where(ratio_xyz > (6 / 29) ** 3, np.cbrt(ratio_xyz) ** -2 / 3, (29 / 6) ** 2 / 3) / white_point()
        by_xyz = (by_amount @ weights()) * f_slope[:, None]
        return xyz_to_lab(xyz), LAB_OF_F @ np.swapaxes(by_xyz, 1, 2)

    @staticmethod
    def _mixed(amounts: Array, parts: Array, base: Array) -> Array:
        """Return K or S (n, 31) of a base with amounts (n, m) of colorants (n, m, 31)."""
        mixed: Array = base + (amounts[:, None] @ parts)[:, 0]
        return mixed
