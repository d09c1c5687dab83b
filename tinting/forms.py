"""What the tinting machine's screen accepts from the outside."""

from __future__ import annotations

from django import forms

from prism import messages
from prism.formats import tint_system
from prism.tint.system import TintSystem
from web.forms import laid_out


class SystemForm(forms.Form):
    """A file with a tinting system; `system` holds it once the form is valid."""

    file = forms.FileField(
        label="Import a tinting system (JSON)",
        allow_empty_file=True,
        error_messages={"required": messages.files.DECK_FILE_NEEDED},
        **laid_out("file"),
    )
    system: TintSystem

    def clean_file(self) -> object:
        """Read the file; what is wrong with it is said beside the field."""
        upload = self.cleaned_data["file"]
        try:
            self.system = tint_system.read(upload.read())
        except tint_system.TintSystemError as wrong:
            raise forms.ValidationError(str(wrong)) from None
        return upload
