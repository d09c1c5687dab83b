"""Taking an own colour in: hex, Lab, or reflectances."""

from __future__ import annotations

from typing import Any

from django import forms
from django.contrib.auth.models import User

from decks.catalogue import SORTS, Wanted, family_words, makers_for
from decks.models import Colour, ColourSet
from prism import school, words
from prism.colour import Colour as Paint
from prism.colour import IntakeError, figure, from_hex, from_lab
from prism.formats import reflectance_csv
from prism.trust import with_stated_lrv
from schools import queries as schools


class OwnColourForm(forms.Form):
    """A name, and in subclasses the numbers; `paint` holds the colour once the form is valid."""

    name = forms.CharField(max_length=120, error_messages={"required": words.name_needed()})
    lrv_stated = forms.CharField(max_length=20, required=False)
    paint: Paint
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
            raise forms.ValidationError(words.out_of_range("LRV", value, 0, 100))
        return value

    def clean(self) -> dict[str, Any]:
        """Take the colour in; what is wrong with it is said beside the field it is wrong in."""
        data = super().clean() or {}
        try:
            self.paint = self.take_in(data)
        except IntakeError as wrong:
            self.add_error(self.field_for(wrong.field), str(wrong))
        return data

    def take_in(self, data: dict[str, Any]) -> Paint:
        """Return the colour. Raises `IntakeError`."""
        raise NotImplementedError

    def field_for(self, intake_field: str) -> str:
        """Return the form's field for a field of the core."""
        return intake_field


class HexForm(OwnColourForm):
    """A screen value."""

    hex = forms.CharField(max_length=60, required=False)

    def take_in(self, data: dict[str, Any]) -> Paint:
        """Return the colour of a screen value; a stated LRV that it allows gives it a surer lightness."""
        paint = from_hex(data.get("hex", ""))
        stated = data.get("lrv_stated")
        return with_stated_lrv(paint, stated, school.load()) if stated is not None else paint


LAB_FIELDS = {"L*": "lightness", "a*": "a", "b*": "b"}


class LabForm(OwnColourForm):
    """CIE Lab with its convention."""

    lightness = forms.CharField(max_length=40, required=False)
    a = forms.CharField(max_length=40, required=False)
    b = forms.CharField(max_length=40, required=False)
    convention = forms.ChoiceField(choices=[("lab", "D65/10°"), ("lab50", "D50/2°")], initial="lab")

    def take_in(self, data: dict[str, Any]) -> Paint:
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
            raise IntakeError(label, words.missing(label))
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
                text = reflectance_csv.decode(self.file_bytes)
            except IntakeError:
                text = ""
            data = self.data.copy()
            data["reflectance"] = text
            self.data = data
        else:
            self.file_bytes = None

    def take_in(self, data: dict[str, Any]) -> Paint:
        """Return the mean of the readings."""
        if self.file_too_large:
            raise IntakeError(reflectance_csv.FIELD, words.too_large(reflectance_csv.MAX_BYTES))
        if self.file_bytes is not None:
            text = reflectance_csv.decode(self.file_bytes)
        else:
            text = data.get("reflectance", "")
            if not text.strip():
                raise IntakeError(reflectance_csv.FIELD, words.one_source())
        spectrum = reflectance_csv.read(text)
        self.notes = spectrum.notes
        return spectrum.colour()


class KeepForm(forms.Form):
    """A colour, and the set to keep it in."""

    colour = forms.IntegerField(min_value=1)
    set_name = forms.CharField(max_length=60, error_messages={"required": words.set_name_needed()})


class ImportForm(forms.Form):
    """A file of a deck, and the name of the deck it goes to where the file names no maker."""

    deck_name = forms.CharField(max_length=80, error_messages={"required": words.deck_name_needed()})
    file = forms.FileField(allow_empty_file=True, error_messages={"required": words.deck_file_needed()})


class FilterForm(forms.Form):
    """What to see of the decks. A value that makes no sense is left out, and said."""

    q = forms.CharField(required=False, max_length=120)
    lrv_low = forms.FloatField(required=False, min_value=0, max_value=100)
    lrv_high = forms.FloatField(required=False, min_value=0, max_value=100)
    family = forms.ChoiceField(required=False)
    undertone = forms.ChoiceField(required=False)
    strength = forms.ChoiceField(required=False)
    temperature = forms.ChoiceField(required=False)
    maker = forms.ChoiceField(required=False)
    set = forms.ChoiceField(required=False)
    strip = forms.CharField(required=False, max_length=20)
    recipe = forms.BooleanField(required=False)
    spectrum = forms.BooleanField(required=False)
    sort = forms.ChoiceField(required=False, choices=list(SORTS.items()))
    view = forms.ChoiceField(required=False, choices=[("list", "list"), ("plane", "list and plane")])

    def __init__(self, data: Any, user: User) -> None:
        super().__init__(data)
        chosen = self.school = schools.usual(user)
        undertones = [("none", words.NO_UNDERTONE), *((word, word) for word in chosen.undertone.words)]
        makers = [(str(maker.pk), maker.name) for maker in makers_for(user).order_by("name")]
        for name, choices in (
            ("family", [(word, word) for word in family_words(chosen)]),
            ("undertone", undertones),
            ("strength", [(word, word) for word in chosen.strength.words]),
            ("temperature", [(word, word) for word in chosen.temperature.words]),
            ("maker", makers),
            ("set", [(str(kept.pk), kept.name) for kept in ColourSet.objects.filter(owner=user)]),
        ):
            field = self.fields[name]
            assert isinstance(field, forms.ChoiceField)
            field.choices = [("", words.ANY), *choices]

    def choosers(self) -> list[forms.BoundField]:
        """Return the fields that choose from a list."""
        return [self[name] for name in ("family", "undertone", "strength", "temperature", "maker", "set")]

    def wanted(self) -> Wanted:
        """Return what was asked for, as far as it makes sense."""
        self.is_valid()
        data = self.cleaned_data
        return Wanted(
            text=data.get("q", ""),
            lrv_low=data.get("lrv_low"),
            lrv_high=data.get("lrv_high"),
            family=data.get("family", ""),
            undertone=data.get("undertone", ""),
            strength=data.get("strength", ""),
            temperature=data.get("temperature", ""),
            maker=int(data["maker"]) if data.get("maker") else None,
            strip=data.get("strip", ""),
            recipe=data.get("recipe", False),
            spectrum=data.get("spectrum", False),
            ids=frozenset(Colour.objects.filter(sets=data["set"]).values_list("id", flat=True))
            if data.get("set")
            else None,
            sort=data.get("sort") or "code",
        )


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
