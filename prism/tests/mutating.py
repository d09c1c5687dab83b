"""Files spoilt by chance and by grammar, for the readers of every format: nothing but what a reader says it raises may
come of them, and soon. A few seconds of it are tests; `python -m prism.tests.mutating COUNT` goes on for a night.
"""

from __future__ import annotations

import json
import sys
import time
import warnings
from collections.abc import Callable, Iterator
from copy import deepcopy
from dataclasses import dataclass

import numpy as np

from prism import demo, method
from prism.formats import cgats, cxf, deck_csv, deck_json, deck_xlsx, gimp_palette, reflectance_csv, room_json
from prism.formats import tint_system as tint_files
from prism.formats.deck import DeckFileError, Entry, grid_of
from prism.formats.reflectance_csv import text_of
from prism.formats.tint_system import TintSystemError
from prism.light.checks import RoomError
from prism.method import MethodError
from prism.spectrum import BANDS
from prism.stimulus import IntakeError

SLOWEST = 2.0
"""Seconds that reading a small file may take."""
TOKENS = [
    b"", b"\0", b"\r", b"\x1b[2J", b"\xff\xfe", b"\xed\xa0\x80", "\u202e".encode(), "\u200b".encode(), "٣".encode(),
    "½".encode(), b"1e308", b"-1e999", b"NaN", b"Infinity", b"9" * 4300, b"null", b"true", b"[" * 300, b"{\"a\":" * 200,
    b'"', b"=HYPERLINK(\"x\")", b"\\ud800", b"-", b",,,,", b";", b"\t", b"<!DOCTYPE a [<!ENTITY b \"c\">]>", b"&b;",
    b"0x10", b"1_0", b"a" * 5_000,
]  # fmt: skip


@dataclass(frozen=True)
class Reader:
    """A reader of files: what it reads of a file's bytes, what it may raise, and a file that is sound."""

    name: str
    read: Callable[[bytes], object]
    raises: type[ValueError]
    sound: bytes


BANDS_AT = tuple(float(nm) for nm in BANDS)


def readers() -> list[Reader]:
    """Return every reader the core has."""
    deck = [
        Entry(
            line=i, code=one.code, name=one.name, maker=one.maker, strip=one.strip, lab=one.colour.lab,
            reflectance=one.colour.reflectance, wavelengths=BANDS_AT if one.colour.reflectance else None,
            recipe_base=one.recipe.base, recipe=tuple(one.recipe.amounts.items()),
        )
        for i, one in enumerate(demo.deck()[:12], 1)
    ]  # fmt: skip
    grid = grid_of(deck)
    written: dict[str, tuple[Callable[[bytes], object], bytes]] = {
        "csv": (deck_csv.read, deck_csv.write(deck).encode()),
        "json": (deck_json.read, "".join(deck_json.pieces(deck)).encode()),
        "xlsx": (deck_xlsx.read, deck_xlsx.write(deck)),
        "cgats": (cgats.read, "".join(cgats.pieces(deck, len(deck), grid)).encode()),
        "cxf": (cxf.read, "".join(cxf.pieces(deck)).encode()),
        "gpl": (gimp_palette.read, "".join(gimp_palette.pieces(deck)).encode()),
    }
    found = [Reader(name, read, DeckFileError, sound) for name, (read, sound) in written.items()]
    spectra = np.array([one.colour.reflectance for one in demo.deck() if one.colour.reflectance][:3])
    found.append(
        Reader(
            "reflectance",
            lambda data: reflectance_csv.read(text_of(data)),
            IntakeError,
            reflectance_csv.write(spectra).encode(),
        )
    )
    found.append(Reader("room", room_json.read, RoomError, json.dumps(ROOM).encode()))
    found.append(Reader("tint system", tint_files.read, TintSystemError, tint_files.write(demo.tint_system()).encode()))
    table = json.dumps(method.table_of(method.DEFAULT)).encode()
    found.append(Reader("method", _method, MethodError, table))
    return found


