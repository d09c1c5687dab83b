"""Taking an own colour in: hex, Lab, or reflectances."""

from __future__ import annotations

from functools import partial
from typing import Any

from django import forms

from prism import messages, method, words
from prism.formats import reflectance_csv
from prism.possible import can_be_paint
from prism.stimulus import IntakeError, Stimulus, figure, from_hex, from_lab
from prism.trust import with_stated_lrv
from prism.typed_colour import typed
from web.forms import NumberField, laid_out, plain


class OwnColourForm(forms.Form):
    """A name, and in subclasses the numbers; `stimulus` holds the colour once the form is valid."""

    name = forms.CharField(max_length=120, error_messages={"required": messages.faults.NAME_NEEDED}, widget=plain())
    made_by = forms.CharField(
        label="Maker", max_length=80, required=False, widget=plain(**{"class": "short", "optional": "if known"})
    )
    code = forms.CharField(
        label="Code", max_length=40, required=False, widget=plain(**{"class": "short", "optional": "if known"})
    )
    lrv_stated = NumberField(
        low=0,
        high=100,
        called="LRV",
        label="Stated LRV",
        required=False,
        widget=plain(**{"class": "num short", "optional": "if known"}),
    )
    stimulus: Stimulus
    notes: tuple[str, ...] = ()
    file_too_large = False
    """Set before validation when the upload was dropped for its size."""

    def clean(self) -> dict[str, Any]:
        """Take the colour in; what is wrong with it is said beside the field it is wrong in."""
        data = super().clean() or {}
        try:
            self.stimulus = self.take_in(data)
            if not can_be_paint(self.stimulus):
                self.notes = (*self.notes, words.sources.IMPOSSIBLE_AS_PAINT)
        except IntakeError as wrong:
            self.add_error(self.field_for(wrong.field), str(wrong))
        return data

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour. Raises `IntakeError`."""
        raise NotImplementedError

    def field_for(self, intake_field: str) -> str:
        return intake_field

    @property
    def card(self) -> dict[str, str]:
        """What the card or the can says: who makes it, and its code."""
        return {name: self.cleaned_data[name] for name in ("made_by", "code")}


class HexForm(OwnColourForm):
    hex = forms.CharField(
        label="Screen value",
        max_length=60,
        required=False,
        widget=plain(**{"class": "num short", "placeholder": "#C4CBC9", "spellcheck": "false"}),
        help_text="Six digits, or three figures of RGB or Lab. A screen value is a copy of a copy; it will often "
        "be too close to call.",
    )

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour of a screen value; a stated LRV that it allows gives it a surer lightness."""
        text = data.get("hex", "")
        stimulus = typed(text) or from_hex(text)
        stated = data.get("lrv_stated")
        return with_stated_lrv(stimulus, stated, method.load()) if stated is not None else stimulus


FIGURE = partial(plain, **{"class": "num", "inputmode": "decimal"})
LAB_FIELDS = {"L*": "lightness", "a*": "a", "b*": "b"}


class LabForm(OwnColourForm):
    lightness = forms.CharField(label="L*", max_length=40, required=False, widget=FIGURE(), **laid_out("cell"))
    a = forms.CharField(label="a*", max_length=40, required=False, widget=FIGURE(), **laid_out("cell"))
    b = forms.CharField(label="b*", max_length=40, required=False, widget=FIGURE(), **laid_out("cell"))
    convention = forms.ChoiceField(
        label="Light and observer",
        choices=[("lab", "D65/10°"), ("lab50", "D50/2°")],
        initial="lab",
        widget=forms.RadioSelect,
        help_text="Paint makers mostly state D65 and 10°. Print software states D50 and 2°, which is converted.",
        **laid_out("radios"),
    )

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour of Lab; a decimal comma is read as a point."""
        return from_lab([self._figure(label, data) for label in LAB_FIELDS], data.get("convention", "lab"))

    def lab_fields(self) -> list[forms.BoundField]:
        return [self[field] for field in LAB_FIELDS.values()]

    def field_for(self, intake_field: str) -> str:
        """Return the form's field for L*, a* or b*."""
        return LAB_FIELDS.get(intake_field, intake_field)

    @staticmethod
    def _figure(label: str, data: dict[str, Any]) -> float:
        text = str(data.get(LAB_FIELDS[label], "")).strip()
        if not text:
            raise IntakeError(label, messages.faults.missing(label))
        return figure(label, text)


class SpectrumForm(OwnColourForm):
    """Reflectances as CSV, from a file or pasted. A readable file's text stays in the form, to be mended there."""

    file = forms.FileField(
        label="CSV file",
        required=False,
        allow_empty_file=True,
        widget=forms.FileInput(
            attrs={"accept": ".csv,.txt,text/csv,text/plain", "x-ref": "file", "x-on:change": "chosen"}
        ),
        **laid_out("file"),
    )
    reflectance = forms.CharField(
        label="Reflectances",
        required=False,
        strip=False,
        widget=forms.Textarea(
            attrs={
                "rows": 9,
                "class": "num",
                "spellcheck": "false",
                "maxlength": 400_000,
                "placeholder": "400,410,420, … 700\n0.412,0.498,0.533, …",
                "x-ref": "text",
            }
        ),
    )

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        upload = self.files.get("file")
        if upload is not None and hasattr(self.data, "copy"):
            self.file_bytes: bytes | None = upload.read()
            try:
                text = reflectance_csv.text_of(self.file_bytes)
            except IntakeError:
                text = ""
            data = self.data.copy()
            data["reflectance"] = text
            self.data = data
        else:
            self.file_bytes = None

    @property
    def too_large(self) -> str:
        return messages.faults.too_large(reflectance_csv.MAX_BYTES, advice=messages.faults.ONE_COLOUR)

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        if self.file_too_large:
            raise IntakeError(
                reflectance_csv.FIELD,
                messages.faults.too_large(reflectance_csv.MAX_BYTES, advice=messages.faults.ONE_COLOUR),
            )
        if self.file_bytes is not None:
            text = reflectance_csv.text_of(self.file_bytes)
        else:
            text = data.get("reflectance", "")
            if not text.strip():
                raise IntakeError(reflectance_csv.FIELD, messages.faults.ONE_SOURCE)
        spectrum = reflectance_csv.read(text)
        self.notes = (*spectrum.notes, *([spectrum.scatter_text] if spectrum.scatter_text else []))
        return spectrum.stimulus()


FORMS: dict[str, type[OwnColourForm]] = {"spectrum": SpectrumForm, "lab": LabForm, "hex": HexForm}


PROVENANCES = {
    "spectrum": ("reading-average", "reading-single"),
    "lab": ("maker-lab", "converted-lab"),
    "hex": ("screen",),
}


def ways() -> list[dict[str, str]]:
    """Return the ways to bring a colour in, the most certain first, with how certain each is."""
    figures = method.load().uncertainty
    return [
        {
            "source": source,
            "label": words.sources.INTAKE[source],
            "certainty": words.sources.certainty([figures[key] for key in PROVENANCES[source]]),
        }
        for source in FORMS
    ]
