"""Where a number came from and how sure it is."""

from __future__ import annotations

from collections.abc import Sequence

from prism.messages.text import number

PROVENANCE = {
    "reading-average": "spectrum, averaged readings",
    "reading-single": "spectrum, single reading",
    "maker-lab": "Lab as stated",
    "converted-lab": "Lab, converted from D50/2°",
    "computed": "predicted from a recipe",
    "screen-lrv": "screen value with a stated LRV",
    "screen": "screen value",
    "estimated": "estimate",
}
SETTLE = {
    "screen-lrv": "Measure a painted board with a reader",
    "screen": "Measure a painted board with a reader",
    "converted-lab": "Ask for Lab under D65/10°, or measure a painted board",
    "maker-lab": "Measure a painted board with a reader",
    "reading-single": "Take a few more readings and average them",
    "reading-average": "Look at painted boards side by side",
    "computed": "Have a trial mix made, and measure a painted board",
    "estimated": "Measure a painted board with a reader",
}


def provenance(key: str, uncertainty: float) -> str:
    return f"{PROVENANCE[key]}, ±{number(uncertainty)} ΔE00"


def made_with_earlier(since: str, reason: str, lrv: float, delta_e: float) -> str:
    return (
        f"Made with an earlier value. Since {since} the colour has LRV {number(lrv)}, "
        f"ΔE00 {number(delta_e)} from it: {reason}."
    )


def stood_until(when: str, reason: str, by: str) -> str:
    return f"until {when}: {reason}{f', by {by}' if by else ''}"


WORKING_VALUE = "in use now"


def source(key: str, uncertainty: float, given: str, specular: str) -> str:
    """Say where a number came from, how sure it is, what was handed in, and how specular light was measured."""
    text = f"{provenance(key, uncertainty)}; {given}"
    return f"{text}, specular light {specular}" if specular and "specular" not in given else text


def measured_on(thing: str) -> str:
    return f"measured on {thing}"


INTAKE = {"spectrum": "Reflectances", "lab": "Lab", "hex": "Screen value"}


def certainty(uncertainties: Sequence[float]) -> str:
    low, high = number(min(uncertainties)), number(max(uncertainties))
    return f"sure to ±{low} ΔE00" if low == high else f"sure to ±{low} to {high} ΔE00"


SHARED_DECK = "This deck belongs to all studios, so nobody changes it. Keep the colour as one of your own."
MY_WHITES = "My reference whites"
DECK_VIEWS = [("grid", "Swatches"), ("list", "List"), ("plane", "List beside the undertone plane")]
"""How the colours of decks are shown."""
ANY = "any"
NO_UNDERTONE = "none claimed"


def screen_caution(in_gamut: bool) -> str:
    out = "" if in_gamut else " This one lies outside what the screen can show; it is drawn less coloured than it is."
    return "A screen is not a paint sample." + out


IMPOSSIBLE_AS_PAINT = (
    "No paint can have this Lab: no surface reflects so much of one light. Check the signs, and which figure is which."
)
