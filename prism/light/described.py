"""A room in a sentence: its size, which way it looks, where it is, what stays in it, and its lamps.

What a sentence leaves out is supposed as such rooms usually are, and said to be.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass, field, replace

from prism.language import DEFAULT, by_saying, table
from prism.light.materials import named, nearest_names
from prism.light.room import COMPASS, WALLS, Lamp, Window
from prism.messages.text import capital
from prism.typed import any_of

HEIGHT = 2.5
PANE, SILL, HEAD = 1.3, 0.9, 0.2
"""Height of a usual pane, of its sill, and of the wall that is left above it, m."""
GLASS = 0.15
"""Part of the floor's area that windows have where nobody says: more than rules ask for, less than a bright room."""
WIDEST, NARROWEST = 0.9, 0.4
"""Part of a wall that windows take at most, and the least width of one, m."""
SIZED = {"large": 1.5, "big": 1.5, "tall": 1.3, "wide": 1.4, "small": 0.5, "narrow": 0.6}
"""How much more glass than usual a window has that is called so."""
PER_LAMP = 4.0
"""m² of floor for each lamp of 800 lm where nobody counts them."""
LONGEST = 600
FOOT = 0.3048
_FIGURE = r"(\d+(?:[.,]\d+)?)"
_UNIT = r"\s*(m\b|metres?\b|meters?\b|cm\b|ft\b|feet\b|foot\b|['′](?!\w))?"
_TIMES = r"\s*(?:x|×|by)\s*"


class DescribedError(ValueError):
    """A sentence that no room can be made of: `kind` says why (`size`, `material`), `what` is the piece that is wrong,
    `near` what might have been meant."""

    def __init__(self, kind: str, what: str = "", near: tuple[str, ...] = ()) -> None:
        super().__init__(what or kind)
        self.kind, self.what, self.near = kind, what, near


@dataclass(frozen=True)
class Stays:
    """Something fixed: its kind, name, the key of its material or a colour as it was written, m², and where it is."""

    kind: str
    name: str
    material: str
    area: float
    on: str


@dataclass(frozen=True)
class Described:
    """What a sentence says of a room, in metres.

    `surfaces` are materials by side; `facing` a direction of the compass, empty for none; `supposed` names what nobody
    said (`height`, `facing`, `window`, `lamps`), and `unread` holds the pieces that were not understood.
    """

    name: str
    size: tuple[float, float, float]
    rotation_deg: float
    windows: tuple[Window, ...]
    lamps: tuple[Lamp, ...]
    surfaces: dict[str, str] = field(default_factory=dict)
    stays: tuple[Stays, ...] = ()
    town: str = ""
    facing: str = ""
    supposed: tuple[str, ...] = ()
    unread: tuple[str, ...] = ()


def described(
    text: str, feet: bool = False, is_colour: Callable[[str], bool] | None = None, language: str = DEFAULT
) -> Described:
    """Return the room that a sentence describes; figures without a unit are feet if so wanted.

    `is_colour` says whether a text that is no material of the library is a colour. Raises `DescribedError` for a
    sentence without a size, and for something of which nobody knows what it is made.

    >>> room = described("north bedroom 3.6 × 4.2, oak floor, 2700 K")
    >>> room.name, room.size, room.windows[0].wall, room.surfaces
    ('North bedroom', (3.6, 4.2, 2.5), 'north', {'floor': 'oak'})
    """
    return _Sentence(text, feet, is_colour, language).read()


