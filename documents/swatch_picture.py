"""Swatches as a PNG of any size: white margins, captions, and the sRGB profile, so that every screen knows what is
meant."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass

from PIL import Image, ImageDraw

from web.lettering import INK, SOFT, cut, font_of, srgb, written

SIZES = {
    "1080×1350": (1_080, 1_350),
    "1080×1920": (1_080, 1_920),
    "1920×1080": (1_920, 1_080),
    "1200×630": (1_200, 630),
}
"""Sizes that are offered: upright, a phone filled, a screen, a preview."""
LEAST, MOST = 200, 4_000
"""Pixels that a side may have."""
MOST_SWATCHES = 24
_FULL, _SMALLEST = 0.32, 0.6
"""Height of a swatch, as a part of the shorter side, from which its caption has its full size; and the least of it."""
_MARGIN, _GAP = 0.055, 0.022
"""White round the picture and between swatches, as parts of its shorter side."""


@dataclass(frozen=True)
class Captioned:
    """A swatch: its screen value, its name, and a line below."""

    screen: str
    name: str
    caption: str = ""


def swatches_png(
    swatches: Sequence[Captioned], size: tuple[int, int], title: str = "", note: str = "", edge_to_edge: bool = False
) -> bytes:
    """Return swatches as large as they go as a PNG file, with a title above and a note at the foot.

    Those `edge_to_edge` stand side by side without a gap. Raises `ValueError` for no swatch, too many, or a size that
    is no picture's.
    """
    if not 0 < len(swatches) <= MOST_SWATCHES or not all(LEAST <= side <= MOST for side in size):
        raise ValueError(f"{len(swatches)} swatches, {size[0]} × {size[1]} pixels")
    width, height = size
    short = min(size)
    margin, gap = round(_MARGIN * short), 0 if edge_to_edge else round(_GAP * short)
    image = Image.new("RGB", size, "#ffffff")
    draw = ImageDraw.Draw(image)
    top, bottom = margin, height - margin
    if title:
        font = font_of("newsreader-latin", round(0.048 * short))
        top = written(draw, (margin, top), title, font, INK, width - 2 * margin) + gap + round(0.01 * short)
    if note:
        font = font_of("plex-sans-latin", round(0.02 * short))
        bottom -= round(0.028 * short)
        draw.text((margin, bottom), cut(note, font, width - 2 * margin), font=font, fill=SOFT)
        bottom -= round(0.01 * short)
    area = (margin, top, width - margin, bottom)
    columns = len(swatches) if edge_to_edge else _columns(len(swatches), area, gap)
    _draw_grid(draw, swatches, area, columns, gap, short)
    out = io.BytesIO()
    image.save(out, "PNG", optimize=True, icc_profile=srgb())
    return out.getvalue()


def _columns(count: int, area: tuple[int, int, int, int], gap: int) -> int:
    """Return in how many columns swatches are largest, for the shape of the area: nearest to square."""
    wide, high = area[2] - area[0], area[3] - area[1]

    def out_of_shape(columns: int) -> float:
        rows = -(-count // columns)
        cell = ((wide - gap * (columns - 1)) / columns, (high - gap * (rows - 1)) / rows)
        empty = columns * rows - count
        return abs(cell[0] / max(cell[1], 1) - 1.0) + 0.4 * empty

    return min(range(1, count + 1), key=out_of_shape)


def _draw_grid(
    draw: ImageDraw.ImageDraw, swatches: Sequence[Captioned], area: tuple[int, int, int, int], columns: int, gap: int,
    short: int,
) -> None:  # fmt: skip
    left, top, right, bottom = area
    rows = -(-len(swatches) // columns)
    cell_width = (right - left - gap * (columns - 1)) / columns
    cell_height = (bottom - top - gap * (rows - 1)) / rows
    part = short * max(min(1.0, cell_height / (_FULL * short)), _SMALLEST)  # captions shrink with what they are of
    below = round(0.098 * part) if any(swatch.name or swatch.caption for swatch in swatches) else 0
    name_font = font_of("plex-sans-latin", round(0.034 * part), 600)
    line_font = font_of("plex-sans-latin", round(0.027 * part))
    for i, board in enumerate(swatches):
        x, y = left + (i % columns) * (cell_width + gap), top + (i // columns) * (cell_height + gap)
        foot = y + cell_height - below
        draw.rectangle((round(x), round(y), round(x + cell_width) - 1, round(foot)), fill=board.screen)
        room = cell_width - 4
        draw.text((x, foot + 0.012 * part), cut(board.name, name_font, room), font=name_font, fill=INK)
        draw.text((x, foot + 0.056 * part), cut(board.caption, line_font, room), font=line_font, fill=SOFT)
