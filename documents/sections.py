"""A section of a document: sentences, and what stands with them."""

from __future__ import annotations

import base64
from collections.abc import Callable
from dataclasses import dataclass, field

from django.utils.safestring import SafeString

from prism import words

FIRST, EVIDENCE = "first", "evidence"


@dataclass(frozen=True)
class BoardShown:
    """A board in a document: its screen value, name, and what stands under it."""

    screen: str
    name: str
    caption: str


@dataclass(frozen=True)
class Row:
    """A row of a table: the colour it is about, its cells, and a word under the second of them."""

    screen: str
    cells: tuple[str, ...]
    under: str = ""


@dataclass(frozen=True)
class RoomPicture:
    """A room drawn: which moment it shows, the address of its picture for who is signed in, what makes the file for
    a link, and what makes the one that is set in a page."""

    title: str
    address: str
    png: Callable[[], bytes]
    jpeg: Callable[[], bytes]

    @property
    def in_place(self) -> str:
        """The picture itself as an address, for a page that fetches nothing."""
        return f"data:image/jpeg;base64,{base64.b64encode(self.jpeg()).decode()}"


@dataclass(frozen=True)
class SitePhoto:
    """A photograph of the room as it is: the address for who is signed in, what makes the file, and what it shows."""

    address: str
    jpeg: Callable[[], bytes]
    caption: str

    @property
    def in_place(self) -> str:
        """The picture itself as an address, for a page that fetches nothing."""
        return f"data:image/jpeg;base64,{base64.b64encode(self.jpeg()).decode()}"


@dataclass(frozen=True)
class Pair:
    """Two colours edge to edge: the one that is recommended and another, with its name and label."""

    own: str
    other: str
    name: str
    label: str


@dataclass(frozen=True)
class Section:
    """A section as it is computed: its key, its title, on which page it stands, sentences, and what stands with them.

    Of pictures and pairs, the first is told by the first sentence, and so on.
    """

    key: str
    title: str
    page: str
    lines: list[str]
    drawing: SafeString = field(default_factory=SafeString)
    boards: list[BoardShown] = field(default_factory=list)
    heads: tuple[str, ...] = words.consultation.CONSULTATION_HEADS
    rows: list[Row] = field(default_factory=list)
    pictures: list[RoomPicture] = field(default_factory=list)
    pairs: list[Pair] = field(default_factory=list)
    photos: list[SitePhoto] = field(default_factory=list)

    @property
    def has_more(self) -> bool:
        """Whether there is anything to show beside sentences."""
        return bool(self.boards or self.rows or self.pictures or self.pairs or self.photos or self.proportions)

    @property
    def beside(self) -> SafeString:
        return self.drawing if self.key not in ("light", "colours") else SafeString("")

    @property
    def strip(self) -> SafeString:
        return self.drawing if self.key == "light" else SafeString("")

    @property
    def proportions(self) -> SafeString:
        """The field of colours in their proportions."""
        return self.drawing if self.key == "colours" else SafeString("")
