"""What a session accepts from the outside."""

from __future__ import annotations

from django import forms

from instruments.queries import what_can_be_measured
from prism import reader, words


class StartForm(forms.Form):
    """What to measure, and how."""

    thing = forms.ChoiceField(choices=lambda: [(name, name) for name in what_can_be_measured()])
    aperture = forms.TypedChoiceField(coerce=int, choices=[(mm, f"{mm} mm") for mm in reader.APERTURES], initial=8)
    specular = forms.ChoiceField(choices=[(s.value, s.value) for s in reader.Specular], initial="included")

    def setting(self) -> reader.Setting:
        """Return the setting that was chosen."""
        return reader.Setting(self.cleaned_data["aperture"], reader.Specular(self.cleaned_data["specular"]))


class KeepForm(forms.Form):
    """A name for what was measured."""

    name = forms.CharField(max_length=120, error_messages={"required": words.name_needed()})