ROOM = {
    "place": {"latitude": 57.2, "longitude": -2.1, "zone": "Europe/London"},
    "size": {"width": 4.2, "depth": 3.6, "height": 2.6},
    "turn": 12.0,
    "windows": [{"wall": "north", "width": 1.2, "height": 1.4, "sill": 0.9, "along": 1.0}],
    "lamps": [{"count": 2, "lumens": 800, "kelvin": 2700, "kind": "led", "rendering": 80}],
    "surfaces": {"floor": "material:oak-fresh"},
}


def _method(data: bytes) -> object:
    """Build an own method of what a form would hand on: a table of texts and numbers."""
    try:
        table = json.loads(data)
    except (ValueError, RecursionError):
        return None
    return method.build("own", table)


def spoilt(sound: bytes, rng: np.random.Generator) -> bytes:
    """Return a file with some of its bytes changed, cut, doubled or filled with what nobody means; of JSON values."""
    if sound[:1] in b"{[" and rng.random() < 0.5:
        return other_values(sound, rng)
    data = bytearray(sound)
    for _ in range(int(rng.integers(1, 5))):
        at, size = int(rng.integers(0, len(data) + 1)), int(rng.integers(0, 40))
        what = rng.integers(0, 6)
        if what == 0:
            data[at : at + 1] = bytes([int(rng.integers(0, 256))])
        elif what == 1:
            del data[at : at + size]
        elif what == 2:
            data[at:at] = data[at : at + size] * int(rng.integers(1, 4))
        elif what == 3:
            del data[at:]
        else:
            data[at : at + (size if what == 4 else 0)] = TOKENS[int(rng.integers(0, len(TOKENS)))]
    return bytes(data)


ODD = [
    None,
    True,
    -1,
    0,
    10**14,
    1e308,
    -1e-320,
    "",
    "x",
    "²",
    "=1+1",
    "\x00\u202e",
    [],
    {},
    [[]],
    {"a": 1},
    [1] * 70,
    "9" * 99,
]


def other_values(sound: bytes, rng: np.random.Generator) -> bytes:
    """Return JSON with one or two of its values replaced by others, left out or doubled."""
    held = json.loads(sound)
    for _ in range(int(rng.integers(1, 3))):
        places = list(_places(held))
        if not places:
            break
        inside, key = places[int(rng.integers(0, len(places)))]
        if rng.random() < 0.2:
            del inside[key]
        else:
            inside[key] = deepcopy(ODD[int(rng.integers(0, len(ODD)))])
    return json.dumps(held).encode()


def _places(held: object) -> Iterator[tuple[object, object]]:
    keys = held.items() if isinstance(held, dict) else enumerate(held) if isinstance(held, list) else ()
    for key, value in list(keys):
        yield held, key
        yield from _places(value)


def attack(reader: Reader, count: int, seed: int) -> tuple[int, float, list[str]]:
    """Read spoilt files; return how many were read all the same, the slowest, s, and what went wrong."""
    rng, kept, slowest, wrong = np.random.default_rng(seed), 0, 0.0, []
    for number in range(count):
        data, begun = spoilt(reader.sound, rng), time.perf_counter()
        try:
            with warnings.catch_warnings(action="ignore"):  # of the package that reads CxF
                reader.read(data)
            kept += 1
        except reader.raises:
            pass
        except Exception as other:
            wrong.append(f"{reader.name} {seed}/{number}: {type(other).__name__}: {str(other)[:120]}")
        took = time.perf_counter() - begun
        slowest = max(slowest, took)
        if took > SLOWEST:
            wrong.append(f"{reader.name} {seed}/{number}: {took:.1f} s")
    return kept, slowest, wrong


def main() -> None:
    """Go on until so many files were read, and print what went wrong."""
    wanted, done, seed = int(sys.argv[1]) if len(sys.argv) > 1 else 10_000, 0, int(time.time())
    each, faults = readers(), 0
    while done < wanted:
        for reader in each:
            kept, slowest, wrong = attack(reader, 200, seed)
            done, faults = done + 200, faults + len(wrong)
            for line in wrong:
                print(line, flush=True)
            print(f"{done}  {reader.name}: {kept} of 200 read, slowest {slowest:.2f} s, {faults} faults", flush=True)
        seed += 1


if __name__ == "__main__":
    main()
