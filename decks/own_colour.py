"""Taking an own colour in: hex, Lab, or reflectances."""

from __future__ import annotations

from typing import Any

from django import forms

from prism import messages, school, words
from prism.formats import reflectance_csv
from prism.stimulus import IntakeError, Stimulus, figure, from_hex, from_lab
from prism.trust import with_stated_lrv


class OwnColourForm(forms.Form):
    """A name, and in subclasses the numbers; `stimulus` holds the colour once the form is valid."""

    name = forms.CharField(max_length=120, error_messages={"required": messages.name_needed()})
    lrv_stated = forms.CharField(max_length=20, required=False)
    stimulus: Stimulus
    notes: tuple[str, ...] = ()
    file_too_large = False
    """Set before validation when the upload was dropped for its size."""

    def clean_lrv_stated(self) -> float | None:
        """Return the stated LRV, 0-100, or None where none is given."""
        text = self.cleaned_data["lrv_stated"].strip()
        if not text:
            return None
        try:
            value = figure("LRV", text)
        except IntakeError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        if not 0 <= value <= 100:
            raise forms.ValidationError(messages.out_of_range("LRV", value, 0, 100))
        return value

    def clean(self) -> dict[str, Any]:
        """Take the colour in; what is wrong with it is said beside the field it is wrong in."""
        data = super().clean() or {}
        try:
            self.stimulus = self.take_in(data)
        except IntakeError as wrong:
            self.add_error(self.field_for(wrong.field), str(wrong))
        return data

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour. Raises `IntakeError`."""
        raise NotImplementedError

    def field_for(self, intake_field: str) -> str:
        """Return the form's field for a field of the core."""
        return intake_field


class HexForm(OwnColourForm):
    """A screen value."""

    hex = forms.CharField(max_length=60, required=False)

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour of a screen value; a stated LRV that it allows gives it a surer lightness."""
        stimulus = from_hex(data.get("hex", ""))
        stated = data.get("lrv_stated")
        return with_stated_lrv(stimulus, stated, school.load()) if stated is not None else stimulus


LAB_FIELDS = {"L*": "lightness", "a*": "a", "b*": "b"}


class LabForm(OwnColourForm):
    """CIE Lab with its convention."""

    lightness = forms.CharField(max_length=40, required=False)
    a = forms.CharField(max_length=40, required=False)
    b = forms.CharField(max_length=40, required=False)
    convention = forms.ChoiceField(choices=[("lab", "D65/10°"), ("lab50", "D50/2°")], initial="lab")

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the colour of Lab; a decimal comma is read as a point."""
        return from_lab([self._figure(label, data) for label in LAB_FIELDS], data.get("convention", "lab"))

    def lab_fields(self) -> list[tuple[str, forms.BoundField]]:
        """Return the three figures with their labels."""
        return [(label, self[field]) for label, field in LAB_FIELDS.items()]

    def field_for(self, intake_field: str) -> str:
        """Return the form's field for L*, a* or b*."""
        return LAB_FIELDS.get(intake_field, intake_field)

    @staticmethod
    def _figure(label: str, data: dict[str, Any]) -> float:
        text = str(data.get(LAB_FIELDS[label], "")).strip()
        if not text:
            raise IntakeError(label, messages.missing(label))
        return figure(label, text)


class SpectrumForm(OwnColourForm):
    """Reflectances as CSV, from a file or pasted. A readable file's text stays in the form, to be mended there."""

    file = forms.FileField(required=False, allow_empty_file=True)
    reflectance = forms.CharField(required=False, strip=False, widget=forms.Textarea)

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

    def take_in(self, data: dict[str, Any]) -> Stimulus:
        """Return the mean of the readings."""
        if self.file_too_large:
            raise IntakeError(
                reflectance_csv.FIELD, messages.too_large(reflectance_csv.MAX_BYTES, advice=messages.ONE_COLOUR)
            )
        if self.file_bytes is not None:
            text = reflectance_csv.text_of(self.file_bytes)
        else:
            text = data.get("reflectance", "")
            if not text.strip():
                raise IntakeError(reflectance_csv.FIELD, messages.one_source())
        spectrum = reflectance_csv.read(text)
        self.notes = spectrum.notes
        return spectrum.stimulus()


FORMS: dict[str, type[OwnColourForm]] = {"spectrum": SpectrumForm, "lab": LabForm, "hex": HexForm}


PROVENANCES = {
    "spectrum": ("reading-average", "reading-single"),
    "lab": ("maker-lab", "converted-lab"),
    "hex": ("screen",),
}


def ways() -> list[dict[str, str]]:
    """Return the ways to bring a colour in, the most certain first, with how certain each is."""
    figures = school.load().uncertainty
    return [
        {
            "source": source,
            "label": words.INTAKE[source],
            "certainty": words.certainty([figures[key] for key in PROVENANCES[source]]),
        }
        for source in FORMS
    ]
