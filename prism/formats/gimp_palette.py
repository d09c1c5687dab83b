"""GIMP palette (.gpl): red, green, blue and a name in each line. Screen values only."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import replace

from prism import words
from prism.formats.deck import DeckFile, DeckFileError, Entry, Problem, Tell, decode, told


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a palette; a name `code name` with a tab between keeps both."""
    lines = decode(data).splitlines()
    if not lines or lines[0].strip() != "GIMP Palette":
        raise DeckFileError(words.gpl_other())
    entries, problems = [], []
    for number, line in enumerate(told(lines[1:], tell), start=2):
        clean = line.strip()
        if not clean or clean.startswith(("#", "Name:", "Columns:")):
            continue
        parts = clean.split(None, 3)
        try:
            red, green, blue = (int(part) for part in parts[:3])
        except ValueError:
            problems.append(Problem(number, "", words.gpl_numbers(clean)))
            continue
        if not all(0 <= v <= 255 for v in (red, green, blue)):
            problems.append(Problem(number, "", words.gpl_numbers(clean)))
            continue
        label = parts[3] if len(parts) > 3 else f"#{red:02X}{green:02X}{blue:02X}"
        code, tab, name = label.partition("\t")
        entries.append(
            Entry(number, code.strip(), (name if tab else code).strip(), hex=f"#{red:02X}{green:02X}{blue:02X}")
        )
    times = Counter(entry.code for entry in entries)
    # most palettes leave many colours without a name of their own, "Untitled"; the value then tells them apart
    named = [replace(e, code=f"{e.code} {e.hex}") if times[e.code] > 1 else e for e in entries]
    return DeckFile(named, problems)


def write(entries: Sequence[Entry], title: str = "Gentle Prism") -> str:
    """Return a palette of the entries' screen colours."""
    lines = ["GIMP Palette", f"Name: {' '.join(title.split())}", "Columns: 7", "#"]
    for entry in entries:
        shown = entry.hex or entry.colour().screen
        red, green, blue = (int(shown[i : i + 2], 16) for i in (1, 3, 5))
        label = "\t".join(" ".join(text.split()) for text in (entry.code, entry.name))
        lines.append(f"{red:3d} {green:3d} {blue:3d}\t{label}")
    return "\n".join([*lines, ""])
