"""CxF3 (ISO 17972-1) XML: objects with reflectance, Lab or sRGB values. Made safe before the package sees it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from prism import words
from prism.colour import Specular
from prism.formats.deck import MAX_BYTES, DeckFile, DeckFileError, Entry, EntryError, Problem, Tell, told

DATED = "2026-01-01T00:00:00Z"
"""Files are dated alike, so that the same deck is always written to the same bytes."""


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a CxF3 file; objects count as lines.

    External references, entities and document types are refused outright. Of several Lab values the first is taken
    whose illuminant and observer are known here.
    """
    if len(data) > MAX_BYTES:
        raise DeckFileError(words.deck_too_large(MAX_BYTES, len(data)))
    import colour_cxf
    from defusedxml import DefusedXmlException
    from defusedxml.ElementTree import ParseError, fromstring

    try:
        fromstring(data, forbid_dtd=True, forbid_entities=True, forbid_external=True)
    except ParseError as wrong:
        raise DeckFileError(words.xml_broken(str(wrong))) from None
    except DefusedXmlException:
        raise DeckFileError(words.xml_unsafe()) from None
    except (ValueError, LookupError) as wrong:  # encodings that do not exist, or do not hold
        raise DeckFileError(words.xml_broken(str(wrong))) from None
    try:
        whole = colour_cxf.read_cxf(data)
    except Exception as wrong:  # the package raises many kinds for XML that is something else
        raise DeckFileError(words.cxf_other(type(wrong).__name__)) from None
    resources = whole.resources
    if resources is None or resources.object_collection is None:
        raise DeckFileError(words.cxf_other("no objects"))
    collection = resources.color_specification_collection
    specifications = {spec.id: spec for spec in (collection.color_specification if collection else [])}
    entries, problems = [], []
    for number, item in enumerate(told(resources.object_collection.object_value, tell), start=1):
        try:
            entries.append(_entry(number, item, specifications))
        except EntryError as bad:
            problems.append(Problem(number, bad.column, str(bad)))
        except (ValueError, TypeError, OverflowError) as wrong:
            # the package hands on what it cannot convert as it stands in the file
            problems.append(Problem(number, "ColorValues", words.cxf_value(str(wrong))))
    return DeckFile(entries, problems)


def _entry(number: int, item: Any, specifications: dict[str | None, Any]) -> Entry:
    name = (item.name or "").strip()
    code = (item.id or "").strip() or name
    if not code:
        raise EntryError("Name", words.entry_nameless())
    found: dict[str, Any] = {}
    for value in item.color_values.choice if item.color_values else []:
        spec = specifications.get(getattr(value, "color_specification", None))
        kind = type(value).__name__
        if kind == "ReflectanceSpectrum" and "reflectance" not in found:
            start, step = _grid(value, spec)
            found["reflectance"] = tuple(float(v) for v in value.value)
            found["specular"] = _specular(spec)
            found["wavelengths"] = tuple(float(start + step * i) for i in range(len(value.value)))
        elif kind == "ColorCielab" and "lab" not in found:
            convention = _convention(spec)
            if convention and None not in (value.l, value.a, value.b):
                found |= {"lab": (float(value.l), float(value.a), float(value.b)), "convention": convention}
        elif kind == "ColorSrgb" and "hex" not in found and None not in (value.r, value.g, value.b):
            rgb = [int(v) for v in (value.r, value.g, value.b)]
            if all(0 <= v <= 255 for v in rgb):
                found["hex"] = "#{:02X}{:02X}{:02X}".format(*rgb)
    if not found:
        raise EntryError("ColorValues", words.no_numbers())
    return Entry(line=number, code=code, name=name or code, **found)


def _grid(value: Any, spec: Any) -> tuple[int, int]:
    measured = spec.measurement_spec.wavelength_range if spec and spec.measurement_spec else None
    start = value.start_wl or (measured.start_wl if measured else None) or 380
    return int(start), int((measured.increment if measured else None) or 10)


