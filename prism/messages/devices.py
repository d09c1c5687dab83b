"""How a reader or a tinting machine stands, and why it refuses."""

from __future__ import annotations

from prism.messages.text import number, percentage, shortened

UNCALIBRATED = (
    "These readings cannot be believed: the reader had not seen its white tile. Read the tile, leave out the "
    "earlier readings, and measure again."
)


NO_READINGS = "No reading yet"


def nothing_there(thing: str) -> str:
    return f"There is no '{shortened(thing)}' to put the reader on."


def calibration_old(minutes: float) -> str:
    return f"The white tile was read {number(minutes / 60, 1)} hours ago, too long to be believed. Read it again."


def unsteady(spread: float) -> str:
    return (
        f"The readings scatter by ΔE00 {number(spread)} on average, too much for one colour. Leave out the ones that "
        "slipped, or measure with a wider aperture."
    )


def too_much_for_base(base: str, filled: float) -> str:
    return f"The {base} cannot hold it: {percentage(filled)} of its capacity."


def ran_dry(name: str, wanted: float, left: float) -> str:
    return f"There is too little {name}: {number(wanted)} mL are needed, {number(left)} mL are left. Refill it."


MACHINE_BUSY = "The tinting machine is still at work on another can: try again when it is done."


NO_TINTING_SYSTEM = "There is no tinting system in this studio yet: bring one in at the tinting machine."


def not_recorded(thing: str, aperture: int, specular: str) -> str:
    return f"The recording holds no reading of '{shortened(thing)}' at {aperture} mm with specular light {specular}."


def no_recording(path: str, reason: str) -> str:
    return f"The reader's recording {shortened(path, 80)} cannot be replayed: {reason}."
