"""CxF3 (ISO 17972-1) XML: objects with reflectance, Lab or sRGB values. Made safe before the package sees it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Any
from xml.sax.saxutils import escape, quoteattr

from prism import messages
from prism.formats.deck import Budget, DeckFile, DeckFileError, Entry, EntryError, Problem, Tell, small_enough
from prism.stimulus import Specular

NAMESPACE = "http://colorexchangeformat.com/CxF3-core"
MAX_TAGS = 2_000_000
"""Tags of a file that are read; a colour with its values has about twenty."""
DATED = "2026-01-01T00:00:00Z"
"""Files are dated alike, so that the same deck is always written to the same bytes."""


def read(data: bytes, tell: Tell | None = None) -> DeckFile:
    """Return the deck in a CxF3 file; objects count as lines.

    External references, entities and document types are refused outright. Of several Lab values the first is taken
    whose illuminant and observer are known here.
    """
    small_enough(data)
    if data.count(b"<") > MAX_TAGS:
        raise DeckFileError(messages.files.too_many_cells(MAX_TAGS))
    import colour_cxf
    from defusedxml import DefusedXmlException
    from defusedxml.ElementTree import ParseError, fromstring

    try:
        fromstring(data, forbid_dtd=True, forbid_entities=True, forbid_external=True)
    except ParseError as wrong:
        raise DeckFileError(messages.files.xml_broken(str(wrong))) from None
    except DefusedXmlException:
        raise DeckFileError(messages.files.XML_UNSAFE) from None
    except (ValueError, LookupError) as wrong:  # encodings that do not exist, or do not hold
        raise DeckFileError(messages.files.xml_broken(str(wrong))) from None
    try:
        whole = colour_cxf.read_cxf(data)
    except Exception as wrong:  # the package raises many kinds for XML that is something else
        raise DeckFileError(messages.files.cxf_other(type(wrong).__name__)) from None
    resources = whole.resources
    if resources is None or resources.object_collection is None:
        raise DeckFileError(messages.files.cxf_other("no objects"))
    collection = resources.color_specification_collection
    specifications = {spec.id: spec for spec in (collection.color_specification if collection else [])}
    objects = resources.object_collection.object_value
    entries, problems = [], []
    for number, item in enumerate(Budget(len(objects), tell).over(objects), start=1):
        try:
            entries.append(_entry(number, item, specifications))
        except EntryError as bad:
            problems.append(Problem(number, bad.column, str(bad)))
        except (ValueError, TypeError, OverflowError) as wrong:
            # the package hands on what it cannot convert as it stands in the file
            problems.append(Problem(number, "ColorValues", messages.files.cxf_value(str(wrong))))
    return DeckFile(entries, problems)


def _entry(number: int, item: Any, specifications: dict[str | None, Any]) -> Entry:
    name = (item.name or "").strip()
    code = (item.id or "").strip() or name
    if not code:
        raise EntryError("Name", messages.files.ENTRY_NAMELESS)
    values: dict[str, Any] = {}
    for value in item.color_values.choice if item.color_values else []:
        spec = specifications.get(getattr(value, "color_specification", None))
        kind = type(value).__name__
        if kind == "ReflectanceSpectrum" and "reflectance" not in values:
            start, step = _grid(value, spec)
            values["reflectance"] = tuple(float(v) for v in value.value)
            values["specular"] = _specular(spec)
            values["wavelengths"] = tuple(float(start + step * i) for i in range(len(value.value)))
        elif kind == "ColorCielab" and "lab" not in values:
            convention = _convention(spec)
            if convention and None not in (value.l, value.a, value.b):
                values |= {"lab": (float(value.l), float(value.a), float(value.b)), "convention": convention}
        elif kind == "ColorSrgb" and "hex" not in values and None not in (value.r, value.g, value.b):
            rgb = [int(v) for v in (value.r, value.g, value.b)]
            if all(0 <= v <= 255 for v in rgb):
                values["hex"] = "#{:02X}{:02X}{:02X}".format(*rgb)
    if not values:
        raise EntryError("ColorValues", messages.files.NO_NUMBERS)
    return Entry(line=number, code=code, name=name or code, **values)


def _grid(value: Any, spec: Any) -> tuple[int, int]:
    measured = spec.measurement_spec.wavelength_range if spec and spec.measurement_spec else None
    start = value.start_wl or (measured.start_wl if measured else None) or 380
    return int(start), int((measured.increment if measured else None) or 10)


def _specular(spec: Any) -> Specular | None:
    """Return how a sphere measured the reflectance; None for other geometries."""
    geometry = spec.measurement_spec.geometry_choice if spec and spec.measurement_spec else None
    stated = str(getattr(geometry, "choice", ""))
    return next((kind for kind in Specular if kind.name in stated.upper()), None)


def _convention(spec: Any) -> str:
    """Return `lab` or `lab50` for the two conventions known here, else nothing."""
    stated = spec.tristimulus_spec if spec else None
    lamp = getattr(getattr(stated, "illuminant_or_custom_illuminant", None), "value", None)
    observer = getattr(getattr(stated, "observer", None), "value", None)
    pair = (getattr(lamp, "value", ""), getattr(observer, "value", ""))
    return {("D65", "10_Degree"): "lab", ("D50", "2_Degree"): "lab50"}.get(pair, "")


def pieces(entries: Iterable[Entry]) -> Iterator[str]:
    """Yield a CxF3 file object by object, with Lab (D65/10°), sRGB and, where there is one, the reflectance of each.

    Written as text, since the package that reads would hold the whole file as objects before the first byte.
    """
    yield _open("CxF", {"xmlns:ns0": NAMESPACE}, declaration=True)
    dated = _element("CreationDate", DATED)
    yield _element("FileInformation", _element("Creator", "Gentle Prism"), dated, _element("Description", "Deck"))
    yield _open("Resources") + _open("ObjectCollection")
    grids: dict[tuple[int, int, Specular | None], str] = {}
    for entry in entries:
        first, step = (400, 10)
        if entry.wavelengths and len(entry.wavelengths) > 1:
            first, step = int(entry.wavelengths[0]), int(entry.wavelengths[1] - entry.wavelengths[0])
        name = grids.setdefault((first, step, entry.specular), f"CS{len(grids) + 1}")
        values = _values(entry, first, {"ColorSpecification": name})
        attributes = {"ObjectType": "Standard", "Name": " ".join(entry.name.split()), "Id": entry.code}
        yield _element("Object", dated, _element("ColorValues", *values), **attributes)
    specifications = [_specification(name, *grid) for grid, name in grids.items()]
    yield _close("ObjectCollection") + _element("ColorSpecificationCollection", *specifications)
    yield _close("Resources") + _close("CxF")


def write(entries: Sequence[Entry]) -> bytes:
    """Return a CxF3 file."""
    return "".join(pieces(entries)).encode()


class _Markup(str):
    """Text that is XML already."""


def _open(name: str, attributes: Mapping[str, str] | None = None, declaration: bool = False) -> _Markup:
    head = '<?xml version="1.0" encoding="UTF-8"?>\n' if declaration else ""
    return _Markup(head + f"<ns0:{name}" + "".join(f" {k}={quoteattr(v)}" for k, v in (attributes or {}).items()) + ">")


def _close(name: str) -> _Markup:
    return _Markup(f"</ns0:{name}>")


def _element(name: str, *content: str, **attributes: str) -> _Markup:
    inside = "".join(element if isinstance(element, _Markup) else escape(element) for element in content)
    return _Markup(_open(name, attributes) + inside + _close(name))


def _values(entry: Entry, first: int, by: Mapping[str, str]) -> list[_Markup]:
    """Return the values of an entry: its reflectance, Lab and screen colour."""
    colour = entry.stimulus()
    shown = entry.hex or colour.screen
    lab = zip("LAB", (round(v, 5) for v in colour.lab), strict=True)
    rgb = zip("RGB", (int(shown[i : i + 2], 16) for i in (1, 3, 5)), strict=True)
    values = [
        _element("ColorCIELab", *(_element(axis, str(value)) for axis, value in lab), **by),
        _element("ColorSRGB", *(_element(channel, str(value)) for channel, value in rgb), **by),
    ]
    if entry.reflectance:
        spectrum = " ".join(str(round(v, 7)) for v in entry.reflectance)
        values.insert(0, _element("ReflectanceSpectrum", spectrum, **({"StartWL": str(first)} | dict(by))))
    return values


def _specification(name: str, first: int, step: int, specular: Specular | None) -> _Markup:
    if specular:
        geometry = _element("SphereGeometry", f"Specular_{specular.value.capitalize()}")
    else:
        geometry = _element("UnknownGeometry", "not stated")
    computed = [("Illuminant", "D65"), ("Observer", "10_Degree"), ("Method", "E308_Table5")]
    return _element(
        "ColorSpecification",
        _element("TristimulusSpec", *(_element(*reading) for reading in computed)),
        _element(
            "MeasurementSpec",
            _element("MeasurementType", "Spectrum_Reflectance"),
            _element("GeometryChoice", geometry),
            _element("WavelengthRange", StartWL=str(first), Increment=str(step)),
        ),
        Id=name,
    )
