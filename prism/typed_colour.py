"""A colour as people type or paste it: a screen value, three figures of RGB, or Lab."""

from __future__ import annotations

import re

from prism import screen
from prism.numbers import parse
from prism.stimulus import IntakeError, Stimulus, from_hex, from_lab

_FIGURE = r"[-+−]?\d+(?:[.,]\d+)?"
_GAP = r"(?:\s*[;/|]\s*|\s*,\s+|\s+)"
_HEX = r"#[0-9a-f]{6}(?!\w)|#[0-9a-f]{3}(?!\w)|(?=[a-f]*\d)(?=\d*[a-f])[0-9a-f]{6}(?!\w)"
_RGB = (
    rf"rgba?\s*\(?\s*{_FIGURE}%?(?:\s*[,;]\s*|\s+){_FIGURE}%?(?:\s*[,;]\s*|\s+){_FIGURE}%?(?:\s*[,/]\s*{_FIGURE}%?)?\s*\)?"
    rf"|r\s*[:=]?\s*{_FIGURE}[,;]?\s*g\s*[:=]?\s*{_FIGURE}[,;]?\s*b\s*[:=]?\s*{_FIGURE}"
)
_LAB = (
    rf"(?:cie\s?)?lab\s*[(:]?\s*{_FIGURE}%?(?:\s*[,;]\s+|\s*;\s*|\s+){_FIGURE}(?:\s*[,;]\s+|\s*;\s*|\s+){_FIGURE}\s*\)?"
    rf"|(?:cie\s?)?lab\s*[(:]?\s*[-+−]?\d+(?:\.\d+)?\s*,\s*[-+−]?\d+(?:\.\d+)?\s*,\s*[-+−]?\d+(?:\.\d+)?\s*\)?"
    rf"|l\*?\s*[:=]?\s*{_FIGURE}[,;]?\s*a\*?\s*[:=]?\s*{_FIGURE}[,;]?\s*b\*?\s*[:=]?\s*{_FIGURE}"
)
_BARE = rf"{_FIGURE}{_GAP}{_FIGURE}{_GAP}{_FIGURE}|\d{{1,3}},\d{{1,3}},\d{{1,3}}"
NAMED = re.compile(rf"(?<![\w#])(?:(?P<hex>{_HEX})|(?P<rgb>{_RGB})|(?P<lab>{_LAB}))", re.IGNORECASE)
"""A colour whose kind is written with it, anywhere in a text."""
WHOLE = re.compile(rf"{NAMED.pattern}|(?P<bare>{_BARE})", re.IGNORECASE)
"""The same, or three figures alone."""
MOST = 120


def typed(text: str) -> Stimulus | None:
    """Return the colour that a whole text is; None where it is none.

    Three figures alone are RGB where all are whole and 0 to 255, or all lie between 0 and 1; otherwise Lab.

    >>> [typed(text).screen for text in ("#BFB8A5", "191 184 165", "rgb(191, 184, 165)")]
    ['#BFB8A5', '#BFB8A5', '#BFB8A5']
    >>> typed("74,9 -0,8 10,9").lab, typed("slate blue")
    ((74.9, -0.8, 10.9), None)
    """
    match = WHOLE.fullmatch(text.strip()) if len(text) <= MOST else None
    return _colour(match) if match else None


def found_in(text: str) -> tuple[Stimulus, str] | None:
    """Return the first colour that is named as one in a text, and how it was written; None for none."""
    match = NAMED.search(text)
    colour = _colour(match) if match else None
    return (colour, match[0].strip()) if match and colour else None


def named(colour: Stimulus) -> str:
    """Return what a colour that was typed is called: its screen value, or its Lab.

    >>> named(typed("191 184 165")), named(typed("Lab 74.9 -0.8 10.9"))
    ('#BFB8A5', 'Lab 74.9 −0.8 10.9')
    """
    if colour.provenance == "screen":
        return colour.screen
    return "Lab " + " ".join(f"{value:.2f}".rstrip("0").rstrip(".").replace("-", "−") for value in colour.lab)


def pieces(text: str) -> list[str]:
    """Return a list that a person typed, at its commas; those within a colour part nothing.

    >>> pieces("H16.3, 191, 184, 165, Vellum Bearing")
    ['H16.3', '191, 184, 165', 'Vellum Bearing']
    """
    lines: list[str] = []

    def put(match: re.Match[str]) -> str:
        lines.append(match[0])
        return f"\0{len(lines) - 1}\0"

    within = re.compile(rf"{NAMED.pattern}|(?<![\w.])(?:\d{{1,3}},\s?\d{{1,3}},\s?\d{{1,3}})(?![\w.])", re.IGNORECASE)
    masked = within.sub(put, text.replace("\0", " "))
    parts = [part.strip() for part in re.split(r"[,;]", masked)]
    return [re.sub("\0(\\d+)\0", lambda m: lines[int(m[1])], part) for part in parts if part]


def _colour(match: re.Match[str]) -> Stimulus | None:
    kind = match.lastgroup
    try:
        if kind == "hex":
            code = match[0].lstrip("#")
            return from_hex("".join(c * 2 for c in code) if len(code) == 3 else code)
        text = match[0].replace("−", "-")
        figures = [parse(figure.replace(",", ".")) for figure in re.findall(_figures(text), text)][:3]
        if kind == "lab":
            return from_lab(figures)
        percent = "%" in text
        whole = all(value == int(value) and 0 <= value <= 255 for value in figures)
        unit = all(0 <= value <= 1 for value in figures) and any(value != int(value) for value in figures)
        if kind == "bare" and not (whole or unit):
            return from_lab(figures)
        most = 100 if percent else 1 if unit else 255
        if not all(0 <= value <= most for value in figures):
            return None
        return from_hex(screen.to_hex([[value / most for value in figures]])[0])
    except (IntakeError, ValueError):
        return None


def _figures(text: str) -> str:
    """Return the pattern of the figures in a text: a comma straight between digits is a decimal one only where blanks,
    semicolons or letters part the figures."""
    lettered = re.search(r"\d\s*[,;]?\s*[agb]\*?\s*[:=]?\s*[-+]?\d", text, re.IGNORECASE)
    parted = lettered or len(re.findall(r"(?<=\d)(?:\s*;\s*|\s*,\s+|\s+)(?=[-+\d])", text)) >= 2
    return r"[-+]?\d+(?:[.,]\d+)?" if parted else r"[-+]?\d+(?:\.\d+)?"
