"""Writing on pictures: the studio's own letters, and a caption below what is drawn."""

from __future__ import annotations

import io
from functools import cache

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageCms, ImageDraw, ImageFont

from web.fonts import FONTS

INK, SOFT = "#161616", "#4f4f4f"
_CAPTION, _MARGIN = 0.1, 0.02
"""Height of a caption and the white round it, as parts of the picture's width."""


def captioned(image: NDArray[np.uint8], title: str, note: str) -> bytes:
    """Return pixels (height, width, 3) as a PNG file with a title and a note on white below them, marked as sRGB."""
    high, wide = image.shape[:2]
    below, margin = round(_CAPTION * wide), round(_MARGIN * wide)
    sheet = Image.new("RGB", (wide, high + below), "#ffffff")
    sheet.paste(Image.fromarray(image), (0, 0))
    draw = ImageDraw.Draw(sheet)
    fonts = font_of("newsreader-latin", round(0.03 * wide)), font_of("plex-sans-latin", round(0.018 * wide))
    draw.text((margin, high + margin), cut(title, fonts[0], wide - 2 * margin), font=fonts[0], fill=INK)
    draw.text((margin, high + round(0.062 * wide)), cut(note, fonts[1], wide - 2 * margin), font=fonts[1], fill=SOFT)
    out = io.BytesIO()
    sheet.save(out, "PNG", optimize=True, icc_profile=srgb())
    return out.getvalue()


def written(
    draw: ImageDraw.ImageDraw, at: tuple[int, int], text: str, font: ImageFont.FreeTypeFont, fill: str, width: int
) -> int:
    """Write a text in at most two lines, and return where it ends."""
    lines, line = [], ""
    for word in text.split():
        wider = f"{line} {word}".strip()
        if line and font.getlength(wider) > width:
            lines.append(line)
            line = word
        else:
            line = wider
    lines.append(line)
    step = round(1.18 * font.size)
    for i, one in enumerate(lines[:2]):
        draw.text((at[0], at[1] + i * step), cut(one, font, width), font=font, fill=fill)
    return at[1] + step * min(len(lines), 2)


def cut(text: str, font: ImageFont.FreeTypeFont, width: float) -> str:
    """Return as much of a text as stands in a width."""
    if font.getlength(text) <= width:
        return text
    while text and font.getlength(f"{text}…") > width:
        text = text[:-1]
    return f"{text.rstrip()}…" if text else ""


@cache
def font_of(name: str, size: int, weight: int = 400) -> ImageFont.FreeTypeFont:
    font = ImageFont.truetype(str(FONTS / f"{name}.woff2"), max(size, 8))
    font.set_variation_by_axes([weight])
    return font


@cache
def srgb() -> bytes:
    return ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