def _specular(spec: Any) -> Specular | None:
    """Return how a sphere measured the reflectance; None for other geometries."""
    geometry = spec.measurement_spec.geometry_choice if spec and spec.measurement_spec else None
    stated = str(getattr(geometry, "choice", ""))
    return next((one for one in Specular if one.name in stated.upper()), None)


def _convention(spec: Any) -> str:
    """Return `lab` or `lab50` for the two conventions known here, else nothing."""
    stated = spec.tristimulus_spec if spec else None
    lamp = getattr(getattr(stated, "illuminant_or_custom_illuminant", None), "value", None)
    observer = getattr(getattr(stated, "observer", None), "value", None)
    pair = (getattr(lamp, "value", ""), getattr(observer, "value", ""))
    return {("D65", "10_Degree"): "lab", ("D50", "2_Degree"): "lab50"}.get(pair, "")


def write(entries: Sequence[Entry]) -> bytes:
    """Return a CxF3 file with Lab (D65/10°), sRGB and, where there is one, the reflectance of each entry."""
    import colour_cxf
    from colour_cxf import cxf3
    from xsdata.models.datatype import XmlDateTime

    dated = cxf3.CreationDate(XmlDateTime.from_string(DATED))
    grids: dict[tuple[int, int, Specular | None], str] = {}
    objects = []
    for entry in entries:
        colour = entry.colour()
        first, step = (400, 10)
        if entry.wavelengths and len(entry.wavelengths) > 1:
            first, step = int(entry.wavelengths[0]), int(entry.wavelengths[1] - entry.wavelengths[0])
        specification = grids.setdefault((first, step, entry.specular), f"CS{len(grids) + 1}")
        shown = entry.hex or colour.screen
        red, green, blue = (int(shown[i : i + 2], 16) for i in (1, 3, 5))
        values: list[Any] = [
            cxf3.ColorCielab(*(round(v, 5) for v in colour.lab), color_specification=specification),
            cxf3.ColorSrgb(r=red, g=green, b=blue, color_specification=specification),
        ]
        if entry.reflectance:
            rounded = [round(v, 7) for v in entry.reflectance]
            values.insert(0, cxf3.ReflectanceSpectrum(rounded, start_wl=first, color_specification=specification))
        objects.append(
            cxf3.Object(
                creation_date=dated,
                color_values=cxf3.ColorValues(values),
                object_type="Standard",
                name=" ".join(entry.name.split()),
                id=entry.code,
            )
        )
    whole = cxf3.CxF(
        file_information=cxf3.FileInformation(creator="Gentle Prism", creation_date=dated, description="Deck"),
        resources=cxf3.Resources(
            object_collection=cxf3.ObjectCollection(objects),
            color_specification_collection=cxf3.ColorSpecificationCollection(
                [_specification(name, *grid) for grid, name in grids.items()]
            ),
        ),
    )
    written: bytes = colour_cxf.write_cxf(whole)
    return written


def _specification(name: str, first: int, step: int, specular: Specular | None) -> Any:
    from colour_cxf import cxf3

    geometry = cxf3.EsphereType[f"SPECULAR_{specular.name}"] if specular else "not stated"
    return cxf3.ColorSpecification(
        id=name,
        tristimulus_spec=cxf3.TristimulusSpec(
            illuminant_or_custom_illuminant=cxf3.Illuminant(cxf3.EilluminantType.D65),
            observer=cxf3.Observer(cxf3.EobserverType.VALUE_10_DEGREE),
            method=cxf3.Method(cxf3.EastmTableType.E308_TABLE5),
        ),
        measurement_spec=cxf3.MeasurementSpec(
            measurement_type=cxf3.MeasurementType(cxf3.EspectrumType.SPECTRUM_REFLECTANCE),
            geometry_choice=cxf3.GeometryChoice(geometry),
            wavelength_range=cxf3.WavelengthRange(start_wl=first, increment=step),
        ),
    )