class _Sentence:
    """A sentence from which what is understood is taken away, piece by piece."""

    def __init__(self, text: str, feet: bool, is_colour: Callable[[str], bool] | None, language: str) -> None:
        self.left = f" {' '.join(text[:LONGEST].replace('’', chr(39)).split())} "
        self.feet, self.is_colour, self.words = feet, is_colour, table(language)["room"]
        self.counts = by_saying(self.words["numbers"])
        self.supposed: list[str] = []

    def read(self) -> Described:
        town = self._town()
        burning = self._take(rf"\b{_FIGURE} ?k\b")
        pane = self._take(rf"\bwindows? (?:of )?{_FIGURE}{_UNIT}{_TIMES}{_FIGURE}{_UNIT}")
        sized = (self._metres(pane[1], pane[2] or pane[4]), self._metres(pane[3], pane[4])) if pane else None
        size = self._size()
        name = self._name()
        facing = self._facing()
        windows = self._windows(facing, size, sized)
        lamps = self._lamps(float(burning[1].replace(",", ".")) if burning else None, size[0] * size[1])
        surfaces, stays = self._pieces()
        turn = COMPASS[facing] % 90 if facing else 0.0
        described = Described(name, size, turn, windows, lamps, surfaces, stays, town, facing, tuple(self.supposed))
        return replace(described, unread=self._unread())

    def _take(self, pattern: str, ignore: int = re.IGNORECASE) -> re.Match[str] | None:
        """Return the first match, taken away; None for none."""
        match = re.search(pattern, self.left, ignore)
        if match:
            self.left = f"{self.left[: match.start()]} , {self.left[match.end() :]}"
        return match

    def _metres(self, figure: str, unit: str | None) -> float:
        value, told = float(figure.replace(",", ".")), (unit or "").casefold()
        if told == "cm":
            return value / 100
        return value * FOOT if told.startswith(("f", "'", "′")) or (not told and self.feet) else value

    def _size(self) -> tuple[float, float, float]:
        match = self._take(rf"\b{_FIGURE}{_UNIT}{_TIMES}{_FIGURE}{_UNIT}(?:{_TIMES}{_FIGURE}{_UNIT})?")
        if match is None:
            raise DescribedError("size")
        unit = match[2] or match[4] or match[6]
        width, depth = self._metres(match[1], unit), self._metres(match[3], unit)
        if match[5]:
            return width, depth, self._metres(match[5], unit)
        high = self._take(rf"\b{_FIGURE}{_UNIT} (?:high|tall|ceilings?)\b")
        if high:
            return width, depth, self._metres(high[1], high[2])
        self.supposed.append("height")
        return width, depth, HEIGHT

    def _town(self) -> str:
        """Return the name after "in": words with capital letters, and a country of two letters after a comma."""
        name = r"([^\W\d_a-z][\w'.-]*(?:[ -][^\W\d_a-z][\w'.-]*)*(?:, [A-Z]{2}\b)?)"
        match = self._take(self.words["place"] + name, ignore=0)
        return match[1] if match else ""

    def _name(self) -> str:
        """Return what the room is called: its kind, with the way it looks and the word straight before it."""
        way, kinds = any_of(COMPASS), any_of(self.words["rooms"])
        match = re.search(rf"\b((?:{way}) )?((?:[\w']+ )?)({kinds})\b", self.left, re.IGNORECASE)
        if match is None:
            return ""
        before = match[2].strip()
        kept = before if before and not self._is_known(before) else ""
        # the direction stays in the text, since it says which way the room looks
        self.left = f"{self.left[: match.start(2 if kept else 3)]} , {self.left[match.end() :]}"
        name = " ".join(f"{match[1] or ''}{kept} {match[3]}".split())
        return capital(name)

    def _is_known(self, word: str) -> bool:
        plain = word.casefold() in self.words["filler"] or re.fullmatch(self.words["faces"], word, re.IGNORECASE)
        return bool(plain) or named(word) is not None

    def _facing(self) -> str:
        match = self._take(self.words["faces"])
        if match is None:
            self.supposed.append("facing")
            return ""
        way = match[1].casefold()
        return way if way in COMPASS else re.sub(r"^(north|south)", r"\1-", way)

    def _windows(
        self, facing: str, size: tuple[float, float, float], sized: tuple[float, float] | None
    ) -> tuple[Window, ...]:
        """Return windows in the wall that looks that way: of the size that is written, else as much glass as usual."""
        width, depth, height = size
        wall = WALLS[int(COMPASS[facing] // 90)] if facing else "north"
        told = self._take(self.words["windows"])
        number, how = ((told[1] or "one").casefold(), (told[2] or "").strip().casefold()) if told else ("one", "")
        count = max(1, int(self.counts.get(number, number)))
        across, up = sized or (0.0, 0.0)
        if not sized:
            if told is None:
                self.supposed.append("window")
            up = max(min(PANE * SIZED["tall"] if how == "tall" else PANE, height - SILL - HEAD), 0.3)
            across = max(GLASS * width * depth * SIZED.get(how, 1.0) / count / up, NARROWEST)
        along = width if wall in ("north", "south") else depth
        across = min(across, WIDEST * along / count)
        sill = max(0.0, min(SILL, height - HEAD - up))
        return tuple(Window(wall, round(across, 2), round(up, 2), round(sill, 2)) for _ in range(count))

    def _lamps(self, kelvin: float | None, area: float) -> tuple[Lamp, ...]:
        told = self._take(self.words["lamps"])
        if told is None or kelvin is None:
            self.supposed.append("lamps")
        number = told[1].casefold() if told else ""
        lamp = Lamp(count=int(self.counts.get(number, number)) if told else max(1, round(area / PER_LAMP)))
        return (replace(lamp, kelvin=kelvin) if kelvin else lamp,)

    def _pieces(self) -> tuple[dict[str, str], tuple[Stays, ...]]:
        """Return the sides and the things that stay, each with its material."""
        sides, kinds = by_saying(self.words["sides"]), self.words["stays"]
        surfaces: dict[str, str] = {}
        stays = []
        for piece in re.split(r",|;|\band\b|\bwith\b", self.left):
            match = re.search(rf"^\s*(?:an?\s|the\s)?(.*?)\b({any_of([*sides, *kinds])})\s*$", piece, re.IGNORECASE)
            carpet = named(piece)
            if match is None and not (carpet and "carpet" in carpet.key):
                continue
            self.left = self.left.replace(piece, " ", 1)
            if match is None:
                surfaces["floor"] = carpet.key if carpet else ""
                continue
            of, noun = match[1].strip(), match[2].casefold()
            if noun in sides:
                surfaces[sides[noun]] = self._material(of, noun)
            else:
                kind, on, area = kinds[noun]
                name = f"{of} {noun}".strip()
                stays.append(Stays(kind, capital(name), self._material(of, noun), area, on))
        return surfaces, tuple(stays)

    def _material(self, text: str, noun: str) -> str:
        tiled = f"{text} tile" if noun in ("tiles", "tiling", "splashback") else text
        for way in (tiled, text, text.rstrip("s"), f"{text} paint"):
            if way and (material := named(way)):
                return material.key
        if text and self.is_colour and self.is_colour(text):
            return text
        raise DescribedError("material", f"{text} {noun}".strip(), tuple(nearest_names(text or noun)))

    def _unread(self) -> tuple[str, ...]:
        pieces = [" ".join(piece.split()) for piece in re.split(r"[,;.]", self.left)]
        filler = set(self.words["filler"])
        return tuple(piece for piece in pieces if any(word.casefold() not in filler for word in piece.split()))
