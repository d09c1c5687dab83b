"""GIMP palette (.gpl): red, green, blue and a name in each line. Screen values only."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from prism import messages
from prism.formats.deck import MAX_BYTES, Budget, DeckFile, DeckFileError, Entry, Problem, Tell, as_deck, lines_in
from prism.formats.text import lines_of


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a palette; a name `code name` with a tab between keeps both."""
    with as_deck():
        return _read(lines_of(data, MAX_BYTES, messages.faults.FEWER_COLOURS), Budget(lines_in(data), tell))


def _read(lines: Iterator[str], budget: Budget) -> DeckFile:
    if next(lines, "").strip() != "GIMP Palette":
        raise DeckFileError(messages.files.GPL_OTHER)
    entries, problems = [], []
    for number, line in enumerate(budget.over(lines), start=2):
        clean = line.strip()
        if not clean or clean.startswith(("#", "Name:", "Columns:")):
            continue
        parts = clean.split(None, 3)
        try:
            red, green, blue = (int(part) for part in parts[:3])
        except ValueError:
            problems.append(Problem(number, "", messages.files.gpl_numbers(clean)))
            continue
        if not all(0 <= v <= 255 for v in (red, green, blue)):
            problems.append(Problem(number, "", messages.files.gpl_numbers(clean)))
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


def pieces(entries: Iterable[Entry]) -> Iterator[str]:
    """Yield a palette of the entries' screen colours, line by line."""
    yield "GIMP Palette\nName: Gentle Prism\nColumns: 7\n#\n"
    for entry in entries:
        shown = entry.hex or entry.stimulus().screen
        red, green, blue = (int(shown[i : i + 2], 16) for i in (1, 3, 5))
        label = "\t".join(" ".join(text.split()) for text in (entry.code, entry.name))
        yield f"{red:3d} {green:3d} {blue:3d}\t{label}\n"


def write(entries: Sequence[Entry]) -> str:
    return "".join(pieces(entries))
