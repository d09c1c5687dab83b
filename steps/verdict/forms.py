"""What Verdict accepts from the outside."""

from __future__ import annotations

from typing import Any

from django import forms

LONGEST_VERDICT = 8_000
"""Characters."""
SEEN = "seen-"
"""Before the name of a field: the version its text was begun from."""


class WritingForm(forms.Form):
    """What the specialist writes; only the fields that were sent are kept."""

    verdict = forms.CharField(
        required=False,
        max_length=LONGEST_VERDICT,
        strip=False,
        widget=forms.Textarea(
            attrs={"rows": 9, "placeholder": "What it is, what it is not, where it works, at which strength"}
        ),
    )
    notes = forms.CharField(
        required=False,
        max_length=20000,
        strip=False,
        widget=forms.Textarea(
            attrs={"rows": 9, "placeholder": "What was seen, when, in which light, what was rejected and why"}
        ),
    )

    def clean(self) -> dict[str, Any]:
        """Write line ends as the studio does, whichever way the browser sent them."""
        data = super().clean() or {}
        return {name: text.replace("\r\n", "\n") for name, text in data.items()}

    def sent(self) -> dict[str, str]:
        return {name: self.cleaned_data[name] for name in self.fields if name in self.data}

    def seen(self) -> dict[str, str]:
        """Return the versions that the fields were begun from, where they are known."""
        return {name: self.data[SEEN + name] for name in self.fields if self.data.get(SEEN + name)}
