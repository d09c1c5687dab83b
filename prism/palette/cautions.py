"""Cautions, each once and only where it applies."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from prism.method import Method

ORDER = (
    "lead", "ventilation", "heights", "heat", "substrate", "insulation", "escape", "consent", "contrast", "screen",
)  # fmt: skip
"""The cautions there are, as they are shown."""
HIGH = 2.7
"""Metres from which a ceiling is out of reach without a ladder."""


@dataclass(frozen=True)
class Site:
    """What is known of where paint goes: whether anything old is painted over, the height of the tallest room in
    metres (None: not known), LRV of what goes outside, the LRV limit a substrate's maker states (None: not known),
    whether a stair or way out is among it, and whether others have a say in the house."""

    repaints: bool = True
    height: float | None = None
    outside: tuple[float, ...] = ()
    limit: float | None = None
    way_out: bool = False
    others_decide: bool = True


def cautions(site: Site, method: Method) -> list[str]:
    """Return the keys of the cautions that apply, each once, in the order of `ORDER`."""
    cautions: set[str] = {"ventilation", "screen"}
    if site.repaints:
        cautions.add("lead")
    if site.height is not None and site.height > HIGH:
        cautions.add("heights")
    hot = [lrv for lrv in site.outside if lrv < method.dark_outside]
    if hot:
        cautions |= {"heat", "insulation"}
    if site.limit is not None and any(lrv < site.limit for lrv in site.outside):
        cautions.add("substrate")
    if site.outside:
        cautions.add("heights")
    if site.way_out:
        cautions |= {"escape", "contrast"}
    if site.others_decide:
        cautions.add("consent")
    return in_order(cautions)


def in_order(keys: Iterable[str]) -> list[str]:
    """Return cautions as they are shown, each once."""
    wanted = set(keys)
    return [key for key in ORDER if key in wanted]
